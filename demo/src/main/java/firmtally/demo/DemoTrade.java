package firmtally.demo;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.stock.StockService;
import firmtally.server.platform.ClockConfig;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.creditdesk.CreditRequests;
import firmtally.server.sales.delivery.DeliveryService;
import firmtally.server.sales.invoice.InvoiceService;
import firmtally.server.sales.ledger.LedgerService;
import firmtally.server.sales.payment.PaymentService;
import firmtally.server.sales.reminder.ReminderService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/**
 * What became of three years of orders: delivered, invoiced, paid as each customer pays, in the
 * order of the days, so that numbers rise with them.
 */
@Component
class DemoTrade {
  private static final int YOUNG = 6;
  private final DeliveryService deliveries;
  private final InvoiceService invoices;
  private final PaymentService payments;
  private final LedgerService ledger;
  private final StockService stock;
  private final CreditRequests requests;
  private final CreditService credit;
  private final ReminderService reminders;
  private final Sql sql;
  private final Clock clock;

  DemoTrade(
      DeliveryService deliveries,
      InvoiceService invoices,
      PaymentService payments,
      LedgerService ledger,
      StockService stock,
      CreditRequests requests,
      CreditService credit,
      ReminderService reminders,
      Sql sql,
      Clock clock) {
    this.deliveries = deliveries;
    this.invoices = invoices;
    this.payments = payments;
    this.ledger = ledger;
    this.stock = stock;
    this.requests = requests;
    this.credit = credit;
    this.reminders = reminders;
    this.sql = sql;
    this.clock = clock;
  }

  /** Something that happens on a day; what is on the same day goes in the order it was added. */
  private record Event(LocalDate on, long turn, Runnable what) {}

  /** The days as they go by. */
  private static final class Days {
    private final PriorityQueue<Event> events =
        new PriorityQueue<>(Comparator.comparing(Event::on).thenComparing(Event::turn));
    private final LocalDate today;
    private long turn;

    Days(LocalDate today) {
      this.today = today;
    }

    void add(LocalDate on, Runnable what) {
      if (!on.isAfter(today)) {
        events.add(new Event(on, turn++, what));
      }
    }

    void run() {
      while (!events.isEmpty()) {
        Event event = events.poll();
        ClockConfig.on(event.on(), event.what());
      }
    }
  }

  private record Released(DocumentId id, LocalDate day, int lateDays, AccountId account) {}

  private record Charged(AgreementId id, LocalDate day, int lateDays, AccountId account) {}

  /** Everything that was ordered before today. */
  void past(DemoHistory.Stage stage) {
    Days days = new Days(stage.today());
    for (Released order : released()) {
      LocalDate on = order.day().plusDays(3L + stage.random().nextInt(9));
      days.add(on, () -> deliver(days, stage, order, on));
    }
    for (Charged agreement : charged()) {
      days.add(agreement.day(), () -> charge(days, stage, agreement));
    }
    days.run();
    follow(stage.today());
  }

  /** What followed a win long ago is done. */
  private void follow(LocalDate today) {
    sql.sql(
            """
            UPDATE activity SET closed_at = due || 'T10:00:00Z', done_at = due || 'T10:00:00Z', outcome = 'Done.'
            WHERE closed_at IS NULL AND due < :before AND opportunity_id IN (SELECT id FROM opportunity WHERE state = 'won')
            """)
        .param("before", today.minusDays(2))
        .update();
  }

  private List<Released> released() {
    return sql.sql(
            """
            SELECT d.id, substr(t.released_at, 1, 10) AS day, a.late_days, a.id AS account FROM document d
              JOIN order_terms t ON t.document_id = d.id JOIN account a ON a.id = d.account_id
            WHERE d.kind = 'order' AND d.state = 'released'
              AND EXISTS (SELECT 1 FROM order_line l WHERE l.document_id = d.id) ORDER BY 2, d.id
            """)
        .query(Released.class)
        .list();
  }

