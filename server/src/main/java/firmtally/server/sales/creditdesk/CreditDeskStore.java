package firmtally.server.sales.creditdesk;

import firmtally.core.credit.CreditCheck;
import firmtally.core.money.Percent;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class CreditDeskStore {
  private static final String HOLDS =
      """
      SELECT d.id, d.number, d.account_id, a.name AS account, w.invoice_total, p.name AS owner, d.made_on,
             (SELECT group_concat(h.words, ' · ') FROM approval h WHERE h.document_id = d.id AND h.kind = 'hold'
                AND h.role = 'credit-controller' AND h.answer IS NULL) AS words
      FROM document d JOIN account a ON a.id = d.account_id JOIN worksheet w ON w.id = d.worksheet_id
        JOIN opportunity o ON o.id = d.opportunity_id JOIN person p ON p.id = o.owner_id
      WHERE d.kind = 'order' AND d.state = 'hold' AND (:account IS NULL OR d.account_id = :account)
        AND EXISTS (SELECT 1 FROM approval h WHERE h.document_id = d.id AND h.kind = 'hold' AND h.role = 'credit-controller'
                    AND h.answer IS NULL)
      ORDER BY w.invoice_total DESC, d.id
      """;

  /** What every account owes, by age, and has ordered, against its limit of today. */
  private static final String EXPOSED =
      """
      WITH owed AS (
        SELECT account_id, SUM(balance) AS balance,
               SUM(CASE WHEN balance > 0 AND due >= :today THEN balance ELSE 0 END) AS not_due,
               SUM(CASE WHEN balance > 0 AND due < :today AND due >= :d30 THEN balance ELSE 0 END) AS to30,
               SUM(CASE WHEN balance > 0 AND due < :d30 AND due >= :d60 THEN balance ELSE 0 END) AS to60,
               SUM(CASE WHEN balance > 0 AND due < :d60 AND due >= :d90 THEN balance ELSE 0 END) AS to90,
               SUM(CASE WHEN balance > 0 AND due < :d90 THEN balance ELSE 0 END) AS older,
               SUM(CASE WHEN balance < 0 THEN balance ELSE 0 END) AS credits
        FROM open_item WHERE balance <> 0 GROUP BY account_id),
      ordered AS (
        SELECT d.account_id, SUM(t.to_invoice) AS amount FROM document d JOIN order_terms t ON t.document_id = d.id
        WHERE d.kind = 'order' AND d.state = 'released' GROUP BY d.account_id),
      paid AS (SELECT account_id, SUM(unapplied) AS amount FROM payment WHERE state = 'booked' AND unapplied > 0 GROUP BY account_id)
      SELECT a.id, a.number, a.name, p.name AS owner, a.stopped, a.watch_percent,
             COALESCE((SELECT amount FROM credit_limit l WHERE l.account_id = a.id AND l.from_day <= :today ORDER BY from_day DESC LIMIT 1), :usual) AS limit_now,
             (SELECT amount FROM credit_limit l WHERE l.account_id = a.id AND l.from_day > :today ORDER BY from_day LIMIT 1) AS limit_next,
             (SELECT from_day FROM credit_limit l WHERE l.account_id = a.id AND l.from_day > :today ORDER BY from_day LIMIT 1) AS next_from,
             COALESCE(o.balance, 0) - COALESCE(x.amount, 0) AS balance, COALESCE(r.amount, 0) AS ordered,
             COALESCE(o.not_due, 0) AS not_due, COALESCE(o.to30, 0) AS to30, COALESCE(o.to60, 0) AS to60, COALESCE(o.to90, 0) AS to90,
             COALESCE(o.older, 0) AS older, COALESCE(o.credits, 0) - COALESCE(x.amount, 0) AS credits
      FROM account a JOIN person p ON p.id = a.owner_id
        LEFT JOIN owed o ON o.account_id = a.id LEFT JOIN ordered r ON r.account_id = a.id LEFT JOIN paid x ON x.account_id = a.id
      WHERE o.account_id IS NOT NULL OR r.account_id IS NOT NULL OR x.account_id IS NOT NULL OR a.stopped = 1
      ORDER BY COALESCE(o.older, 0) + COALESCE(o.to90, 0) + COALESCE(o.to60, 0) + COALESCE(o.to30, 0) DESC, a.id
      """;

  private final Sql sql;

  CreditDeskStore(Sql sql) {
    this.sql = sql;
  }

  List<CreditDeskController.HoldRow> holds(Optional<AccountId> account, CurrencyUnit currency) {
    return sql.sql(HOLDS)
        .param("account", account)
        .query(
            (row, n) ->
                new CreditDeskController.HoldRow(
                    new DocumentId(row.getLong("id")),
                    row.getString("number"),
                    new AccountId(row.getLong("account_id")),
                    row.getString("account"),
                    text(currency, row.getLong("invoice_total")),
                    row.getString("owner"),
                    Columns.day(row, "made_on"),
                    row.getString("words")))
        .list();
  }

  List<CreditDeskController.ExposedRow> exposed(
      LocalDate today, Money usual, CurrencyUnit currency) {
    return sql.sql(EXPOSED)
        .param("today", today)
        .param("d30", today.minusDays(30))
        .param("d60", today.minusDays(60))
        .param("d90", today.minusDays(90))
        .param("usual", usual.getAmountMinorLong())
        .query(
            (row, n) -> {
              long limit = row.getLong("limit_now");
              long exposure = row.getLong("balance") + row.getLong("ordered");
              long overdue =
                  row.getLong("to30")
                      + row.getLong("to60")
                      + row.getLong("to90")
                      + row.getLong("older");
              return new CreditDeskController.ExposedRow(
                  new AccountId(row.getLong("id")),
                  row.getString("number"),
                  row.getString("name"),
                  row.getString("owner"),
                  standing(
                      row.getBoolean("stopped"),
                      Money.ofMinor(currency, limit),
                      Money.ofMinor(currency, limit - exposure),
                      Percent.ofTenThousandths(row.getLong("watch_percent"))),
                  text(currency, limit),
                  Columns.maybe(row, "limit_next", minor -> text(currency, minor)).orElse(null),
                  Columns.day(row, "next_from"),
                  text(currency, exposure),
                  text(currency, limit - exposure),
                  text(currency, row.getLong("ordered")),
                  text(currency, row.getLong("not_due")),
                  text(currency, row.getLong("to30")),
                  text(currency, row.getLong("to60")),
                  text(currency, row.getLong("to90")),
                  text(currency, row.getLong("older")),
                  text(currency, row.getLong("credits")),
                  text(currency, overdue),
                  text(currency, row.getLong("balance")));
            })
        .list();
  }

  private static String standing(boolean stopped, Money limit, Money available, Percent watch) {
    if (stopped) {
      return "stopped";
    }
    if (available.isNegative()) {
      return "over";
    }
    return CreditCheck.isNear(available, limit, watch) ? "near" : "clear";
  }

  private static String text(CurrencyUnit currency, long minor) {
    return Money.ofMinor(currency, minor).getAmount().toPlainString();
  }
}
