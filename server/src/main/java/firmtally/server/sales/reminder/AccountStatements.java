package firmtally.server.sales.reminder;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.sales.ledger.LedgerService;
import org.springframework.stereotype.Component;

/**
 * AccountStatements of account: what is open on a day, less what was paid and is not set off yet.
 */
@Component
public class AccountStatements {
  private final AccountPapers papers;
  private final LedgerService ledger;
  private final AccountService accounts;
  private final SettingsService settings;
  private final Sql sql;

  AccountStatements(
      AccountPapers papers,
      LedgerService ledger,
      AccountService accounts,
      SettingsService settings,
      Sql sql) {
    this.papers = papers;
    this.ledger = ledger;
    this.accounts = accounts;
    this.settings = settings;
    this.sql = sql;
  }

  /** The statement of today, as PDF. */
  public byte[] print(AccountId id, Actor actor) {
    Account account = accounts.readable(id, actor);
    long unapplied =
        sql.sql(
                "SELECT COALESCE(SUM(unapplied), 0) FROM payment WHERE account_id = :id AND state = 'booked'")
            .param("id", id)
            .query(Long.class)
            .single();
    return papers.statement(
        account, ledger.items(id, true, actor), settings.amounts().apply(unapplied));
  }
}
