package firmtally.server.reporting.outlook;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.reporting.metrics.Cut;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Repository;

/** What outlooks are worked out from, now and as it was. */
@Repository
class OutlookStore {
  private static final String OWNED = "FROM opportunity o JOIN person p ON p.id = o.owner_id\n";
  private final Sql sql;

  OutlookStore(Sql sql) {
    this.sql = sql;
  }

  /** How many ended that had come as far as a stage, won or lost. */
  record Ended(StageId reached, String state, int count) {}

  List<Ended> ended(ProcessId process, LocalDate since, Actor actor) {
    Where where =
        new Cut(null, null, process, null, null)
            .where(actor)
            .and("o.state IN ('won', 'lost')")
            .and("o.closed_on >= :since", "since", since)
            .and("o.reached_stage IS NOT NULL");
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    "SELECT o.reached_stage AS reached, o.state, COUNT(*) AS count\n"
                        + (actor.seesTeam().isEmpty() ? "FROM opportunity o\n" : OWNED)
                        + where.sql()
                        + "GROUP BY o.reached_stage, o.state"),
                actor))
        .query(Ended.class)
        .list();
  }

  /** An open opportunity, with odds of its own where somebody set some. */
  record Open(
      OpportunityId id, String number, StageId stageId, long value, Long own, long probability) {}

  /** What is open and expected by a day. */
  List<Open> open(LocalDate to, Cut cut, Actor actor) {
    Where where =
        cut.where(actor)
            .and("o.state = 'open' AND o.value > 0")
            .and("o.expected_close <= :to", "to", to);
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    """
                    SELECT o.id, o.number, o.stage_id, o.value, o.own_probability AS own,
                           COALESCE(o.own_probability, s.probability) AS probability
                    FROM opportunity o JOIN person p ON p.id = o.owner_id JOIN stage s ON s.id = o.stage_id
                    """
                        + where.sql()
                        + "ORDER BY o.id"),
                actor))
        .query(Open.class)
        .list();
  }

  /** What was won on a day. */
  record Won(LocalDate day, long amount) {}

  List<Won> won(LocalDate from, LocalDate to, Cut cut, Actor actor) {
    Where where =
        cut.where(actor)
            .and("o.state = 'won'")
            .and("o.closed_on >= :from", "from", from)
            .and("o.closed_on <= :to", "to", to);
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    "SELECT o.closed_on AS day, SUM(o.won_amount) AS amount\n"
                        + OWNED
                        + where.sql()
                        + "GROUP BY o.closed_on ORDER BY o.closed_on"),
                actor))
        .query(Won.class)
        .list();
  }

  /** The goal of a time, of those somebody sees. */
  long goal(LocalDate from, LocalDate to, Cut cut, Actor actor) {
    Where where =
        new Where()
            .and(Visibility.OWNED_READABLE)
            .and("g.month BETWEEN :from AND :to", "from", from.toString().substring(0, 7))
            .with("to", to.toString().substring(0, 7))
            .maybe("p.team = :team", "team", cut.team());
    if (cut.owner() != null) {
      where.and("p.id = :owner", "owner", cut.owner());
    }
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    "SELECT COALESCE(SUM(g.amount), 0) FROM goal g JOIN person p ON p.id = g.person_id\n"
                        + where.sql()),
                actor))
        .query(Long.class)
        .single();
  }

  /**
   * What an opportunity weighed from a day until another.
   *
   * @param weighted value times probability, exact
   */
  record Stretch(String day, String until, String close, long weighted) {}

  /** What was open after a day and expected from one to another, from when until when. */
  List<Stretch> stretches(LocalDate after, LocalDate to, Cut cut, Actor actor) {
    Where where =
        cut.where(actor)
            .and("h.state = 'open' AND h.value > 0 AND h.probability > 0")
            .and("h.until_day > :after", "after", after)
            .and("h.expected_close <= :to", "to", to);
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    "SELECT h.day, h.until_day, h.expected_close, SUM(h.value * h.probability)\n"
                        + (!where.speaksOf("o") && !where.speaksOf("p")
                            ? "FROM pipeline_history h\n"
                            : "FROM pipeline_history h JOIN opportunity o ON o.id = h.opportunity_id"
                                + " JOIN person p ON p.id = o.owner_id\n")
                        + where.sql()
                        + "GROUP BY 1, 2, 3"),
                actor))
        .query(
            (row, n) ->
                new Stretch(row.getString(1), row.getString(2), row.getString(3), row.getLong(4)))
        .list();
  }
}