  private List<Charged> charged() {
    return sql.sql(
            """
            SELECT g.id, g.next_charge AS day, a.late_days, a.id AS account FROM agreement g JOIN account a ON a.id = g.account_id
            WHERE g.next_charge IS NOT NULL ORDER BY g.next_charge, g.id
            """)
        .query(Charged.class)
        .list();
  }

  private void deliver(Days days, DemoHistory.Stage stage, Released order, LocalDate on) {
    fill(order.id());
    deliveries.deliver(
        order.id(), new DeliveryService.DeliveryForm(null, null, null, null), Actor.SYSTEM);
    LocalDate invoiceOn = on.plusDays(1);
    if (invoiceOn.isBefore(stage.today().minusDays(YOUNG))) {
      days.add(
          invoiceOn,
          () ->
              pay(
                  days,
                  stage,
                  invoices.issue(
                      order.id(), InvoiceService.IssueForm.DELIVERED, stage.controller()),
                  order.account(),
                  order.lateDays()));
    }
  }

  /** What is to be delivered and not on hand comes in first. */
  private void fill(DocumentId order) {
    record Short(String product, long missing) {}
    for (Short one :
        sql.sql(
                """
                SELECT l.product, SUM(l.quantity - l.delivered - l.cancelled) - p.stock AS missing
                FROM order_line l JOIN product p ON p.code = l.product
                WHERE l.document_id = :order AND p.stock IS NOT NULL GROUP BY l.product HAVING missing > 0 ORDER BY l.product
                """)
            .param("order", order)
            .query(Short.class)
            .list()) {
      stock.move(one.product(), Quantity.ofThousandths(one.missing()).value());
    }
  }

  private void charge(Days days, DemoHistory.Stage stage, Charged agreement) {
    LocalDate day =
        sql.sql("SELECT next_charge FROM agreement WHERE id = :id AND next_charge IS NOT NULL")
            .param("id", agreement.id())
            .query((row, n) -> LocalDate.parse(row.getString(1)))
            .optional()
            .orElse(LocalDate.MAX);
    if (!day.isBefore(stage.today().minusDays(YOUNG))) {
      return;
    }
    DocumentId invoice = invoices.issueCharges(agreement.id(), day, stage.controller());
    pay(days, stage, invoice, agreement.account(), agreement.lateDays());
    sql.sql("SELECT next_charge FROM agreement WHERE id = :id AND next_charge IS NOT NULL")
        .param("id", agreement.id())
        .query((row, n) -> LocalDate.parse(row.getString(1)))
        .optional()
        .ifPresent(next -> days.add(next, () -> charge(days, stage, agreement)));
  }

  /** Paid about as late as the customer usually is; now and then nothing comes. */
  private void pay(
      Days days, DemoHistory.Stage stage, DocumentId invoice, AccountId account, int lateDays) {
    LedgerService.Item item = ledger.ofDocument(invoice).orElse(null);
    if (item == null) {
      return;
    }
    Random random = stage.random();
    LocalDate on = item.due().plusDays(lateDays + random.nextInt(7) - 3L);
    boolean isForgotten = random.nextInt(5) == 0 && item.due().isAfter(stage.today().minusDays(70));
    if (!isForgotten) {
      days.add(on.isBefore(item.on()) ? item.on() : on, () -> enter(stage, item, account));
    }
  }

  private void enter(DemoHistory.Stage stage, LedgerService.Item item, AccountId account) {
    ledger
        .ofDocument(item.documentId())
        .filter(now -> !now.balance().startsWith("-") && now.settledOn() == null)
        .ifPresent(
            now ->
                payments.enter(
                    new PaymentService.PaymentForm(
                        account,
                        LocalDate.now(clock).toString(),
                        now.balance(),
                        "Invoice " + now.ref(),
                        List.of(now.id())),
                    stage.controller()));
  }

