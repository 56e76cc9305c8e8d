package firmtally.server.sales.invoice;

import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.AskRefusedException;
import firmtally.core.invoicing.Invoicing;
import firmtally.core.invoicing.OrderLine;
import firmtally.core.invoicing.Paper;
import firmtally.core.money.Quantity;
import firmtally.core.money.TaxedSum;
import firmtally.server.platform.web.NotPossible;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collector;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What an order's invoices come to: the core works out everything that was issued so far, and what
 * is asked for next on what that left.
 */
final class Billing {
  static final String NEXT = "next";
  private final CurrencyUnit currency;
  private final List<OrderLine> lines;
  private final List<firmtally.server.sales.order.OrderLine> ordered;
  private final List<Ask> issued;

  /**
   * @param ordered the order's lines that are paid once
   * @param invoices what was issued of it, in its order
   */
  Billing(
      CurrencyUnit currency,
      List<firmtally.server.sales.order.OrderLine> ordered,
      List<Invoice> invoices) {
    this.currency = currency;
    this.ordered = ordered;
    this.lines =
        ordered.stream().map(l -> new OrderLine(l.id(), l.quantity(), l.net(), l.tax())).toList();
    this.issued = asks(invoices);
  }

  private static List<Ask> asks(List<Invoice> invoices) {
    Map<String, String> byId = new HashMap<>();
    List<Ask> asks = new ArrayList<>();
    for (Invoice invoice : invoices) {
      byId.put(invoice.id().toString(), invoice.number());
      // What agreements charge is not an order's to invoice.
      if (invoice.agreementId() == null) {
        asks.add(ask(invoice, byId));
      }
    }
    return asks;
  }

  private static Ask ask(Invoice invoice, Map<String, String> numbers) {
    return switch (invoice.type()) {
      case "deposit" ->
          invoice
              .depositPercent()
              .<Ask>map(percent -> new Ask.PercentDeposit(invoice.number(), percent))
              .orElseGet(() -> new Ask.NetDeposit(invoice.number(), invoice.net()));
      case "credit-note" ->
          new Ask.Credit(
              invoice.number(),
              numbers.get(invoice.ofId().toString()),
              invoice.lines().isEmpty()
                  ? Optional.empty()
                  : Optional.of(portions(invoice.lines())));
      default -> new Ask.Part(invoice.number(), portions(invoice.lines()), invoice.deducts());
    };
  }

  private static List<Ask.Portion> portions(List<Invoice.Line> lines) {
    return lines.stream()
        .map(line -> new Ask.Portion(line.id(), Quantity.of(line.quantity().abs())))
        .toList();
  }

  /**
   * What the next one comes to.
   *
   * @throws NotPossible when it is more than what is left, in the core's words
   */
  Paper next(Ask ask) {
    List<Ask> asks = new ArrayList<>(issued);
    asks.add(ask);
    try {
      List<Paper> papers = Invoicing.of(currency, lines, asks).papers();
      return papers.get(papers.size() - 1);
    } catch (AskRefusedException e) {
      String words = e.getMessage();
      throw new NotPossible(Character.toUpperCase(words.charAt(0)) + words.substring(1) + ".");
    }
  }

  /** Everything that is not cancelled and not invoiced yet; empty when nothing is left. */
  Optional<Ask> rest(boolean deduct) {
    return part(ordered.stream().collect(quantities(l -> l.toInvoice().value())), deduct);
  }

  /** What is delivered and not invoiced yet. */
  Optional<Ask> delivered(boolean deduct) {
    return part(ordered.stream().collect(quantities(l -> l.deliveredToInvoice().value())), deduct);
  }

  private static Collector<firmtally.server.sales.order.OrderLine, ?, Map<String, BigDecimal>>
      quantities(Function<firmtally.server.sales.order.OrderLine, BigDecimal> of) {
    return Collectors.toMap(
        firmtally.server.sales.order.OrderLine::id, of, (one, other) -> one, LinkedHashMap::new);
  }

  /** These quantities, those of 0 left out; empty when nothing is left. */
  static Optional<Ask> part(Map<String, BigDecimal> quantities, boolean deduct) {
    List<Ask.Portion> portions =
        quantities.entrySet().stream()
            .filter(entry -> entry.getValue().signum() > 0)
            .map(entry -> new Ask.Portion(entry.getKey(), Quantity.of(entry.getValue())))
            .toList();
    return portions.isEmpty()
        ? Optional.empty()
        : Optional.of(new Ask.Part(NEXT, portions, deduct));
  }

  /** With tax: what is still to be invoiced, deposits taken off. */
  Money toInvoice() {
    return rest(true).map(ask -> next(ask).sum()).map(TaxedSum::total).orElse(Money.zero(currency));
  }

  /** Whether nothing was invoiced yet. */
  boolean isUntouched() {
    return issued.isEmpty();
  }

  /** How many lines there are, and how many of them a paper is about. */
  String shareOf(Paper paper) {
    return paper.lines().size() + " of " + lines.size() + (lines.size() == 1 ? " line" : " lines");
  }
}
