package firmtally.server.integration.ledger;

import firmtally.core.receivables.Reference;
import firmtally.formats.bank.BankStatement;
import firmtally.formats.bank.Camt053;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.web.NotPossible;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/**
 * A stand-in for a bank: on demand it gives the statement of a day on which customers pay what is
 * due, each in their own way. Some name the reference, some the number, some nothing at all.
 */
@Component
public class LedgerStandIn {
  private static final String IBAN = "XX00000000000000000000";
  private static final int MOST = 200;
  private static final int WAYS = 5;
  private final Sql sql;
  private final SettingsService settings;
  private final Clock clock;

  LedgerStandIn(Sql sql, SettingsService settings, Clock clock) {
    this.sql = sql;
    this.settings = settings;
    this.clock = clock;
  }

  private record Due(OpenItemId id, String ref, long balance, String payer, AccountId account) {}

  /** A camt.053 statement of today. */
  public byte[] statement() {
    CurrencyUnit currency = settings.company().currency();
    LocalDate today = LocalDate.now(clock);
    List<BankStatement.Entry> entries = new ArrayList<>();
    for (Due due : due(today)) {
      Money balance = Money.ofMinor(currency, due.balance());
      int way = (int) ((due.account().value() + due.id().value()) % WAYS);
      entries.add(
          new BankStatement.Entry(
              today,
              paid(balance, way),
              currency.getCode(),
              due.payer(),
              words(due, way),
              "SI" + today.toString().replace("-", "") + "-" + due.id() + "-" + due.balance()));
    }
    if (entries.isEmpty()) {
      throw new NotPossible("Nobody owes anything that is due by now.");
    }
    return Camt053.write(new BankStatement(entries), "stand-in " + today, IBAN);
  }

  /** Those whose customers pay by now: so many days after the due day as they usually do. */
  private List<Due> due(LocalDate today) {
    return sql.sql(
            """
            SELECT i.id, i.ref, i.balance, CASE a.pays_as WHEN '' THEN a.name ELSE a.pays_as END AS payer, a.id AS account
            FROM open_item i JOIN account a ON a.id = i.account_id
            WHERE i.balance > 0 AND date(i.due, '+' || a.late_days || ' days') <= :today
              AND (i.promised_on IS NULL OR i.promised_on <= :today) AND a.stopped = 0
            ORDER BY i.due, i.id LIMIT :most
            """)
        .param("today", today)
        .param("most", MOST)
        .query(Due.class)
        .list();
  }

  /** One in five keeps a little back. */
  private static BigDecimal paid(Money balance, int way) {
    return way == 4 && balance.getAmountMinorLong() > 100_000
        ? balance.minus(Money.ofMinor(balance.getCurrencyUnit(), 5_000)).getAmount()
        : balance.getAmount();
  }

  private static String words(Due due, int way) {
    return switch (way) {
      case 0, 1 -> Reference.grouped(Reference.of(due.ref()));
      case 2 -> "Invoice " + due.ref();
      case 3 -> "";
      default -> due.ref() + " less freight";
    };
  }
}