  /** What waits for the credit controller today. */
  void today(DemoHistory.Stage stage) {
    expect(stage);
    List<LedgerService.Item> overdue =
        ledger.open(40).stream().filter(item -> item.daysOverdue() > 12).toList();
    for (int i = 0; i < overdue.size() && i < 3; i++) {
      LedgerService.Item item = overdue.get(i);
      ClockConfig.on(
          item.due().plusDays(10),
          () ->
              reminders.due(stage.controller()).stream()
                  .filter(due -> due.accountId().equals(item.accountId()))
                  .findFirst()
                  .ifPresent(
                      due ->
                          reminders.send(
                              due.accountId(), due.stage(), due.total(), "", stage.controller())));
    }
    if (overdue.size() > 4) {
      promise(overdue.get(3), stage.today().plusDays(3), stage);
      promise(overdue.get(4), stage.today(), stage);
    }
    ask(stage);
    tighten(stage);
  }

  private record Exposed(AccountId account, long exposure) {}

  /** Two customers who owe nothing late come near their limit. */
  private void tighten(DemoHistory.Stage stage) {
    List<Exposed> exposed =
        sql.sql(
                """
                SELECT d.account_id AS account, SUM(t.to_invoice) AS exposure FROM document d JOIN order_terms t ON t.document_id = d.id
                WHERE d.kind = 'order' AND d.state = 'released' AND t.to_invoice > 200000
                  AND NOT EXISTS (SELECT 1 FROM open_item i WHERE i.account_id = d.account_id AND i.balance <> 0)
                GROUP BY d.account_id ORDER BY 2, 1 LIMIT 2
                """)
            .query(Exposed.class)
            .list();
    for (Exposed one : exposed) {
      credit.setLimit(
          one.account(),
          stage.today().minusDays(30),
          Money.ofMinor(CurrencyUnit.EUR, (one.exposure() * 115 / 100 / 5_000 + 1) * 5_000),
          stage.controller());
    }
  }

  private void promise(LedgerService.Item item, LocalDate on, DemoHistory.Stage stage) {
    LedgerService.Item now = ledger.ofDocument(item.documentId()).orElseThrow();
    ledger.promise(
        now.id(),
        now.version(),
        new LedgerService.PromiseForm(on.toString(), "Their accounts office, by phone"),
        stage.controller());
  }

  /** Goods that are on their way. */
  private void expect(DemoHistory.Stage stage) {
    List<String> codes =
        sql.sql(
                "SELECT code FROM product WHERE stock IS NOT NULL AND active = 1 AND on_order > 0 ORDER BY code LIMIT 14")
            .query(String.class)
            .list();
    List<StockService.FeedLine> feed =
        java.util.stream.IntStream.range(0, codes.size())
            .mapToObj(
                i ->
                    new StockService.FeedLine(
                        "due",
                        codes.get(i),
                        Integer.toString(5 + i % 4 * 5),
                        stage.today().plusDays(2L + i).toString(),
                        "B-" + (300 + i / 3)))
            .toList();
    stock.take(feed, Actor.SYSTEM);
  }

  private record Waiting(DocumentId id, AccountId account, long total, long owner) {}

  /** Reps ask for more credit where an order waits for it. */
  private void ask(DemoHistory.Stage stage) {
    List<Waiting> waiting =
        sql.sql(
                """
                SELECT d.id, d.account_id AS account, w.invoice_total AS total, o.owner_id AS owner FROM document d JOIN worksheet w ON w.id = d.worksheet_id
                  JOIN opportunity o ON o.id = d.opportunity_id
                WHERE d.kind = 'order' AND d.state = 'hold' AND EXISTS (SELECT 1 FROM approval a WHERE a.document_id = d.id
                  AND a.reason = 'credit' AND a.answer IS NULL) ORDER BY w.invoice_total DESC, d.id LIMIT 2
                """)
            .query(Waiting.class)
            .list();
    for (Waiting order : waiting) {
      Actor rep =
          stage.reps().stream()
              .filter(r -> r.id().value() == order.owner())
              .findFirst()
              .orElseThrow();
      long amount = (order.total() / 100 / 5_000 + 12) * 5_000;
      requests.ask(
          order.account(),
          new CreditRequests.RequestForm(
              Long.toString(amount),
              stage.today().toString(),
              "They take the second line in spring; the first is paid on time.",
              order.id()),
          rep);
    }
  }
}
