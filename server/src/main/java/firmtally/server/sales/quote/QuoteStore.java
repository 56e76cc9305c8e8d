package firmtally.server.sales.quote;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class QuoteStore {
  private static final String PAGE =
      """
      SELECT q.id, q.number, q.revision, q.id = o.lead_quote_id AS leads, o.title, a.name AS account, p.name AS owner, q.state, q.made_on, q.valid_until,
             w.contract AS value, w.list, w.cost, w.sign_off_role
      FROM quote q
      JOIN opportunity o ON o.id = q.opportunity_id
      JOIN account a ON a.id = o.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN worksheet w ON w.id = q.worksheet_id
      WHERE q.id < :before
        AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
        AND (:state = '' OR q.state = :state
             OR :state = 'open' AND q.state IN ('draft', 'sent', 'accepted') AND o.state = 'open')
      ORDER BY q.id DESC LIMIT :most
      """;
  private static final String INSERT =
      """
      INSERT INTO quote_terms (document_id, valid_until, addressee, email_to, letter, payment_terms, delivery_terms)
      VALUES (:id, :validUntil, :addressee, :emailTo, :letter, :paymentTerms, :deliveryTerms)
      """;
  private static final String UPDATE =
      """
      UPDATE quote_terms SET valid_until = :validUntil, addressee = :addressee, email_to = :emailTo, letter = :letter,
        payment_terms = :paymentTerms, delivery_terms = :deliveryTerms
      WHERE document_id = :id
      """;
  private final Sql sql;

  QuoteStore(Sql sql) {
    this.sql = sql;
  }

  Quote.Terms terms(DocumentId id) {
    return sql.sql(
            """
            SELECT valid_until, addressee, email_to, letter, payment_terms, delivery_terms, sent_at, reason
            FROM quote_terms WHERE document_id = :id
            """)
        .param("id", id)
        .query(Quote.Terms.class)
        .single();
  }

  List<QuoteService.QuoteRow> page(
      String state, long before, int most, Actor actor, LongFunction<String> amounts) {
    return Visibility.bind(sql.sql(PAGE), actor)
        .param("state", state)
        .param("before", before)
        .param("most", most)
        .query(
            (row, n) ->
                new QuoteService.QuoteRow(
                    new DocumentId(row.getLong("id")),
                    row.getString("number"),
                    row.getInt("revision"),
                    row.getBoolean("leads"),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("state"),
                    Columns.day(row, "made_on"),
                    Columns.day(row, "valid_until"),
                    amounts.apply(row.getLong("value")),
                    row.getString("sign_off_role")))
        .list();
  }

  void insert(DocumentId id, Quote.Terms terms) {
    sql.sql(INSERT).paramSource(terms).param("id", id).update();
  }

  void update(DocumentId id, Quote.Terms terms) {
    sql.sql(UPDATE).paramSource(terms).param("id", id).update();
  }

  void setSent(DocumentId id, Instant at) {
    sql.sql("UPDATE quote_terms SET sent_at = :at WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }

  void setReason(DocumentId id, String reason) {
    sql.sql("UPDATE quote_terms SET reason = :reason WHERE document_id = :id")
        .param("id", id)
        .param("reason", reason)
        .update();
  }

  /** The quotes of an opportunity, the latest first. */
  List<QuoteService.Sibling> of(OpportunityId opportunity) {
    return sql.sql(
            """
            SELECT id, number, revision, state FROM quote WHERE opportunity_id = :opportunity ORDER BY id DESC
            """)
        .param("opportunity", opportunity)
        .query(QuoteService.Sibling.class)
        .list();
  }

  /** Sent quotes whose last day is over. */
  List<DocumentId> expired(LocalDate today) {
    return sql.sql("SELECT id FROM quote WHERE state = 'sent' AND valid_until < :today ORDER BY id")
        .param("today", today)
        .query(DocumentId.class)
        .list();
  }
}
