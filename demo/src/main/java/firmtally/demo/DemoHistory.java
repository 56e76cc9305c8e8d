package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ClockConfig;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.sales.approval.Approval;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderChanges;
import firmtally.server.sales.order.OrderService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.sales.sending.SendingService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.springframework.stereotype.Component;

/** Three years of business, each act done through the services as on its day. */
@Component
class DemoHistory {
  private static final String[] LOST = {
    "Price", "No budget", "Lost to competitor", "Kept existing equipment", "Delivery time"
  };
  static final String[] COMPETITORS = {"Ostrander Scales", "Piquet & Voll", "Lowland Weighing"};
  static final String[] SOURCES = {"phone", "web form", "trade fair", "referral"};
  private static final int CLOSED = 270;
  private static final int OPEN = 150;
  private static final int DAYS = 1080;

  private final OpportunityService opportunities;
  private final MoveService moves;
  private final EndingService endings;
  private final QuoteService quotes;
  private final SendingService sending;
  private final OrderService orders;
  private final OrderChanges changes;
  private final ActivityService activities;
  private final ApprovalService approvals;
  private final Sql sql;

  DemoHistory(
      OpportunityService opportunities,
      MoveService moves,
      EndingService endings,
      QuoteService quotes,
      SendingService sending,
      OrderService orders,
      OrderChanges changes,
      ActivityService activities,
      ApprovalService approvals,
      Sql sql) {
    this.opportunities = opportunities;
    this.moves = moves;
    this.endings = endings;
    this.quotes = quotes;
    this.sending = sending;
    this.orders = orders;
    this.changes = changes;
    this.activities = activities;
    this.approvals = approvals;
    this.sql = sql;
  }

  /** Who acts, on what, until when. */
  record Stage(
      List<Actor> reps,
      Actor manager,
      Actor controller,
      List<AccountId> accounts,
      List<Product> products,
      LocalDate today,
      Random random) {
    Actor ownerOf(int account) {
      return reps.get(account % reps.size());
    }
  }

  void closed(Stage stage) {
    for (int i = 0; i < CLOSED; i++) {
      int account = stage.random().nextInt(stage.accounts().size() * 5 / 6);
      LocalDate opened = stage.today().minusDays(40L + (long) (DAYS - 40) * (CLOSED - i) / CLOSED);
      Actor rep = stage.ownerOf(account);
      OpportunityId id = open(stage, account, opened, i, rep);
      int days = 12 + stage.random().nextInt(25);
      if (stage.random().nextInt(100) < 58) {
        ClockConfig.on(
            opened.plusDays(days), () -> win(stage, id, rep, "PO-" + (7000 + id.value())));
      } else {
        lose(stage, id, opened, days, rep);
      }
    }
    renewals(stage);
  }

  private OpportunityId open(Stage stage, int account, LocalDate day, int i, Actor rep) {
    int turn = stage.random().nextInt(12);
    LocalDate close = day.plusDays(25L + stage.random().nextInt(90));
    List<LineForm> lines = lines(stage, i % 3 == 0);
    String title = DemoTitles.of(lines, stage.products(), turn);
    OpportunityId[] id = new OpportunityId[1];
    ClockConfig.on(
        day,
        () ->
            id[0] =
                opportunities.open(
                    Opening.of(stage.accounts().get(account), title, "new")
                        .with(Optional.empty(), contact(stage.accounts().get(account), i))
                        .from(Optional.empty(), SOURCES[i % SOURCES.length], "")
                        .closing(close, WorksheetForm.of(lines)),
                    rep));
    return id[0];
  }

  /** Two of three are with somebody who is known: the first at the account, or the last. */
  private Optional<ContactId> contact(AccountId account, int i) {
    return i % 3 == 2
        ? Optional.empty()
        : sql.sql(
                "SELECT "
                    + (i % 2 == 0 ? "MIN" : "MAX")
                    + "(id) FROM contact WHERE account_id = :account HAVING COUNT(*) > 0")
            .param("account", account)
            .query(ContactId.class)
            .optional();
  }

  private List<LineForm> lines(Stage stage, boolean withPlan) {
    Random random = stage.random();
    List<LineForm> lines = new ArrayList<>();
    int count = 1 + random.nextInt(4);
    for (int n = 0; n < count; n++) {
      Product p = stage.products().get(random.nextInt(stage.products().size()));
      boolean isDear = p.listPrice().toTenThousandths() > 50_000_000L;
      int quantity =
          isDear ? 1 : 1 + random.nextInt(p.listPrice().toTenThousandths() > 4_000_000L ? 4 : 14);
      int discount =
          random.nextInt(3) == 0 ? 2 + random.nextInt(random.nextInt(7) == 0 ? 14 : 8) : 0;
      lines.add(line(p, n + 1, quantity, discount));
    }
    if (withPlan && lines.stream().noneMatch(l -> l.everyMonths() != null)) {
      List<Product> plans =
          stage.products().stream().filter(p -> p.everyMonths().isPresent()).toList();
      lines.add(line(plans.get(random.nextInt(plans.size())), count + 1, 1 + random.nextInt(6), 0));
    }
    return lines;
  }

