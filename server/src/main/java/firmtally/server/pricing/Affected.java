package firmtally.server.pricing;

import firmtally.server.platform.Sql;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Repository;

/** Finds the worksheets that can still change and hold some products. */
@Repository
class Affected {
  private static final String OPEN =
      """
      SELECT 'opportunities' AS home, o.id, o.number, o.title, o.id AS opportunity_id, o.worksheet_id
      FROM opportunity o
      WHERE o.state IN ('open', 'paused') AND o.worksheet_id IN (
        SELECT l.worksheet_id FROM worksheet_line l WHERE l.product IN (:codes))
      UNION ALL
      SELECT 'quotes', q.id, q.number, o.title, o.id, q.worksheet_id
      FROM quote q JOIN opportunity o ON o.id = q.opportunity_id
      WHERE q.state = 'draft' AND q.worksheet_id IN (
        SELECT l.worksheet_id FROM worksheet_line l WHERE l.product IN (:codes))
      ORDER BY home, id
      """;
  private final Sql sql;

  Affected(Sql sql) {
    this.sql = sql;
  }

  /** An open opportunity or a draft quote. */
  record Sheet(
      String home, long id, String number, String title, long opportunityId, long worksheetId) {}

  List<Sheet> holding(Collection<String> codes) {
    return codes.isEmpty()
        ? List.of()
        : sql.sql(OPEN).param("codes", codes).query(Sheet.class).list();
  }
}
