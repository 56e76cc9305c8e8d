package firmtally.server.sales.creditdesk;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.approval.Approval;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.order.OrderChanges;
import firmtally.server.sales.order.OrderService;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * A rep asks for a higher limit or an earlier day, with the case filled in; the controller gives
 * it, gives another, gives the order against a deposit, or says no.
 */
@Service
public class CreditRequests {
  private static final int LONGEST = 400;
  private static final String RECORD = "account";
  private static final String ROWS =
      """
      SELECT r.approval_id, a.account_id, c.name AS account, c.owner_id, a.document_id, d.number AS order_number,
             (SELECT w.invoice_total FROM worksheet w WHERE w.id = d.worksheet_id AND d.state = 'hold') AS order_total, r.amount, r.from_day,
             r.given, r.given_from, r.deposit_percent, a.words, a.why, p.name AS asked_by, substr(a.asked_at, 1, 10) AS asked_on,
             a.answer, b.name AS answered_by, a.comment
      FROM credit_request r JOIN approval a ON a.id = r.approval_id JOIN account c ON c.id = a.account_id
        JOIN person p ON p.id = a.asked_by LEFT JOIN person b ON b.id = a.answered_by
        LEFT JOIN document d ON d.id = a.document_id
      """;
  private final Sql sql;
  private final ApprovalService approvals;
  private final AccountService accounts;
  private final CreditService credit;
  private final OrderService orders;
  private final OrderChanges changes;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  CreditRequests(
      Sql sql,
      ApprovalService approvals,
      AccountService accounts,
      CreditService credit,
      OrderService orders,
      OrderChanges changes,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.sql = sql;
    this.approvals = approvals;
    this.accounts = accounts;
    this.credit = credit;
    this.orders = orders;
    this.changes = changes;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /**
   * What is asked for, as typed; {@code orderId} names the order that waits for it, if one does.
   */
  public record RequestForm(
      String amount, String from, String why, @MaybeNull DocumentId orderId) {}

  /**
   * An answer as typed.
   *
   * @param answer {@code yes} as asked, {@code counter} another limit or day, {@code condition} a
   *     deposit instead, {@code no}
   */
  public record CreditAnswerForm(
      String answer,
      @MaybeNull String amount,
      @MaybeNull String from,
      @MaybeNull String depositPercent,
      @MaybeNull String comment) {}

  /**
   * A request, and whether who looks may answer it.
   *
   * @param orderTotal with tax, of the order that waits for it
   */
  public record RequestView(
      ApprovalId id,
      AccountId accountId,
      String account,
      @MaybeNull DocumentId orderId,
      @MaybeNull String order,
      @MaybeNull String orderTotal,
      String amount,
      LocalDate from,
      @MaybeNull String given,
      @MaybeNull LocalDate givenFrom,
      @MaybeNull String depositPercent,
      String words,
      String why,
      String askedBy,
      LocalDate askedOn,
      @MaybeNull String answer,
      @MaybeNull String answeredBy,
      String comment,
      boolean mayAnswer,
      boolean mayWithdraw) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  /** Asks; the case is filled in from what is known. */
  @Transactional
  public ApprovalId ask(AccountId id, RequestForm typed, Actor actor) {
    actor.checkSells();
    Account account = accounts.readable(id, actor);
    Input input = new Input();
    Optional<Money> amount = Amounts.read(input, "amount", currency(), typed.amount());
    LocalDate today = LocalDate.now(clock);
    LocalDate from = input.day("from", typed.from()).orElse(today);
    if (from.isBefore(today)) {
      input.refuse("from", "Enter today or a later day.");
    }
    String why = input.text("why", typed.why(), LONGEST);
    input.check();
    if (open(id).isPresent()) {
      throw new NotPossible("More credit for this account is asked for already.");
    }
    if (typed.orderId() != null) {
      orders.readable(typed.orderId(), actor);
    }
    ApprovalId asked =
        approvals.ask(
            new ApprovalService.Asked(
                ApprovalService.CREDIT_REQUEST,
                typed.orderId(),
                id,
                ApprovalService.CREDIT_REQUEST,
                Role.CREDIT_CONTROLLER.word(),
                words(account, amount.orElseThrow(), from),
                why,
                0,
                Optional.empty()),
            actor);
    sql.sql(
            "INSERT INTO credit_request (approval_id, amount, from_day) VALUES (:id, :amount, :from)")
        .param("id", asked)
        .param("amount", amount.get().getAmountMinorLong())
        .param("from", from)
        .update();
    log.note(
        actor.id(),
        RECORD,
        id,
        "credit request",
        null,
        Written.amount(amount.get()) + " from " + Written.day(from) + ": " + why);
    return asked;
  }

  /** The case: what is owed, what waits, what is offered. */
  private String words(Account account, Money amount, LocalDate from) {
    var check = credit.check(account.id(), Optional.empty());
    long waiting =
        sum(
            """
            SELECT COALESCE(SUM(w.invoice_total), 0) FROM document d JOIN worksheet w ON w.id = d.worksheet_id
            WHERE d.kind = 'order' AND d.state = 'hold' AND d.account_id = :id
            """,
            account.id());
    long offered =
        sum(
            """
            SELECT COALESCE(SUM(w.invoice_total), 0) FROM document d JOIN worksheet w ON w.id = d.worksheet_id
            WHERE d.kind = 'quote' AND d.state IN ('sent', 'accepted') AND d.account_id = :id
            """,
            account.id());
    return "Limit of "
        + Written.amount(amount)
        + " from "
        + Written.day(from)
        + " in place of "
        + Written.amount(check.limit())
        + ". Exposure "
        + Written.amount(check.exposure())
        + ", orders waiting "
        + Written.amount(Money.ofMinor(currency(), waiting))
        + ", quotes with the customer "
        + Written.amount(Money.ofMinor(currency(), offered))
        + ".";
  }

  private long sum(String query, AccountId account) {
    return sql.sql(query).param("id", account).query(Long.class).single();
  }

  private Optional<ApprovalId> open(AccountId account) {
    return sql.sql(
            """
            SELECT id FROM approval WHERE account_id = :id AND kind = 'credit-request' AND answer IS NULL
            ORDER BY id LIMIT 1
            """)
        .param("id", account)
        .query(ApprovalId.class)
        .optional();
  }

  /** Answers one. Orders of the account that wait are looked at again by themselves. */
  @Transactional
  public void answer(ApprovalId id, CreditAnswerForm typed, Actor actor) {
    RequestView request = get(id, actor);
    Account account = accounts.readable(request.accountId(), actor);
    Input input = new Input();
    Given given = read(input, request, typed);
    input.check();
    approvals.answerRequest(id, typed.answer(), given.comment(), account.ownerId(), actor);
    sql.sql(
            """
            UPDATE credit_request SET given = :given, given_from = :from, deposit_percent = :deposit WHERE approval_id = :id
            """)
        .param("id", id)
        .param("given", given.limit().map(Money::getAmountMinorLong))
        .param("from", given.limit().map(limit -> given.from()))
        .param("deposit", given.deposit())
        .update();
    log.note(
        actor.id(),
        RECORD,
        account.id(),
        "credit request",
        Written.amount(Amounts.parse(currency(), request.amount())),
        typed.answer() + (given.comment().isEmpty() ? "" : ": " + given.comment()));
    given.limit().ifPresent(limit -> credit.setLimit(account.id(), given.from(), limit, actor));
    given.deposit().ifPresent(deposit -> changes.wantDeposit(request.orderId(), deposit, actor));
  }

  /** What was answered. */
  private record Given(
      Optional<Money> limit, LocalDate from, Optional<Percent> deposit, String comment) {}

  private Given read(Input input, RequestView request, CreditAnswerForm typed) {
    String comment =
        "no".equals(typed.answer())
            ? input.text("comment", typed.comment(), LONGEST)
            : input.optionalText("comment", typed.comment(), LONGEST);
    return switch (typed.answer() == null ? "" : typed.answer()) {
      case "yes" ->
          new Given(
              Optional.of(Amounts.parse(currency(), request.amount())),
              request.from(),
              Optional.empty(),
              comment);
      case "counter" ->
          new Given(
              Amounts.read(input, "amount", currency(), typed.amount()),
              input.day("from", typed.from()).orElse(request.from()),
              Optional.empty(),
              comment);
      case "condition" -> {
        if (request.orderId() == null) {
          input.refuse("answer", "A deposit is asked for on an order; this request names none.");
        }
        input.text("depositPercent", typed.depositPercent(), LONGEST);
        yield new Given(
            Optional.empty(),
            request.from(),
            input.value(
                "depositPercent",
                typed.depositPercent(),
                text ->
                    Percent.parse(text).within("depositPercent", Percent.ZERO, Percent.HUNDRED)),
            comment);
      }
      case "no" -> new Given(Optional.empty(), request.from(), Optional.empty(), comment);
      default -> {
        input.refuse("answer", "Choose one of condition, counter, no, yes.");
        yield new Given(Optional.empty(), request.from(), Optional.empty(), comment);
      }
    };
  }

  /** Takes one back that is not answered yet. */
  @Transactional
  public void withdraw(ApprovalId id, Actor actor) {
    RequestView request = get(id, actor);
    if (!request.mayWithdraw()) {
      throw new NotPossible("Whoever asked takes it back, while it is not answered.");
    }
    sql.sql(
            """
            UPDATE approval SET answer = 'withdrawn', answered_by = :by, answered_at = :at WHERE id = :id AND answer IS NULL
            """)
        .param("id", id)
        .param("by", actor.id())
        .param("at", clock.instant())
        .update();
    log.note(actor.id(), RECORD, request.accountId(), "credit request", null, "withdrawn");
  }

  /** Those that wait. */
  public List<RequestView> waiting(Actor actor) {
    return rows(" WHERE a.answer IS NULL ORDER BY r.amount DESC, r.approval_id", 0, actor);
  }

  /** Those of an account, the latest first. */
  public List<RequestView> ofAccount(AccountId account, Actor actor) {
    return rows(
        " WHERE a.account_id = :key ORDER BY r.approval_id DESC LIMIT 20", account.value(), actor);
  }

  private RequestView get(ApprovalId id, Actor actor) {
    return rows(" WHERE r.approval_id = :key", id.value(), actor).stream()
        .findFirst()
        .orElseThrow(() -> new NotThere("credit request", id));
  }

  private List<RequestView> rows(String which, long key, Actor actor) {
    CurrencyUnit currency = currency();
    var statement = sql.sql(ROWS + which);
    if (which.contains(":key")) {
      statement = statement.param("key", key);
    }
    return statement.query((row, n) -> view(row, currency, actor)).list();
  }

  private RequestView view(ResultSet row, CurrencyUnit currency, Actor actor) throws SQLException {
    ApprovalId id = new ApprovalId(row.getLong("approval_id"));
    Approval approval = approvals.find(id).orElseThrow();
    var owner = new firmtally.server.platform.ids.PersonId(row.getLong("owner_id"));
    return new RequestView(
        id,
        new AccountId(row.getLong("account_id")),
        row.getString("account"),
        Columns.maybe(row, "document_id", DocumentId::new).orElse(null),
        row.getString("order_number"),
        Columns.maybe(row, "order_total", minor -> text(currency, minor)).orElse(null),
        text(currency, row.getLong("amount")),
        Columns.day(row, "from_day"),
        Columns.maybe(row, "given", minor -> text(currency, minor)).orElse(null),
        Columns.day(row, "given_from"),
        Columns.maybe(row, "deposit_percent", Percent::ofTenThousandths)
            .map(Percent::toString)
            .orElse(null),
        row.getString("words"),
        row.getString("why"),
        row.getString("asked_by"),
        Columns.day(row, "asked_on"),
        row.getString("answer"),
        row.getString("answered_by"),
        row.getString("comment"),
        approvals.mayAnswerRequest(approval, owner, actor),
        approval.isOpen() && approval.askedBy().equals(actor.id()));
  }

  private static String text(CurrencyUnit currency, long minor) {
    return Money.ofMinor(currency, minor).getAmount().toPlainString();
  }
}