  private static LineForm line(Product p, int id, int quantity, int discount) {
    LineForm line =
        LineForm.ofProduct(
            String.valueOf(id),
            p.code(),
            p.name(),
            String.valueOf(quantity),
            LineForm.Plan.of(p.everyMonths(), p.termMonths()));
    return discount == 0 ? line : line.less(String.valueOf(discount));
  }

  /** Quoted, ordered, released where it was held. */
  private void win(Stage stage, OpportunityId id, Actor rep, String number) {
    DocumentId quote = quotes.make(id, false, rep);
    haggle(stage, quote, rep);
    sending.takeOverAsSent(quote, rep);
    DocumentId order = orders.place(quote, OrderService.OrderForm.of(number), rep);
    for (Actor answerer : List.of(stage.manager(), stage.controller())) {
      Order placed = orders.readable(order, answerer);
      boolean isTheirs =
          approvals.of(order).stream()
              .filter(Approval::isOpen)
              .anyMatch(a -> answerer.roles().words().contains(a.role()));
      if (isTheirs) {
        changes.release(order, placed.version(), "Agreed by phone.", answerer);
      }
    }
  }

  /** One in three is won with a little more given, or one piece more or less. */
  private void haggle(Stage stage, DocumentId id, Actor rep) {
    if (stage.random().nextInt(3) > 0) {
      return;
    }
    Quote quote = quotes.readable(id, rep);
    Calculation quoted = quotes.calculation(quote, rep);
    List<LineForm> lines = new ArrayList<>(quoted.form().lines());
    int at = stage.random().nextInt(lines.size());
    LineForm line = lines.get(at);
    boolean isGiven = stage.random().nextInt(4) > 0;
    lines.set(
        at,
        isGiven
            ? line.less(Integer.toString(3 + stage.random().nextInt(6)))
            : line.but().quantity(Integer.toString(Integer.parseInt(line.quantity()) + 1)).build());
    quotes.saveLines(id, quoted.version(), quoted.form().with(lines), rep);
  }

  /** Who won it is known where the price or the delivery decided. */
  private static EndingService.Loss loss(String reason, int i) {
    boolean isKnown = reason.equals("Price") || reason.equals("Lost to competitor");
    return new EndingService.Loss(reason, isKnown ? COMPETITORS[i % COMPETITORS.length] : null);
  }

  private void lose(Stage stage, OpportunityId id, LocalDate opened, int days, Actor rep) {
    String reason = LOST[stage.random().nextInt(LOST.length)];
    ClockConfig.on(
        opened.plusDays(days),
        () -> {
          if (stage.random().nextInt(3) > 0) {
            sending.takeOverAsSent(quotes.make(id, false, rep), rep);
          }
          endings.lose(
              id,
              opportunities.readable(id, Actor.SYSTEM).version(),
              loss(reason, (int) id.value()),
              rep);
        });
  }

  /** Terms that ended before today are renewed, or let go, until none is left. */
  private void renewals(Stage stage) {
    List<OpportunityId> due = ended(stage.today());
    while (!due.isEmpty()) {
      for (OpportunityId id : due) {
        Opportunity o = opportunities.readable(id, Actor.SYSTEM);
        Actor owner =
            stage.reps().stream().filter(r -> r.id().equals(o.ownerId())).findFirst().orElseThrow();
        ClockConfig.on(
            o.expectedClose().minusDays(9),
            () -> {
              if (stage.random().nextInt(100) < 86) {
                win(stage, id, owner, "PO-" + (7000 + id.value()));
              } else {
                endings.lose(id, o.version(), new EndingService.Loss("Not renewed", null), owner);
              }
            });
      }
      due = ended(stage.today());
    }
  }

  private List<OpportunityId> ended(LocalDate today) {
    return sql.sql(
            """
            SELECT id FROM opportunity WHERE state = 'open' AND renews_id IS NOT NULL AND expected_close < :day
            ORDER BY expected_close, id
            """)
        .param("day", today.minusDays(4).toString())
        .query(OpportunityId.class)
        .list();
  }

  void open(Stage stage) {
    for (int i = 0; i < OPEN; i++) {
      int account = (i * 7) % stage.accounts().size();
      Actor rep = stage.ownerOf(account);
      LocalDate opened = stage.today().minusDays(2L + stage.random().nextInt(85));
      OpportunityId id = open(stage, account, opened, i, rep);
      int turn = i % 10;
      LocalDate later = min(opened.plusDays(1L + stage.random().nextInt(40)), stage.today());
      ClockConfig.on(later, () -> work(stage, id, turn, rep));
    }
    orderSome(stage);
    sendSome(stage);
  }

