package firmtally.server.sales.reminder;

import firmtally.core.receivables.Reminding;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.company.text.Purpose;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.ledger.LedgerService;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** Reminders: which are due is the core's to say; each is one letter to one account. */
@Service
public class ReminderService {
  private static final int MOST = 50_000;
  private static final List<Purpose> TEXTS =
      List.of(Purpose.REMINDER_FIRST, Purpose.REMINDER_SECOND, Purpose.REMINDER_LAST);
  private final Sql sql;
  private final LedgerService ledger;
  private final AccountService accounts;
  private final CreditRulesService rules;
  private final SettingsService settings;
  private final Correspondence correspondence;
  private final AccountPapers papers;
  private final FileService files;
  private final EmailQueue emails;
  private final ActivityService activities;
  private final Idempotency once;
  private final ChangeLog log;
  private final Clock clock;

  ReminderService(
      Sql sql,
      LedgerService ledger,
      AccountService accounts,
      CreditRulesService rules,
      SettingsService settings,
      Correspondence correspondence,
      AccountPapers papers,
      FileService files,
      EmailQueue emails,
      ActivityService activities,
      Idempotency once,
      ChangeLog log,
      Clock clock) {
    this.sql = sql;
    this.ledger = ledger;
    this.accounts = accounts;
    this.rules = rules;
    this.settings = settings;
    this.correspondence = correspondence;
    this.papers = papers;
    this.files = files;
    this.emails = emails;
    this.activities = activities;
    this.once = once;
    this.log = log;
    this.clock = clock;
  }

  /** A reminder that is due: its stage from 1 to 3, and what stands on it. */
  public record DueReminder(
      AccountId accountId,
      String account,
      int stage,
      String total,
      List<LedgerService.Item> items,
      String emailTo) {}

  /** A reminder that was sent. */
  public record SentReminder(
      RecordId id, int stage, LocalDate on, String total, String sentTo, String by) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  /** All that are due today, the firmest first. */
  public List<DueReminder> due(Actor actor) {
    actor.checkKeepsBooks();
    Map<AccountId, List<LedgerService.Item>> byAccount = new LinkedHashMap<>();
    for (LedgerService.Item item : ledger.open(MOST)) {
      if (item.daysOverdue() > 0) {
        byAccount.computeIfAbsent(item.accountId(), id -> new ArrayList<>()).add(item);
      }
    }
    List<DueReminder> due = new ArrayList<>();
    byAccount.forEach((id, items) -> due(id, items).ifPresent(due::add));
    due.sort(
        (one, other) ->
            one.stage() != other.stage()
                ? other.stage() - one.stage()
                : new BigDecimal(other.total()).compareTo(new BigDecimal(one.total())));
    return due;
  }

  private Optional<DueReminder> due(AccountId id, List<LedgerService.Item> items) {
    Account account = accounts.readable(id, Actor.SYSTEM);
    if (!account.dealings().remind()) {
      return Optional.empty();
    }
    Map<String, LedgerService.Item> byRef = new HashMap<>();
    items.forEach(item -> byRef.put(item.ref(), item));
    return Reminding.of(
            items.stream().map(this::item).toList(),
            rules.get().reminderDays(),
            LocalDate.now(clock))
        .map(
            reminding ->
                new DueReminder(
                    id,
                    account.name(),
                    reminding.stage(),
                    reminding.total().getAmount().toPlainString(),
                    reminding.items().stream().map(i -> byRef.get(i.ref())).toList(),
                    correspondence.email(account)));
  }

  private Reminding.Item item(LedgerService.Item item) {
    return new Reminding.Item(
        item.ref(),
        item.due(),
        Money.of(currency(), new BigDecimal(item.balance())),
        item.stage(),
        Optional.ofNullable(item.remindedOn()),
        Optional.ofNullable(item.promisedOn()));
  }

  /** The letter of a reminder that is due, as PDF. */
  byte[] preview(AccountId id, Actor actor) {
    return print(dueOf(id, actor), actor);
  }

  private DueReminder dueOf(AccountId id, Actor actor) {
    actor.checkKeepsBooks();
    List<LedgerService.Item> items =
        ledger.items(id, true, actor).stream().filter(item -> item.daysOverdue() > 0).toList();
    return (items.isEmpty() ? Optional.<DueReminder>empty() : due(id, items))
        .orElseThrow(() -> new NotPossible("No reminder is due for this account today."));
  }

