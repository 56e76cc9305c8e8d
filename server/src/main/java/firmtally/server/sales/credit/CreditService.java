package firmtally.server.sales.credit;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.database.Snapshots;
import firmtally.server.platform.ids.AccountId;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the credit check says of an account. */
@Service
public class CreditService {
  private final CreditStore store;
  private final AccountService accounts;
  private final SettingsService settings;
  private final Snapshots snapshots;
  private final Clock clock;

  CreditService(
      CreditStore store,
      AccountService accounts,
      SettingsService settings,
      Snapshots snapshots,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.settings = settings;
    this.snapshots = snapshots;
    this.clock = clock;
  }

  /** The check as of today, with a document asked for or without. */
  public CreditCheck check(AccountId accountId, Optional<Money> asked) {
    CreditFile file = file(accountId, Actor.SYSTEM);
    return CreditCheck.of(
        asked
            .map(total -> file.asking(new CreditFile.Document(total, Optional.empty())))
            .orElse(file));
  }

  /**
   * How an account stands with a document asked for or without, as a screen shows it.
   *
   * @param actor who looks at it
   */
  public CreditStanding standing(AccountId accountId, Optional<Money> asked, Actor actor) {
    CreditFile file = file(accountId, actor);
    return new CreditStanding(
        CreditCheck.of(
            asked
                .map(total -> file.asking(new CreditFile.Document(total, Optional.empty())))
                .orElse(file)),
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
        position.limits(),
        position.items(),
        position.orders(),
        account.termsDays(),
        account.lateDays(),
        account.graceDays(),
        Money.ofMinor(currency, account.overdueAllowed()),
        Percent.ofTenThousandths(account.watchPercent()),
        Optional.empty());
  }

  /** Sets limits and open items of an account, as the ledger gives them. */
  @Transactional
  public void add(
      AccountId account, List<CreditFile.Limit> limits, List<CreditFile.OpenItem> items) {
    limits.forEach(limit -> store.insertLimit(account, limit));
    items.forEach(item -> store.insertItem(account, item));
  }
}
