package firmtally.server.sales.credit;

import firmtally.core.credit.CreditFile;
import firmtally.server.platform.database.Sql;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class CreditStore {
  private final Sql sql;

  CreditStore(Sql sql) {
    this.sql = sql;
  }

  List<CreditFile.Limit> limits(long account, CurrencyUnit currency) {
    return sql.sql(
            "SELECT from_day, amount FROM credit_limit WHERE account_id = :account ORDER BY from_day")
        .param("account", account)
        .query(
            (row, n) ->
                new CreditFile.Limit(
                    LocalDate.parse(row.getString("from_day")),
                    Money.ofMinor(currency, row.getLong("amount"))))
        .list();
  }

  List<CreditFile.OpenItem> openItems(long account, CurrencyUnit currency) {
    return sql.sql(
            "SELECT ref, balance, due FROM open_item WHERE account_id = :account ORDER BY due, id")
        .param("account", account)
        .query(
            (row, n) ->
                new CreditFile.OpenItem(
                    row.getString("ref"),
                    Money.ofMinor(currency, row.getLong("balance")),
                    LocalDate.parse(row.getString("due"))))
        .list();
  }

  void insertLimit(long account, CreditFile.Limit limit) {
    sql.sql(
            "INSERT INTO credit_limit (account_id, from_day, amount) VALUES (:account, :day, :amount)")
        .param("account", account)
        .param("day", limit.from().toString())
        .param("amount", limit.amount().getAmountMinorLong())
        .update();
  }

  void insertItem(long account, CreditFile.OpenItem item) {
    sql.sql(
            "INSERT INTO open_item (account_id, ref, balance, due) VALUES (:account, :ref, :balance, :due)")
        .param("account", account)
        .param("ref", item.ref())
        .param("balance", item.balance().getAmountMinorLong())
        .param("due", item.due().toString())
        .update();
  }
}
