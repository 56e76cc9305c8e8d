package firmtally.server.catalogue.repricing;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.WorksheetId;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Repository;

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
      """;
  private static final String OF_ACCOUNT =
      """
      SELECT 'opportunities' AS home, o.id, o.number, o.title, o.id AS opportunity_id, o.worksheet_id
      FROM opportunity o WHERE o.state IN ('open', 'paused') AND o.account_id = :account
      UNION ALL
      SELECT 'quotes', q.id, q.number, o.title, o.id, q.worksheet_id
      FROM quote q JOIN opportunity o ON o.id = q.opportunity_id WHERE q.state = 'draft' AND q.account_id = :account
      """;
  private static final String READABLE =
      "EXISTS (SELECT 1 FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE o.id = x.opportunity_id AND "
          + Visibility.OPPORTUNITY_READABLE
          + ")";
  private static final String ORDER = " ORDER BY home, id";
  private final Sql sql;

  AffectedWorksheets(Sql sql) {
    this.sql = sql;
  }

  /** An open opportunity or a draft quote. */
  record Sheet(
      String home,
      RecordId id,
      String number,
      String title,
      OpportunityId opportunityId,
      WorksheetId worksheetId) {}

  /** All that hold some products, whoever's they are. */
  List<Sheet> holding(Collection<String> codes) {
    return codes.isEmpty()
        ? List.of()
        : sql.sql(OPEN + ORDER).param("codes", JsonList.of(codes)).query(Sheet.class).list();
  }

  /**
   * Those that somebody may read. The codes are bound as one document: a file may change more of
   * them than a statement has room for.
   */
  List<Sheet> holding(Collection<String> codes, Actor actor) {
    if (codes.isEmpty()) {
      return List.of();
    }
    return Visibility.bind(
            sql.sql("SELECT * FROM (" + OPEN + ") x WHERE " + READABLE + ORDER), actor)
        .param("codes", JsonList.of(codes))
        .query(Sheet.class)
        .list();
  }

  /** All of an account. */
  List<Sheet> ofAccount(AccountId account) {
    return sql.sql(OF_ACCOUNT + ORDER).param("account", account).query(Sheet.class).list();
  }
}
