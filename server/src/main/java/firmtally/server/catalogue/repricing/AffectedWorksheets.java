package firmtally.server.catalogue.repricing;

import firmtally.server.platform.database.Sql;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

/** Finds the worksheets that can still change and hold some products. */
@Repository
class AffectedWorksheets {
  private static final String OPEN =
      """
      SELECT 'opportunities' AS home, o.id, o.number, o.title, o.id AS opportunity_id, o.worksheet_id
      FROM opportunity o
      WHERE o.state IN ('open', 'paused') AND o.worksheet_id IN (
        SELECT l.worksheet_id FROM worksheet_line l WHERE l.product IN (SELECT value FROM json_each(:codes)))
      UNION ALL
      SELECT 'quotes', q.id, q.number, o.title, o.id, q.worksheet_id
      FROM quote q JOIN opportunity o ON o.id = q.opportunity_id
      WHERE q.state = 'draft' AND q.worksheet_id IN (
        SELECT l.worksheet_id FROM worksheet_line l WHERE l.product IN (SELECT value FROM json_each(:codes)))
      ORDER BY home, id
      """;
  private final Sql sql;
  private final JsonMapper json;

  AffectedWorksheets(Sql sql, JsonMapper json) {
    this.sql = sql;
    this.json = json;
  }

  /** An open opportunity or a draft quote. */
  record Sheet(
      String home, long id, String number, String title, long opportunityId, long worksheetId) {}

  /**
   * The codes are bound as one document: a file may change more of them than a statement has room
   * for.
   */
  List<Sheet> holding(Collection<String> codes) {
    return codes.isEmpty()
        ? List.of()
        : sql.sql(OPEN).param("codes", json.writeValueAsString(codes)).query(Sheet.class).list();
  }
}
