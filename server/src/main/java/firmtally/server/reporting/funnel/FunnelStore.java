package firmtally.server.reporting.funnel;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.reporting.metrics.Cut;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Repository;

/** The ways of opportunities through their stages. */
@Repository
class FunnelStore {
  private final Sql sql;

  FunnelStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * The way of an opportunity, and how it ended.
   *
   * @param moves each as {@code moment>stage}, with a space between, in their order
   */
  record Way(OpportunityId id, String state, String closedOn, String moves) {}

  /** One row for each opportunity: reading a row takes longer than finding it. */
  List<Way> ways(LocalDate from, LocalDate to, Cut cut, Actor actor) {
    Where where =
        cut.where(actor)
            .and("o.opened_on >= :from", "from", from)
            .and("o.opened_on <= :to", "to", to);
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    """
                    SELECT o.id, o.state, o.closed_on,
                           (SELECT group_concat(move, ' ') FROM (
                              SELECT l.at || '>' || l.to_stage AS move FROM stage_log l WHERE l.opportunity_id = o.id ORDER BY l.id)) AS moves
                    FROM opportunity o JOIN person p ON p.id = o.owner_id
                    """
                        + where.sql()),
                actor))
        .query(
            (row, n) ->
                new Way(
                    new OpportunityId(row.getLong(1)),
                    row.getString(2),
                    row.getString(3),
                    row.getString(4)))
        .list();
  }

  /** An opportunity behind a figure. */
  record Behind(
      OpportunityId id,
      String number,
      String title,
      String account,
      String owner,
      String state,
      LocalDate since,
      long value) {}

  List<Behind> behind(Collection<OpportunityId> ids, long skip, int most) {
    return sql.sql(
            """
            SELECT o.id, o.number, o.title, a.name AS account, p.name AS owner, o.state,
                   COALESCE(o.closed_on, o.stage_since) AS since, o.value
            FROM opportunity o JOIN account a ON a.id = o.account_id JOIN person p ON p.id = o.owner_id
            WHERE o.id IN (SELECT value FROM json_each(:ids)) ORDER BY o.value DESC, o.id LIMIT :most OFFSET :skip
            """)
        .param("ids", JsonList.of(ids))
        .param("most", most)
        .param("skip", skip)
        .query(Behind.class)
        .list();
  }
}
