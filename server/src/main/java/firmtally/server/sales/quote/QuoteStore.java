package firmtally.server.sales.quote;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class QuoteStore {
  private static final String ONE =
      """
      SELECT q.id, q.number, q.opportunity_id, q.state, q.worksheet_id, q.made_by, p.name AS made_by_name,
             p.email AS made_by_email, q.made_on, q.valid_until, q.addressee, q.email_to, q.letter, q.payment_terms,
             q.delivery_terms, q.sent_at, q.version
      FROM quote q JOIN person p ON p.id = q.made_by
      WHERE q.id = :id
      """;
  private static final String PAGE =
      """
      SELECT q.id, q.number, o.title, a.name AS account, p.name AS owner, q.state, q.made_on, q.valid_until,
             w.contract AS value, w.list, w.cost, w.sign_off_role
      FROM quote q
      JOIN opportunity o ON o.id = q.opportunity_id
      JOIN account a ON a.id = o.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN worksheet w ON w.id = q.worksheet_id
      WHERE q.id < :before
        AND """
          + Visibility.SEEN
          + """
        AND (:state = '' OR q.state = :state
             OR :state = 'open' AND q.state IN ('draft', 'sent') AND o.state = 'open')
      ORDER BY q.id DESC LIMIT :most
      """;
  private static final String INSERT =
      """
      INSERT INTO quote (number, opportunity_id, state, worksheet_id, made_by, made_on, valid_until, addressee, email_to,
                         letter, payment_terms, delivery_terms)
      VALUES (:number, :opportunityId, 'draft', :worksheetId, :madeBy, :madeOn, :validUntil, :addressee, :emailTo, :letter,
              :paymentTerms, :deliveryTerms)
      RETURNING id
      """;
  private static final String UPDATE =
      """
      UPDATE quote SET valid_until = :validUntil, addressee = :addressee, email_to = :emailTo, letter = :letter,
        payment_terms = :paymentTerms, delivery_terms = :deliveryTerms, version = version + 1
      WHERE id = :id AND version = :version AND state = 'draft'
      """;
  private final Sql sql;

  QuoteStore(Sql sql) {
    this.sql = sql;
  }

  Optional<Quote> find(long id) {
    return sql.sql(ONE).param("id", id).query(Quote.class).optional();
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
                    row.getLong("id"),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("state"),
                    row.getString("made_on"),
                    row.getString("valid_until"),
                    amounts.apply(row.getLong("value")),
                    row.getString("sign_off_role")))
        .list();
  }

  long insert(Quote quote) {
    return sql.sql(INSERT).paramSource(quote).query(Long.class).single();
  }

  int update(long id, long version, QuoteService.QuoteForm form) {
    return sql.sql(UPDATE)
        .param("id", id)
        .param("version", version)
        .param("validUntil", form.validUntil())
        .param("addressee", form.addressee())
        .param("emailTo", form.emailTo())
        .param("letter", form.letter())
        .param("paymentTerms", form.paymentTerms())
        .param("deliveryTerms", form.deliveryTerms())
        .update();
  }

  int sent(long id, long version, String at, byte[] pdf) {
    return sql.sql(
            """
            UPDATE quote SET state = 'sent', sent_at = :at, pdf = :pdf, version = version + 1
            WHERE id = :id AND version = :version AND state = 'draft'
            """)
        .param("id", id)
        .param("version", version)
        .param("at", at)
        .param("pdf", pdf)
        .update();
  }

  int ordered(long id) {
    return sql.sql(
            "UPDATE quote SET state = 'ordered', version = version + 1 WHERE id = :id AND state = 'sent'")
        .param("id", id)
        .update();
  }

  Optional<byte[]> pdf(long id) {
    return sql.sql("SELECT pdf FROM quote WHERE id = :id AND pdf IS NOT NULL")
        .param("id", id)
        .query((row, n) -> row.getBytes("pdf"))
        .optional();
  }
}
