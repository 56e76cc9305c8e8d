package firmtally.server.sales.quote;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.company.days.DaysSql;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class QuoteStore {
  private static final String PAGE =
      """
      SELECT q.id, q.number, q.revision, q.id = o.lead_quote_id AS leads, o.title, a.name AS account, p.name AS owner, q.state, q.made_on, q.valid_until,
             w.contract AS value, w.list, w.sign_off_role,
             (SELECT ap.words FROM approval ap WHERE ap.document_id = q.id AND ap.kind = 'sign-off' AND ap.answer IS NULL) AS asked
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
        AND (:owner = 0 OR o.owner_id = :owner)
        AND (NOT :expiring OR q.state = 'sent' AND o.state = 'open' AND q.valid_until BETWEEN :today AND <soon>)
        AND (NOT :waiting OR EXISTS (SELECT 1 FROM approval ap WHERE ap.document_id = q.id AND ap.kind = 'sign-off' AND ap.answer IS NULL))
        AND w.contract >= :least
        AND (w.list - w.contract) * 1000000 >= w.list * :given
      ORDER BY q.id DESC LIMIT :most
      """
              .replace("<soon>", DaysSql.EXPIRING_UNTIL);

  /** Of quotes sent since a day: how many the customer took or did not, and after how many days. */
  private static final String ANSWERED =
      """
      SELECT COALESCE(SUM(q.state IN ('accepted', 'ordered')), 0) AS won,
             COALESCE(SUM(q.state IN ('declined', 'expired') OR q.state = 'sent' AND o.state = 'lost'), 0) AS lost,
             AVG(CASE WHEN q.state IN ('accepted', 'ordered', 'declined') THEN julianday(q.answered_at) - julianday(q.sent_at) END) AS days
      FROM quote q
      JOIN opportunity o ON o.id = q.opportunity_id
      JOIN person p ON p.id = o.owner_id
      WHERE q.sent_at >= :since AND (:owner = 0 OR o.owner_id = :owner) AND """
          + Visibility.OPPORTUNITY_READABLE;

  private static final String INSERT =
      """
      INSERT INTO quote_terms (document_id, valid_until, addressee, email_to, letter, payment_terms, delivery_terms,
        show_pictures, show_discounts, show_delivery)
      VALUES (:id, :validUntil, :addressee, :emailTo, :letter, :paymentTerms, :deliveryTerms,
        :showPictures, :showDiscounts, :showDelivery)
      """;
  private static final String UPDATE =
      """
      UPDATE quote_terms SET valid_until = :validUntil, addressee = :addressee, email_to = :emailTo, letter = :letter,
        payment_terms = :paymentTerms, delivery_terms = :deliveryTerms, show_pictures = :showPictures,
        show_discounts = :showDiscounts, show_delivery = :showDelivery
      WHERE document_id = :id
      """;
  private final Sql sql;

  QuoteStore(Sql sql) {
    this.sql = sql;
  }

  Quote.Terms terms(DocumentId id) {
    return sql.sql(
            """
            SELECT valid_until, addressee, email_to, letter, payment_terms, delivery_terms, sent_at, reason,
              show_pictures, show_discounts, show_delivery, po_number
            FROM quote_terms WHERE document_id = :id
            """)
        .param("id", id)
        .query(Quote.Terms.class)
        .single();
  }

  List<QuoteLists.QuoteRow> page(
      QuoteLists.Narrowed to,
      LocalDate today,
      long before,
      int most,
      CurrencyUnit currency,
      Actor actor) {
    return Visibility.bind(sql.sql(PAGE), actor)
        .param("state", to.state())
        .param("owner", to.owner())
        .param("expiring", to.expiring())
        .param("waiting", to.waiting())
        .param("least", to.least().getAmountMinorLong())
        .param("given", to.discount())
        .param("today", today)
        .param("before", before)
        .param("most", most)
        .query((row, n) -> row(row, currency))
        .list();
  }

  private static QuoteLists.QuoteRow row(ResultSet row, CurrencyUnit currency) throws SQLException {
    Money value = Money.ofMinor(currency, row.getLong("value"));
    Money list = Money.ofMinor(currency, row.getLong("list"));
    return new QuoteLists.QuoteRow(
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
        value.getAmount().toPlainString(),
        Percent.ratio(list.minus(value).getAmount(), list.getAmount())
            .map(Percent::toString)
            .orElse(null),
        row.getString("sign_off_role"),
        row.getString("asked"));
  }

  /** How many were taken and not, and after how many days on average; days are null for none. */
  record Counts(long won, long lost, Double days) {}

  Counts answered(PersonId owner, Instant since, Actor actor) {
    return Visibility.bind(sql.sql(ANSWERED), actor)
        .param("owner", owner)
        .param("since", since)
        .query(
            (row, n) -> {
              double days = row.getDouble("days");
              return new Counts(
                  row.getLong("won"), row.getLong("lost"), row.wasNull() ? null : days);
            })
        .single();
  }

  /** The customer answered it, or its last day is over. */
  void setAnswered(DocumentId id, Instant at) {
    sql.sql("UPDATE quote_terms SET answered_at = :at WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }

  void insert(DocumentId id, Quote.Terms terms) {
    sql.sql(INSERT).paramSource(terms).param("id", id).update();
  }

  void update(DocumentId id, Quote.Terms terms) {
    sql.sql(UPDATE).paramSource(terms).param("id", id).update();
  }

  void setSent(DocumentId id, Instant at, Optional<String> frame) {
    sql.sql("UPDATE quote_terms SET sent_at = :at, frame = :frame WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .param("frame", frame)
        .update();
  }

  /** What stood around its lines when it left, as JSON; empty for what has not left from here. */
  Optional<String> frame(DocumentId id) {
    return sql.sql("SELECT frame FROM quote_terms WHERE document_id = :id AND frame IS NOT NULL")
        .param("id", id)
        .query(String.class)
        .optional();
  }

  void setReason(DocumentId id, String reason) {
    sql.sql("UPDATE quote_terms SET reason = :reason WHERE document_id = :id")
        .param("id", id)
        .param("reason", reason)
        .update();
  }

  void setPoNumber(DocumentId id, String poNumber) {
    sql.sql("UPDATE quote_terms SET po_number = :poNumber WHERE document_id = :id")
        .param("id", id)
        .param("poNumber", poNumber)
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
