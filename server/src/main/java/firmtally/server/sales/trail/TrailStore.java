package firmtally.server.sales.trail;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class TrailStore {
  /**
   * The whole chain of renewals that an opportunity stands in, forward and back, and every paper on
   * the way.
   */
  private static final String TRAIL =
      """
      WITH RECURSIVE chain(id) AS (
        SELECT :id
        UNION
        SELECT n.id FROM chain c
          JOIN sales_order s ON s.opportunity_id = c.id
          JOIN agreement g ON g.order_id = s.id
          JOIN opportunity n ON n.renews_id = g.id
        UNION
        SELECT s.opportunity_id FROM chain c
          JOIN opportunity o ON o.id = c.id
          JOIN agreement g ON g.id = o.renews_id
          JOIN sales_order s ON s.id = g.order_id
      )
      SELECT * FROM (
      SELECT 1 AS step, o.id AS opp, 'enquiry' AS kind, e.id AS id, e.number AS number, e.subject AS title, substr(e.added_at, 1, 10) AS day,
             e.state AS state, NULL AS amount
      FROM chain c JOIN opportunity o ON o.id = c.id JOIN enquiry e ON e.id = o.enquiry_id
      UNION ALL
      SELECT 2, o.id, 'opportunity', o.id, o.number, o.title, o.opened_on, o.state, o.value
      FROM chain c JOIN opportunity o ON o.id = c.id
      UNION ALL
      SELECT 3, q.opportunity_id, 'quote', q.id, q.number || CASE q.revision WHEN 1 THEN '' ELSE ', revision ' || q.revision END, 'Quote',
             q.made_on, q.state, w.contract
      FROM chain c JOIN quote q ON q.opportunity_id = c.id JOIN worksheet w ON w.id = q.worksheet_id
      UNION ALL
      SELECT 4, s.opportunity_id, 'order', s.id, s.number, COALESCE('PO number ' || s.po_number, 'Order'),
             s.placed_on, s.state, w.contract
      FROM chain c JOIN sales_order s ON s.opportunity_id = c.id JOIN worksheet w ON w.id = s.worksheet_id
      UNION ALL
      SELECT 5, s.opportunity_id, 'agreement', g.id, g.number, 'Until ' || g.end_day, g.start_day, g.state, g.value
      FROM chain c JOIN sales_order s ON s.opportunity_id = c.id JOIN agreement g ON g.order_id = s.id
      UNION ALL
      SELECT 6, d.opportunity_id, 'delivery', d.id, d.number, 'Delivery of ' || s.number, t.delivered_on, d.state, NULL
      FROM chain c JOIN document d ON d.opportunity_id = c.id AND d.kind = 'delivery' JOIN delivery_terms t ON t.document_id = d.id
        JOIN document s ON s.id = d.follows_id
      UNION ALL
      SELECT 7, i.opportunity_id, i.kind, i.id, i.number,
             CASE i.type WHEN 'deposit' THEN 'Deposit' WHEN 'charges' THEN 'Recurring charges' WHEN 'credit-note' THEN 'Credit note' ELSE 'Invoice' END,
             i.issued_on, CASE WHEN b.id IS NULL OR b.balance = 0 THEN 'settled' WHEN b.balance > 0 AND i.due < :today THEN 'overdue' ELSE 'open' END,
             i.total
      FROM chain c JOIN invoice i ON i.opportunity_id = c.id LEFT JOIN open_item b ON b.document_id = i.id
      UNION ALL
      SELECT 8, i.opportunity_id, 'payment', MIN(i.id), 'Payment', 'For ' || i.number, p.on_day, p.state, SUM(x.amount)
      FROM chain c JOIN invoice i ON i.opportunity_id = c.id JOIN open_item b ON b.document_id = i.id
        JOIN payment_applied x ON x.item_id = b.id JOIN payment p ON p.id = x.payment_id
      GROUP BY i.opportunity_id, p.id, i.number
      ) x WHERE CASE WHEN x.kind = 'payment' THEN TRUE ELSE <readable> END
      ORDER BY opp, step, day, id
      """;

  private final Sql sql;
  private final Records records;
  private final Clock clock;

  TrailStore(Sql sql, Records records, Clock clock) {
    this.sql = sql;
    this.records = records;
    this.clock = clock;
  }

  List<TrailController.Paper> trail(
      OpportunityId opportunity, LongFunction<String> amounts, Actor actor) {
    String text = TRAIL.replace("<readable>", records.readable("x.kind", "x.id"));
    return Visibility.bind(sql.sql(text), actor)
        .param("id", opportunity)
        .param("today", LocalDate.now(clock))
        .query(
            (row, n) ->
                new TrailController.Paper(
                    row.getString("kind"),
                    new RecordId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("title"),
                    Columns.day(row, "day"),
                    row.getString("state"),
                    row.getObject("amount") == null ? null : amounts.apply(row.getLong("amount"))))
        .list();
  }
}
