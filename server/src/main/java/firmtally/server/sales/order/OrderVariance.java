package firmtally.server.sales.order;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.worksheet.LineTally;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.worksheet.calculation.Calculation;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What it took to win: how an order differs from what the opportunity was at first. */
@Component
public class OrderVariance {
  private static final JsonMapper JSON = JsonMapper.shared();
  private final OrderStore store;

  OrderVariance(OrderStore store) {
    this.store = store;
  }

  /**
   * A line as it stood at some time.
   *
   * @param amount over its whole term
   */
  public record Stood(
      String key, String family, String words, String quantity, String unitPrice, String amount) {
    /** As the core compares it. */
    public VarianceLine line(CurrencyUnit currency) {
      return new VarianceLine(
          key,
          Quantity.parse(quantity),
          UnitPrice.parse(unitPrice),
          Money.of(currency, new BigDecimal(amount)));
    }
  }

  /** The lines of a calculation that count. */
  public static List<Stood> stood(Calculation of) {
    List<Stood> lines = new ArrayList<>();
    for (Calculation.Row row : of.rows()) {
      row.tally()
          .filter(tally -> tally.line().counted())
          .ifPresent(tally -> lines.add(stood(row.form().description(), tally)));
    }
    return lines;
  }

  private static Stood stood(String words, LineTally tally) {
    return new Stood(
        tally.line().id(),
        tally.line().item().family().orElse(""),
        words,
        tally.line().quantity().toString(),
        tally.price().unitPrice().toString(),
        tally.overTerm().getAmount().toPlainString());
  }

  /** What an opportunity was, as it is kept. */
  String opened(Calculation opening) {
    return JSON.writeValueAsString(stood(opening));
  }

  /** What the opportunity of an order was before anything was quoted. */
  public List<Stood> opened(DocumentId order) {
    return JSON.readValue(store.opened(order), new TypeReference<List<Stood>>() {});
  }

  /** Keeps the difference by family, for the sums over many orders. */
  void keep(DocumentId order, Calculation opening, Calculation ordered) {
    keep(order, stood(opening), ordered);
  }

  /** The same after the order was changed. */
  void keepAgain(DocumentId order, Calculation ordered) {
    store.removeVariance(order);
    keep(order, opened(order), ordered);
  }

  private void keep(DocumentId order, List<Stood> opening, Calculation ordered) {
    CurrencyUnit currency = ordered.contract().getCurrencyUnit();
    Map<String, List<VarianceLine>> before = byFamily(opening, currency);
    Map<String, List<VarianceLine>> after = byFamily(stood(ordered), currency);
    before.keySet().forEach(family -> after.computeIfAbsent(family, f -> List.of()));
    after.forEach(
        (family, lines) -> {
          Variance variance = Variance.of(currency, before.getOrDefault(family, List.of()), lines);
          store.insertVariance(
              order, family, variance.totals(), variance.before(), variance.after());
        });
  }

  private static Map<String, List<VarianceLine>> byFamily(
      List<Stood> lines, CurrencyUnit currency) {
    Map<String, List<VarianceLine>> byFamily = new TreeMap<>();
    lines.forEach(
        line ->
            byFamily
                .computeIfAbsent(line.family(), f -> new ArrayList<>())
                .add(line.line(currency)));
    return byFamily;
  }
}
