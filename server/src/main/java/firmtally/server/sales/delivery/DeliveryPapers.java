package firmtally.server.sales.delivery;

import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.server.access.Actor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.web.Written;
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
  private static final List<TradePaper.Column> COLUMNS =
      List.of(
          new TradePaper.Column("Pos.", 9, false),
          new TradePaper.Column("Description", 0, false),
          new TradePaper.Column("Code", 32, false),
          new TradePaper.Column("Delivered", 26, true),
          new TradePaper.Column("Still to come", 26, true));
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
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact("Delivered on", Written.day(delivery.terms().deliveredOn())));
    facts.add(new QuotePaper.Fact("Order", order.number()));
    facts.addAll(Correspondence.facts(account, order.terms().poNumberIfAny()));
    return pdf.print(
        new TradePaper(
            "Delivery note",
            delivery.document().number(),
            correspondence.seller(),
            delivery.terms().address().lines().toList(),
            facts,
            List.of(),
            COLUMNS,
            rows(delivery, orders.lines(order)),
            List.of(),
            List.of(),
            Correspondence.paragraphs(delivery.terms().note()),
            true));
  }

  private static List<TradePaper.Row> rows(
      DeliveryService.Delivery delivery, List<OrderLine> ordered) {
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
              line.quantity() + unit,
              of.due().value().signum() == 0 ? "–" : of.due() + unit));
    }
    return rows;
  }
}