  private byte[] print(DueReminder due, Actor actor) {
    Account account = accounts.readable(due.accountId(), actor);
    return papers.reminder(account, due, text(account, due));
  }

  private String text(Account account, DueReminder due) {
    return correspondence.text(
        TEXTS.get(due.stage() - 1), account, "", Money.of(currency(), new BigDecimal(due.total())));
  }

  /**
   * Sends one, as it was looked at: the letter goes out by email, and an activity is kept.
   *
   * @param stage and total that were seen; when they are others by now nothing is sent
   */
  public RecordId send(AccountId id, int stage, String total, String key, Actor actor) {
    Optional<RecordId> done = once.done(key, actor.id(), "remind", "account " + id, RecordId::new);
    if (done.isPresent()) {
      return done.get();
    }
    DueReminder due = dueOf(id, actor);
    if (due.stage() != stage || !due.total().equals(total)) {
      throw new Conflict(
          "Something was paid or reminded of meanwhile. Look at this reminder again.", 0);
    }
    if (due.emailTo().isEmpty()) {
      throw new NotPossible(
          "There is no email address at " + due.account() + "; enter one on the account.");
    }
    byte[] paper = print(due, actor);
    return once.once(
        key, actor.id(), "remind", "account " + id, RecordId::new, () -> send(due, paper, actor));
  }

  private RecordId send(DueReminder due, byte[] paper, Actor actor) {
    Account account = accounts.readable(due.accountId(), actor);
    LocalDate today = LocalDate.now(clock);
    String sha256 = files.keep(paper);
    RecordId id =
        sql.sql(
                """
                INSERT INTO reminder (account_id, stage, at, on_day, person_id, total, sent_to, paper)
                VALUES (:account, :stage, :at, :on, :by, :total, :to, :paper) RETURNING id
                """)
            .param("account", due.accountId())
            .param("stage", due.stage())
            .param("at", clock.instant())
            .param("on", today)
            .param("by", actor.id())
            .param("total", Money.of(currency(), new BigDecimal(due.total())).getAmountMinorLong())
            .param("to", due.emailTo())
            .param("paper", sha256)
            .query(RecordId.class)
            .single();
    List<OpenItemId> ids = new ArrayList<>();
    for (LedgerService.Item item : due.items()) {
      ids.add(item.id());
      ledger.reminded(List.of(item.id()), Math.min(item.stage() + 1, due.stage()), today);
      sql.sql(
              "INSERT INTO reminder_item (reminder_id, item_id, balance) VALUES (:id, :item, :balance)")
          .param("id", id)
          .param("item", item.id())
          .param(
              "balance", Money.of(currency(), new BigDecimal(item.balance())).getAmountMinorLong())
          .update();
    }
    emails.queue(
        new EmailQueue.Email(
            "account",
            RecordId.of(due.accountId()),
            correspondence.from(actor),
            List.of(due.emailTo()),
            List.of(),
            correspondence.words(account).get(kind(due.stage())),
            text(account, due),
            List.of(new EmailQueue.Attached("reminder.pdf", "application/pdf", sha256))));
    activities.did(
        ActivityService.On.account(due.accountId()),
        "email",
        title(due.stage()) + " of " + due.total() + " " + currency() + " sent",
        actor);
    log.note(
        actor.id(),
        "account",
        due.accountId(),
        "reminder",
        null,
        title(due.stage()) + ", " + due.total());
    return id;
  }

  /** By which words a stage is called. */
  static String kind(int stage) {
    return "kind.reminder-" + Math.min(Math.max(stage, 1), TEXTS.size());
  }

  private static String title(int stage) {
    return PaperWords.english().get(kind(stage));
  }

  /** What an account was reminded of, the latest first. */
  public List<SentReminder> sent(AccountId id, Actor actor) {
    accounts.readable(id, actor);
    return sql.sql(
            """
            SELECT r.id, r.stage, r.on_day, r.total, r.sent_to, p.name FROM reminder r JOIN person p ON p.id = r.person_id
            WHERE r.account_id = :id ORDER BY r.id DESC LIMIT 50
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new SentReminder(
                    new RecordId(row.getLong("id")),
                    row.getInt("stage"),
                    Columns.day(row, "on_day"),
                    settings.amounts().apply(row.getLong("total")),
                    row.getString("sent_to"),
                    row.getString("name")))
        .list();
  }
}
