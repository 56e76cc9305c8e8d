package firmtally.server.sales.agreement;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.worksheet.LineTally;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Written;
import firmtally.server.worksheet.calculation.Calculation;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** What a next term changes against the running one, in words that a customer may read. */
@Component
public class TermChanges {
  private final AgreementCharges charges;
  private final AgreementStore store;
  private final SettingsService settings;

  TermChanges(AgreementCharges charges, AgreementStore store, SettingsService settings) {
    this.charges = charges;
    this.store = store;
    this.settings = settings;
  }

  /**
   * A line that is otherwise than it was.
   *
   * @param before such as {@code 5 at 118.00, every 3 months}; null for what is new
   * @param after null for what falls away
   */
  public record Change(String words, @MaybeNull String before, @MaybeNull String after) {}

  /** A line as it is charged. */
  private record Charged(String words, String how) {}

  /** Every recurring line that changes, is new or falls away; none where all stays as it is. */
  public List<Change> of(AgreementId running, Calculation next) {
    Map<String, Charged> was = new LinkedHashMap<>();
    List<AgreementCharges.Line> charged = new ArrayList<>(charges.get(running).lines());
    store.joining(running).forEach(joined -> charged.addAll(charges.get(joined.id()).lines()));
    for (AgreementCharges.Line line : charged) {
      Money charge = Money.ofMinor(settings.company().currency(), line.charge());
      was.merge(
          key(line.product(), line.words()),
          new Charged(line.words(), how(line.quantity(), charge, line.everyMonths())),
          TermChanges::joined);
    }
    Map<String, Charged> now = new LinkedHashMap<>();
    for (Calculation.Row row : next.rows()) {
      row.tally()
          .filter(tally -> tally.isSold() && tally.line().recurring().isPresent())
          .ifPresent(
              tally ->
                  now.merge(
                      key(row.form().product(), row.form().description()),
                      new Charged(row.form().description(), how(tally)),
                      TermChanges::joined));
    }
    List<Change> changes = new ArrayList<>();
    was.forEach(
        (key, before) -> {
          Charged after = now.get(key);
          if (after == null) {
            changes.add(new Change(before.words(), before.how(), null));
          } else if (!after.how().equals(before.how())) {
            changes.add(new Change(after.words(), before.how(), after.how()));
          }
        });
    now.forEach(
        (key, after) -> {
          if (!was.containsKey(key)) {
            changes.add(new Change(after.words(), null, after.how()));
          }
        });
    return changes;
  }

  private static Charged joined(Charged one, Charged other) {
    return new Charged(one.words(), one.how() + "; " + other.how());
  }

  private static String key(@MaybeNull String product, String words) {
    return product == null ? words : product.strip();
  }

  private String how(LineTally tally) {
    return how(
        tally.line().quantity(),
        tally.finalAmount(),
        tally.line().recurring().orElseThrow().everyMonths());
  }

  private String how(Quantity quantity, Money charge, int everyMonths) {
    UnitPrice each = UnitPrice.each(charge, quantity);
    return quantity
        + " at "
        + Written.price(each, charge.getCurrencyUnit())
        + (everyMonths == 1 ? ", every month" : ", every " + everyMonths + " months");
  }
}
