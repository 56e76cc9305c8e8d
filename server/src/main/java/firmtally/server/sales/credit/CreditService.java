package firmtally.server.sales.credit;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Snapshots;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.Written;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the credit check says of an account. */
@Service
public class CreditService {
  private final CreditStore store;
  private final AccountService accounts;
  private final SettingsService settings;
  private final Snapshots snapshots;
  private final CreditRulesService rules;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  CreditService(
      CreditStore store,
      AccountService accounts,
      SettingsService settings,
      Snapshots snapshots,
      CreditRulesService rules,
      ChangeLog log,
      ApplicationEventPublisher events,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.settings = settings;
    this.snapshots = snapshots;
    this.rules = rules;
    this.log = log;
    this.events = events;
    this.clock = clock;
  }

  /** The check as of today, with a document asked for or without. */
  public CreditCheck check(AccountId accountId, Optional<Money> asked) {
    return check(accountId, asked, Percent.ZERO);
  }

  /**
   * The check as of today.
   *
   * @param deposit how much of what is asked is paid ahead
   */
  public CreditCheck check(AccountId accountId, Optional<Money> asked, Percent deposit) {
    return CreditCheck.of(asking(file(accountId, Actor.SYSTEM), asked, deposit));
  }

  private static CreditFile asking(CreditFile file, Optional<Money> asked, Percent deposit) {
    Optional<Money> ahead =
        asked
            .filter(total -> !deposit.equals(Percent.ZERO))
            .map(total -> Rounding.percentOf(total, deposit));
    return asked.map(total -> file.asking(new CreditFile.Document(total, ahead))).orElse(file);
  }

  /**
   * How an account stands with a document asked for or without, as a screen shows it.
   *
   * @param actor who looks at it
   */
  public CreditStanding standing(AccountId accountId, Optional<Money> asked, Actor actor) {
    return standing(accountId, asked, Percent.ZERO, actor);
  }

  /** The same with a deposit. */
  public CreditStanding standing(
      AccountId accountId, Optional<Money> asked, Percent deposit, Actor actor) {
    CreditFile file = file(accountId, actor);
    return new CreditStanding(
        CreditCheck.of(asking(file, asked, deposit)),
        file.orders().stream()
            .map(CreditFile.OpenOrder::balance)
            .reduce(Money.zero(settings.company().currency()), Money::plus));
  }

  /** What is known of an account's credit today. */
  public CreditFile file(AccountId accountId, Actor actor) {
    Account account = accounts.readable(accountId, actor);
    CurrencyUnit currency = settings.company().currency();
    CreditStore.Position position =
        snapshots.once(List.of("credit", accountId), () -> store.position(accountId, currency));
    return new CreditFile(
        currency,
        LocalDate.now(clock),
        account.stopped(),
        limits(position.limits()),
        position.items(),
        position.orders(),
        account.termsDays(),
        account.lateDays(),
        account.graceDays(),
        Money.ofMinor(currency, account.overdueAllowed()),
        Percent.ofTenThousandths(account.watchPercent()),
        Optional.empty());
  }

  /** Until an account's own limits begin, the company's usual one holds. */
  private List<CreditFile.Limit> limits(List<CreditFile.Limit> own) {
    List<CreditFile.Limit> limits = new ArrayList<>();
    if (own.stream().noneMatch(limit -> !limit.from().isAfter(LocalDate.EPOCH))) {
      limits.add(new CreditFile.Limit(LocalDate.EPOCH, rules.get().usualLimit()));
    }
    limits.addAll(own);
    return limits;
  }

  /** The limits of an account, by their days; none where the company's usual one holds. */
  public List<CreditFile.Limit> limits(AccountId account) {
    return store.limits(account, settings.company().currency());
  }

  /** Sets a limit of an account from a day on. */
  @Transactional
  public void setLimit(AccountId account, LocalDate from, Money amount, Actor actor) {
    actor.checkKeepsBooks();
    accounts.readable(account, actor);
    store.putLimit(account, new CreditFile.Limit(from, amount));
    log.note(
        actor.id(),
        "account",
        account,
        "credit limit",
        null,
        Written.amount(amount) + " from " + Written.day(from));
    events.publishEvent(new CreditChanged(account));
  }

  /** Takes a limit away that was set from a day on. */
  @Transactional
  public void removeLimit(AccountId account, LocalDate from, Actor actor) {
    actor.checkKeepsBooks();
    accounts.readable(account, actor);
    if (store.removeLimit(account, from) == 0) {
      throw new NotPossible("There is no limit from this day.");
    }
    log.note(
        actor.id(), "account", account, "credit limit", "from " + Written.day(from), "removed");
    events.publishEvent(new CreditChanged(account));
  }

  /** Changes how an account's credit is judged. */
  @Transactional
  public void change(
      AccountId account, long version, AccountService.CreditSettingsForm typed, Actor actor) {
    Input input = new Input();
    Money allowed =
        Amounts.read(input, "overdueAllowed", settings.company().currency(), typed.overdueAllowed())
            .orElse(Money.zero(settings.company().currency()));
    accounts.changeCredit(account, version, typed, allowed.getAmountMinorLong(), input, actor);
    events.publishEvent(new CreditChanged(account));
  }
}
