package firmtally.server.sales.delivery;

import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderLine;
import firmtally.server.sales.order.OrderService;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The delivery note: what is in the parcel, and what is still to come. */
@Component
public class DeliveryPapers {
  private final TradePdf pdf = new TradePdf();
  private final Correspondence correspondence;
  private final AccountService accounts;
  private final OrderService orders;

  DeliveryPapers(Correspondence correspondence, AccountService accounts, OrderService orders) {
    this.correspondence = correspondence;
    this.accounts = accounts;
    this.orders = orders;
  }

  /** The delivery note. */
  public byte[] print(DeliveryService.Delivery delivery, Actor actor) {
    Order order = orders.readable(delivery.document().followsId(), actor);
    Account account = accounts.readable(order.accountId(), actor);
    PaperWords words = correspondence.words(account);
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(
        new QuotePaper.Fact(
            words.get("fact.delivered"), words.day(delivery.terms().deliveredOn())));
    facts.add(new QuotePaper.Fact(words.get("fact.order"), order.number()));
    facts.addAll(Correspondence.facts(account, order.terms().poNumberIfAny(), words));
    return pdf.print(
        new TradePaper(
            words.get("kind.delivery"),
            delivery.document().number(),
            correspondence.seller(words),
            delivery.terms().address().lines().toList(),
            facts,
            List.of(),
            columns(words),
            rows(delivery, orders.lines(order), words),
            List.of(),
            List.of(),
            Correspondence.paragraphs(delivery.terms().note()),
            words.language(),
            true),
        words.writing());
  }

  private static List<TradePaper.Column> columns(PaperWords words) {
    return List.of(
        new TradePaper.Column(words.get("column.position"), 9, false),
        new TradePaper.Column(words.get("column.description"), 0, false),
        new TradePaper.Column(words.get("column.code"), 32, false),
        new TradePaper.Column(words.get("column.delivered"), 26, true),
        new TradePaper.Column(words.get("column.to-come"), 26, true));
  }

  private static List<TradePaper.Row> rows(
      DeliveryService.Delivery delivery, List<OrderLine> ordered, PaperWords words) {
    Map<String, OrderLine> byId = new HashMap<>();
    ordered.forEach(line -> byId.put(line.id(), line));
    List<TradePaper.Row> rows = new ArrayList<>();
    for (DeliveryStore.Line line : delivery.lines()) {
      OrderLine of = byId.get(line.line());
      String unit = of.unit().isEmpty() ? "" : " " + of.unit();
      rows.add(
          TradePaper.Row.of(
              Integer.toString(rows.size() + 1),
              of.words(),
              of.product() == null ? "" : of.product(),
              words.number(line.quantity().value()) + unit,
              of.due().value().signum() == 0 ? "–" : words.number(of.due().value()) + unit));
    }
    return rows;
  }
}
