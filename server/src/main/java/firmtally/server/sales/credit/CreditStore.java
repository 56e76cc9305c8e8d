package firmtally.server.sales.credit;

import firmtally.core.credit.CreditFile;
import firmtally.core.money.Currencies;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class CreditStore {
  private static final String POSITION =
      """
      SELECT what, ref, amount, currency, day FROM (
      SELECT 'limit' AS what, '' AS ref, amount, NULL AS currency, from_day AS day, 0 AS id FROM credit_limit
      WHERE account_id = :account
      UNION ALL
      SELECT 'item', ref, balance, NULL, due, id FROM open_item WHERE account_id = :account AND balance <> 0
      UNION ALL
      SELECT 'item', 'payment ' || id, -unapplied, NULL, on_day, id FROM payment
      WHERE account_id = :account AND state = 'booked' AND unapplied > 0
      UNION ALL
      SELECT 'order', c.number, c.to_invoice, w.currency, c.invoice_on, c.id
      FROM sales_order c JOIN worksheet w ON w.id = c.worksheet_id
      WHERE c.account_id = :account AND c.state = 'released' AND c.to_invoice > 0)
      ORDER BY what, CASE what WHEN 'order' THEN '' ELSE day END, id
      """;
  private final Sql sql;

  CreditStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * All that an account owes or has ordered, and how far it may.
   *
   * @param orders the released orders that are not invoiced yet, with tax
   */
  record Position(
      List<CreditFile.Limit> limits,
      List<CreditFile.OpenItem> items,
      List<CreditFile.OpenOrder> orders) {}

  private record Row(
      String what, String ref, long amount, @MaybeNull String currency, LocalDate day) {}

  Position position(AccountId account, CurrencyUnit currency) {
    Position position = new Position(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
    for (Row row : sql.sql(POSITION).param("account", account).query(Row.class).list()) {
      Money amount =
          Money.ofMinor(
              row.currency() == null ? currency : Currencies.get(row.currency()), row.amount());
      switch (row.what()) {
        case "limit" -> position.limits().add(new CreditFile.Limit(row.day(), amount));
        case "item" -> position.items().add(new CreditFile.OpenItem(row.ref(), amount, row.day()));
        default -> position.orders().add(new CreditFile.OpenOrder(row.ref(), amount, row.day()));
      }
    }
    return position;
  }

  List<CreditFile.Limit> limits(AccountId account, CurrencyUnit currency) {
    return sql.sql(
            "SELECT from_day, amount FROM credit_limit WHERE account_id = :account ORDER BY from_day")
        .param("account", account)
        .query(
            (row, n) ->
                new CreditFile.Limit(
                    Columns.day(row, "from_day"), Money.ofMinor(currency, row.getLong("amount"))))
        .list();
  }

  void putLimit(AccountId account, CreditFile.Limit limit) {
    sql.sql(
            """
            INSERT INTO credit_limit (account_id, from_day, amount) VALUES (:account, :day, :amount)
            ON CONFLICT (account_id, from_day) DO UPDATE SET amount = :amount
            """)
        .param("account", account)
        .param("day", limit.from())
        .param("amount", limit.amount().getAmountMinorLong())
        .update();
  }

  int removeLimit(AccountId account, LocalDate from) {
    return sql.sql("DELETE FROM credit_limit WHERE account_id = :account AND from_day = :day")
        .param("account", account)
        .param("day", from)
        .update();
  }
}
