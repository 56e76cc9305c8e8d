package firmtally.server.sales.policytrial;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Repository;

@Repository
class TrialStore {
  private final Sql sql;

  TrialStore(Sql sql) {
    this.sql = sql;
  }

  /** A quote that left, as it was agreed. */
  record SentQuote(
      DocumentId id,
      String number,
      String account,
      PersonId ownerId,
      String owner,
      String agreed) {}

  /** The last revision of every quote that left between two days, both included. */
  List<SentQuote> sent(LocalDate from, LocalDate to, Actor actor) {
    return Visibility.bind(
            sql.sql(
                """
                SELECT q.id, q.number, a.name AS account, o.owner_id, p.name AS owner, w.agreed
                FROM quote q JOIN opportunity o ON o.id = q.opportunity_id JOIN account a ON a.id = o.account_id
                JOIN person p ON p.id = o.owner_id JOIN worksheet w ON w.id = q.worksheet_id
                WHERE substr(q.sent_at, 1, 10) BETWEEN :from AND :to AND w.agreed IS NOT NULL
                  AND NOT EXISTS (SELECT 1 FROM quote later WHERE later.number = q.number AND later.revision > q.revision
                                  AND later.sent_at IS NOT NULL)
                  AND
                """
                    + Visibility.OPPORTUNITY_READABLE
                    + " ORDER BY q.sent_at, q.id"),
            actor)
        .param("from", from)
        .param("to", to)
        .query(SentQuote.class)
        .list();
  }
}
