package firmtally.server.reporting.movement;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.PipelineState;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.reporting.metrics.Cut;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

/** How opportunities stood on a day. */
@Repository
class MovementStore {
  private static final String STATES =
      """
      SELECT h.opportunity_id AS id, o.number, h.state, h.value, h.probability, h.expected_close
      FROM pipeline_history h JOIN opportunity o ON o.id = h.opportunity_id JOIN person p ON p.id = o.owner_id
      """;

  private final Sql sql;

  MovementStore(Sql sql) {
    this.sql = sql;
  }

  /** An opportunity as it stood on a day. */
  record State(
      OpportunityId id,
      String number,
      String state,
      long value,
      long probability,
      LocalDate expectedClose) {
    PipelineState of(CurrencyUnit currency) {
      return new PipelineState(
          number,
          Money.ofMinor(currency, value),
          Percent.ofTenThousandths(probability),
          expectedClose,
          PipelineState.Status.valueOf(state.toUpperCase(Locale.ROOT)));
    }
  }

  /** Those that were open at the end of a day. */
  List<State> openOn(LocalDate day, Cut cut, Actor actor) {
    Where where =
        cut.where(actor)
            .and("h.state = 'open' AND h.until_day > :day AND h.day <= :day", "day", day);
    return where
        .bind(Visibility.bind(sql.sql(STATES + where.sql()), actor))
        .query(State.class)
        .list();
  }

  /** How some that somebody sees stood at the end of a day. */
  List<State> on(LocalDate day, Collection<OpportunityId> ids) {
    return sql.sql(
            STATES
                + """
                  WHERE h.opportunity_id IN (SELECT value FROM json_each(:ids)) AND h.day <= :day AND h.until_day > :day
                  """)
        .param("ids", JsonList.of(ids))
        .param("day", day)
        .query(State.class)
        .list();
  }

  /** How many were won, and with what. */
  record Won(long count, long amount) {}

  /** What was won after a day, up to another, and still is then. */
  Won wonBetween(LocalDate since, LocalDate until, Cut cut, Actor actor) {
    Where where =
        cut.where(actor)
            .and(
                "h.state = 'won' AND h.day > :since AND h.day <= :until AND h.until_day > :until",
                "since",
                since)
            .with("until", until);
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    """
                    SELECT COUNT(*) AS count, COALESCE(SUM(h.value), 0) AS amount
                    FROM pipeline_history h
                    """
                        // Of all of them nobody has to be looked up.
                        + (where.speaksOf("o") || where.speaksOf("p")
                            ? "JOIN opportunity o ON o.id = h.opportunity_id JOIN person p ON p.id = o.owner_id\n"
                            : "")
                        + where.sql()),
                actor))
        .query(Won.class)
        .single();
  }

  /** What an opportunity is called, and whose it is. */
  record Name(
      OpportunityId id,
      String number,
      String title,
      AccountId accountId,
      String account,
      String owner) {}

  List<Name> names(Collection<OpportunityId> ids) {
    return sql.sql(
            """
            SELECT o.id, o.number, o.title, o.account_id, a.name AS account, p.name AS owner
            FROM opportunity o JOIN account a ON a.id = o.account_id JOIN person p ON p.id = o.owner_id
            WHERE o.id IN (SELECT value FROM json_each(:ids))
            """)
        .param("ids", JsonList.of(ids))
        .query(Name.class)
        .list();
  }
}