  private void work(Stage stage, OpportunityId id, int turn, Actor rep) {
    if (turn >= 2 && turn <= 4) {
      move(id, 1, rep);
    } else if (turn == 5 || turn == 6 || turn == 8) {
      sending.takeOverAsSent(quotes.make(id, false, rep), rep);
    } else if (turn == 7) {
      quotes.make(id, false, rep);
    } else if (turn == 9) {
      sending.takeOverAsSent(quotes.make(id, false, rep), rep);
      move(id, 3, rep);
    }
    Random random = stage.random();
    activities.doneOpen(id, "Interested; asked for a price.");
    if (turn != 3) {
      LocalDate due = stage.today().plusDays(random.nextInt(16) - 3L);
      activities.planBySystem(
          id,
          turn % 2 == 0 ? "call" : "email",
          turn % 2 == 0 ? "Call back about the price" : "Send the drawing",
          due,
          rep.id());
    }
  }

  private void move(OpportunityId id, int to, Actor rep) {
    Opportunity o = opportunities.readable(id, Actor.SYSTEM);
    StageId stage =
        sql.sql(
                "SELECT id FROM stage WHERE process_id = :process ORDER BY position LIMIT 1 OFFSET :to")
            .param("process", o.processId())
            .param("to", to)
            .query(StageId.class)
            .single();
    moves.move(id, o.version(), stage, rep);
  }

  /** Fresh orders: some released, some held by margin, credit or the missing number. */
  private void orderSome(Stage stage) {
    List<DocumentId> sent =
        quotes(
            stage,
            """
            SELECT id FROM quote WHERE state = 'sent' AND valid_until >= :today
              AND opportunity_id IN (SELECT id FROM opportunity WHERE state = 'open')
            ORDER BY id DESC LIMIT 26
            """);
    for (int i = 0; i < sent.size(); i += 2) {
      DocumentId quote = sent.get(i);
      String number = i % 3 == 0 ? "" : "PO-" + (9000 + i);
      LocalDate quoted = quotes.readable(quote, Actor.SYSTEM).document().madeOn();
      LocalDate day = stage.today().minusDays(i / 2L);
      order(stage, quote, number, day.isBefore(quoted) ? quoted : day);
    }
    List<DocumentId> deep =
        quotes(
            stage,
            """
            SELECT q.id FROM quote q JOIN opportunity o ON o.id = q.opportunity_id
              JOIN worksheet w ON w.id = q.worksheet_id
            WHERE q.state = 'sent' AND q.valid_until >= :today AND o.state = 'open' AND w.sign_off_role IS NOT NULL
            ORDER BY w.contract, q.id LIMIT 2
            """);
    deep.forEach(quote -> order(stage, quote, "PO-" + (9500 + quote.value()), stage.today()));
    // At those who order by number only, and for once without one.
    List<DocumentId> byNumber =
        quotes(
            stage,
            """
            SELECT max(q.id) FROM quote q JOIN opportunity o ON o.id = q.opportunity_id
              JOIN account a ON a.id = o.account_id
            WHERE q.state = 'sent' AND q.valid_until >= :today AND o.state = 'open' AND a.po_number_required = 1
            GROUP BY o.owner_id ORDER BY o.owner_id LIMIT 3
            """);
    byNumber.forEach(quote -> order(stage, quote, "", stage.today()));
  }

  /** Drafts that leave today, and drafts whose terms wait for the manager. */
  private void sendSome(Stage stage) {
    List<DocumentId> ready =
        quotes(
            stage,
            """
            SELECT max(q.id) FROM quote q JOIN worksheet w ON w.id = q.worksheet_id
              JOIN opportunity o ON o.id = q.opportunity_id
            WHERE q.state = 'draft' AND q.valid_until >= :today AND w.sign_off_role IS NULL
            GROUP BY o.owner_id ORDER BY o.owner_id
            """);
    for (DocumentId quote : ready) {
      Actor owner = owner(stage, quote);
      sending.send(
          quote,
          quotes.readable(quote, owner).version(),
          new SendingService.MessageForm(null, null, null, null, null),
          "",
          owner);
    }
    List<DocumentId> deep =
        quotes(
            stage,
            """
            SELECT q.id FROM quote q JOIN worksheet w ON w.id = q.worksheet_id
            WHERE q.state = 'draft' AND w.sign_off_role IS NOT NULL AND q.valid_until <> :today ORDER BY q.id LIMIT 2
            """);
    for (DocumentId quote : deep) {
      quotes.askForSignOff(quote, "They compare us with two others.", owner(stage, quote));
    }
  }

  private List<DocumentId> quotes(Stage stage, String which) {
    return sql.sql(which).param("today", stage.today()).query(DocumentId.class).list();
  }

  private Actor owner(Stage stage, DocumentId quote) {
    OpportunityId opportunity = quotes.readable(quote, Actor.SYSTEM).opportunityId();
    PersonId owner = opportunities.readable(opportunity, Actor.SYSTEM).ownerId();
    return stage.reps().stream().filter(rep -> rep.id().equals(owner)).findFirst().orElseThrow();
  }

  private void order(Stage stage, DocumentId quote, String number, LocalDate day) {
    Actor owner = owner(stage, quote);
    ClockConfig.on(day, () -> orders.place(quote, OrderService.OrderForm.of(number), owner));
  }

  private static LocalDate min(LocalDate one, LocalDate other) {
    return one.isBefore(other) ? one : other;
  }
}
