package firmtally.server.customer.page;

import firmtally.server.customer.access.Visitor;
import firmtally.server.platform.web.Written;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** How an account's papers are told to its customer. */
record PageWords(CurrencyUnit currency, LocalDate today) {
  /** The key of an act of a visitor: two of them never share one. */
  static String key(String typed, Visitor visitor) {
    return typed == null || typed.isBlank() ? "" : "visitor " + visitor.id() + " " + typed;
  }

  String amount(long minor) {
    return Written.amount(Money.ofMinor(currency, minor));
  }

  PageViews.CustomerQuote quote(CustomerPageStore.Quote q) {
    return new PageViews.CustomerQuote(
        q.number(),
        q.revision() == 1 ? q.number() : q.number() + ", revision " + q.revision(),
        q.title(),
        q.madeOn(),
        q.validUntil(),
        state(q),
        amount(q.total()));
  }

  private String state(CustomerPageStore.Quote q) {
    if (!"sent".equals(q.state())) {
      return q.state();
    }
    boolean isOpen =
        !q.validUntil().isBefore(today)
            && ("open".equals(q.opportunity()) || "paused".equals(q.opportunity()));
    return isOpen ? "open" : "expired";
  }

  PageViews.CustomerOrder order(CustomerPageStore.Order o) {
    return new PageViews.CustomerOrder(
        o.number(),
        o.title(),
        o.placedOn(),
        o.poNumber(),
        state(o),
        amount(o.total()),
        o.lines(),
        o.done());
  }

  private static String state(CustomerPageStore.Order o) {
    return switch (o.state()) {
      case "hold" -> "checking";
      case "cancelled" -> "cancelled";
      default ->
          o.lines() == 0
              ? "running"
              : o.done() == o.lines()
                  ? "delivered"
                  : o.begun() > 0 ? "partly-delivered" : "in-work";
    };
  }

  PageViews.CustomerInvoice invoice(CustomerPageStore.Invoice i) {
    return new PageViews.CustomerInvoice(
        i.number(),
        i.type(),
        i.order(),
        i.issuedOn(),
        i.due(),
        amount(i.total()),
        i.balance() == 0 ? "–" : amount(i.balance()),
        i.balance() == 0
            ? "settled"
            : i.balance() > 0 && i.due().isBefore(today) ? "overdue" : "open");
  }
}
