package firmtally.server.company.credit;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Written;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The company's usual credit: a rule, so that nobody is held by an empty setting. */
@Service
public class CreditRulesService {
  private static final int MOST_DAYS = 365;
  private static final RecordId COMPANY = new RecordId(1);
  private static final String READ =
      """
      SELECT usual_limit, terms_days, grace_days, overdue_allowed, watch_percent, deposit_over, deposit_percent,
             first_reminder, second_reminder, last_reminder, version
      FROM credit_rules
      """;
  private static final String WRITE =
      """
      INSERT INTO credit_rules (id, usual_limit, terms_days, grace_days, overdue_allowed, watch_percent, deposit_over,
                                deposit_percent, first_reminder, second_reminder, last_reminder, version)
      VALUES (1, :limit, :terms, :grace, :overdue, :watch, :over, :percent, :first, :second, :last, :version + 1)
      ON CONFLICT (id) DO UPDATE SET usual_limit = :limit, terms_days = :terms, grace_days = :grace,
        overdue_allowed = :overdue, watch_percent = :watch, deposit_over = :over, deposit_percent = :percent,
        first_reminder = :first, second_reminder = :second, last_reminder = :last, version = version + 1
      WHERE version = :version
      """;
  private final Sql sql;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Remembered<CreditRules> remembered;

  CreditRulesService(Sql sql, SettingsService settings, ChangeLog log) {
    this.sql = sql;
    this.settings = settings;
    this.log = log;
    this.remembered = new Remembered<>(this::read);
  }

  /** As it is typed; a blank {@code depositOver} is never. */
  public record RulesForm(
      String usualLimit,
      String termsDays,
      String graceDays,
      String overdueAllowed,
      String watchPercent,
      @MaybeNull String depositOver,
      String depositPercent,
      String firstReminder,
      String secondReminder,
      String lastReminder) {}

  /** As it stands; what a new company begins with until somebody changes it. */
  public CreditRules get() {
    return remembered.get();
  }

  private CreditRules read() {
    CurrencyUnit currency = settings.company().currency();
    return sql.sql(READ)
        .query((row, n) -> rules(row, currency))
        .optional()
        .orElseGet(() -> CreditRules.first(currency));
  }

  private static CreditRules rules(ResultSet row, CurrencyUnit currency) throws SQLException {
    return new CreditRules(
        Money.ofMinor(currency, row.getLong("usual_limit")),
        row.getInt("terms_days"),
        row.getInt("grace_days"),
        Money.ofMinor(currency, row.getLong("overdue_allowed")),
        Percent.ofTenThousandths(row.getLong("watch_percent")),
        Columns.maybe(row, "deposit_over", minor -> Money.ofMinor(currency, minor)),
        Percent.ofTenThousandths(row.getLong("deposit_percent")),
        List.of(
            row.getInt("first_reminder"),
            row.getInt("second_reminder"),
            row.getInt("last_reminder")),
        row.getLong("version"));
  }

  /** Changes it: the credit controller's and the administrator's to do. */
  @Transactional
  public void change(long version, RulesForm typed, Actor actor) {
    actor.checkKeepsBooks();
    CreditRules before = get();
    CurrencyUnit currency = settings.company().currency();
    Input input = new Input();
    Money zero = Money.zero(currency);
    CreditRules rules =
        new CreditRules(
            Amounts.read(input, "usualLimit", currency, typed.usualLimit()).orElse(zero),
            input.whole("termsDays", typed.termsDays(), 0, MOST_DAYS).orElse(0),
            input.whole("graceDays", typed.graceDays(), 0, MOST_DAYS).orElse(0),
            Amounts.read(input, "overdueAllowed", currency, typed.overdueAllowed()).orElse(zero),
            percent(input, "watchPercent", typed.watchPercent()),
            typed.depositOver() == null || typed.depositOver().isBlank()
                ? Optional.empty()
                : Amounts.read(input, "depositOver", currency, typed.depositOver()),
            percent(input, "depositPercent", typed.depositPercent()),
            days(input, typed),
            version);
    input.check();
    int updated =
        sql.sql(WRITE)
            .param("limit", rules.usualLimit().getAmountMinorLong())
            .param("terms", rules.termsDays())
            .param("grace", rules.graceDays())
            .param("overdue", rules.overdueAllowed().getAmountMinorLong())
            .param("watch", rules.watchPercent())
            .param("over", rules.depositOver().map(Money::getAmountMinorLong))
            .param("percent", rules.depositPercent())
            .param("first", rules.reminderDays().get(0))
            .param("second", rules.reminderDays().get(1))
            .param("last", rules.reminderDays().get(2))
            .param("version", version)
            .update();
    remembered.forget();
    log.expectOne(updated, "company", COMPANY, before.version());
    log.note(actor.id(), "company", COMPANY, "usual credit", words(before), words(rules));
  }

  private static Percent percent(Input input, String at, String typed) {
    return input
        .value(at, typed, text -> Percent.parse(text).within(at, Percent.ZERO, Percent.HUNDRED))
        .orElse(Percent.ZERO);
  }

  private static List<Integer> days(Input input, RulesForm typed) {
    int first = input.whole("firstReminder", typed.firstReminder(), 0, MOST_DAYS).orElse(0);
    int second = input.whole("secondReminder", typed.secondReminder(), 0, MOST_DAYS).orElse(first);
    int last = input.whole("lastReminder", typed.lastReminder(), 0, MOST_DAYS).orElse(second);
    if (second < first) {
      input.refuse("secondReminder", "This comes before the first reminder.");
    }
    if (last < second) {
      input.refuse("lastReminder", "This comes before the second reminder.");
    }
    return List.of(first, second, last);
  }

  private static String words(CreditRules rules) {
    return Written.amount(rules.usualLimit())
        + ", "
        + rules.termsDays()
        + " days, "
        + rules.graceDays()
        + " of grace, reminders after "
        + rules.reminderDays();
  }
}
