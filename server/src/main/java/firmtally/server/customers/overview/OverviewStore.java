package firmtally.server.customers.overview;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Rounding;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class OverviewStore {
  private static final String BOUGHT =
      """
      SELECT COUNT(*) AS orders, COALESCE(SUM(w.contract), 0) AS amount, COALESCE(SUM(w.cost), 0) AS cost,
             MAX(s.placed_on) AS last_on
      FROM sales_order s JOIN worksheet w ON w.id = s.worksheet_id JOIN opportunity o ON o.id = s.opportunity_id
        JOIN person p ON p.id = o.owner_id
      WHERE s.account_id = :id AND """
          + Visibility.OPPORTUNITY_READABLE;
  private static final String ITEMS =
      """
      SELECT l.product, l.description, MAX(s.placed_on) AS last_on, l.quantity, l.final, SUM(l.quantity) AS total,
             COUNT(*) AS times
      FROM sales_order s JOIN worksheet_line l ON l.worksheet_id = s.worksheet_id
        JOIN opportunity o ON o.id = s.opportunity_id JOIN person p ON p.id = o.owner_id
      WHERE s.account_id = :id AND s.state <> 'cancelled' AND l.gift = 0 AND l.final > 0 AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
      GROUP BY COALESCE(l.product, l.description) ORDER BY last_on DESC, SUM(l.final) DESC LIMIT 12
      """;
  private static final String PAPERS =
      """
      SELECT * FROM (
        SELECT 'quote' AS kind, q.id, q.number, o.title, q.state, q.valid_until AS day, w.contract AS value, o.id AS opp
        FROM quote q JOIN opportunity o ON o.id = q.opportunity_id JOIN worksheet w ON w.id = q.worksheet_id
        WHERE q.account_id = :id AND q.state IN ('draft', 'sent', 'accepted') AND o.state = 'open'
        UNION ALL
        SELECT 'order', s.id, s.number, o.title, s.state, s.placed_on, w.contract, o.id
        FROM sales_order s JOIN opportunity o ON o.id = s.opportunity_id JOIN worksheet w ON w.id = s.worksheet_id
        WHERE s.account_id = :id AND s.state IN ('hold', 'released')
        UNION ALL
        SELECT 'agreement', g.id, g.number, 'Until ' || g.end_day, g.state, g.end_day, g.value, d.opportunity_id
        FROM agreement g JOIN document d ON d.id = g.order_id WHERE g.account_id = :id AND g.state = 'running') x
      WHERE EXISTS (SELECT 1 FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE o.id = x.opp AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
      ) ORDER BY kind DESC, day, id
      """;
  private static final String RANKING =
      """
      SELECT a.id, a.number, a.name, a.town, a.industry, p.name AS owner, MAX(s.placed_on) AS last_on,
             COALESCE(SUM(CASE WHEN s.placed_on >= :from THEN w.contract END), 0) AS sales,
             COALESCE(SUM(CASE WHEN s.placed_on >= :from THEN w.cost END), 0) AS cost,
             COALESCE(SUM(CASE WHEN s.placed_on < :from THEN w.contract END), 0) AS before
      FROM sales_order s JOIN account a ON a.id = s.account_id JOIN person p ON p.id = a.owner_id
        JOIN worksheet w ON w.id = s.worksheet_id
      WHERE s.state <> 'cancelled' AND s.placed_on >= :before AND s.placed_on <= :to AND (:owner = 0 OR a.owner_id = :owner)
        AND """
          + Visibility.OWNED_READABLE
          + " GROUP BY a.id";
  private final Sql sql;

  OverviewStore(Sql sql) {
    this.sql = sql;
  }

  OverviewController.Bought bought(AccountId account, CurrencyUnit currency, Actor actor) {
    return Visibility.bind(sql.sql(BOUGHT), actor)
        .param("id", account)
        .query(
            (row, n) -> {
              Money amount = Money.ofMinor(currency, row.getLong("amount"));
              Money margin = amount.minus(Money.ofMinor(currency, row.getLong("cost")));
              return new OverviewController.Bought(
                  row.getLong("orders"),
                  text(amount),
                  actor.seesCosts() ? text(margin) : null,
                  actor.seesCosts() ? percent(margin, amount) : null,
                  Columns.day(row, "last_on"));
            })
        .single();
  }

  /** A margin in percent of the amount, as the core rounds it; null without an amount. */
  private static String percent(Money margin, Money amount) {
    return Percent.ratio(margin.getAmount(), amount.getAmount())
        .map(Percent::toString)
        .orElse(null);
  }

  List<OverviewController.BoughtItem> items(AccountId account, CurrencyUnit currency, Actor actor) {
    return Visibility.bind(sql.sql(ITEMS), actor)
        .param("id", account)
        .query(
            (row, n) ->
                new OverviewController.BoughtItem(
                    row.getString("product"),
                    row.getString("description"),
                    Columns.day(row, "last_on"),
                    Quantity.ofThousandths(row.getLong("total")).toString(),
                    row.getLong("times"),
                    text(
                        Rounding.quotient(
                            currency,
                            Money.ofMinor(currency, row.getLong("final")).getAmount(),
                            BigDecimal.valueOf(row.getLong("quantity"), 3)))))
        .list();
  }

  List<OverviewController.OpenPaper> papers(
      AccountId account, LongFunction<String> amounts, Actor actor) {
    return Visibility.bind(sql.sql(PAPERS), actor)
        .param("id", account)
        .query(
            (row, n) ->
                new OverviewController.OpenPaper(
                    row.getString("kind"),
                    new RecordId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("state"),
                    Columns.day(row, "day"),
                    amounts.apply(row.getLong("value"))))
        .list();
  }

  /** A period, and the first day of the one before it. */
  record Period(LocalDate before, LocalDate from, LocalDate to) {}

  /** Everybody who bought in a period or the one before it. */
  List<OverviewController.Ranked> ranking(
      Period period, PersonId owner, CurrencyUnit currency, Actor actor) {
    return Visibility.bind(sql.sql(RANKING), actor)
        .param("before", period.before())
        .param("from", period.from())
        .param("to", period.to())
        .param("owner", owner)
        .query(
            (row, n) -> {
              Money sales = Money.ofMinor(currency, row.getLong("sales"));
              Money margin = sales.minus(Money.ofMinor(currency, row.getLong("cost")));
              Money earlier = Money.ofMinor(currency, row.getLong("before"));
              return new OverviewController.Ranked(
                  new AccountId(row.getLong("id")),
                  row.getString("number"),
                  row.getString("name"),
                  row.getString("town"),
                  row.getString("industry"),
                  row.getString("owner"),
                  Columns.day(row, "last_on"),
                  text(sales),
                  actor.seesCosts() ? text(margin) : null,
                  actor.seesCosts() ? percent(margin, sales) : null,
                  text(earlier),
                  text(sales.minus(earlier)),
                  percent(sales.minus(earlier), earlier));
            })
        .list();
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
