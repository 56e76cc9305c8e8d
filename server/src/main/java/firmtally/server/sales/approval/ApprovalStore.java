package firmtally.server.sales.approval;

import firmtally.core.money.Percent;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Repository;

@Repository
class ApprovalStore {
  private static final String ROWS =
      """
      SELECT a.id, a.kind, a.reason, a.role, a.words, a.asked_by, p.name AS asked_by_name, a.asked_at, a.why,
             a.worksheet_version, a.answer, a.counter, b.name AS answered_by_name, a.answered_at, a.comment
      FROM approval a JOIN person p ON p.id = a.asked_by LEFT JOIN person b ON b.id = a.answered_by
      """;
  private static final String INSERT =
      """
      INSERT INTO approval (kind, document_id, account_id, reason, role, words, asked_by, asked_at, why, worksheet_version, sheet)
      VALUES (:kind, :document, :account, :reason, :role, :words, :by, :at, :why, :version, :sheet) RETURNING id
      """;

  /** Whoever made the document or one that it follows, or owns the opportunity. */
  private static final String INVOLVED =
      """
      WITH RECURSIVE chain(id, follows_id, made_by, opportunity_id) AS (
        SELECT id, follows_id, made_by, opportunity_id FROM document WHERE id = :document
        UNION ALL
        SELECT d.id, d.follows_id, d.made_by, d.opportunity_id FROM document d JOIN chain c ON d.id = c.follows_id
      )
      SELECT made_by FROM chain
      UNION SELECT o.owner_id FROM chain c JOIN opportunity o ON o.id = c.opportunity_id
      ORDER BY 1
      """;

  private final Sql sql;

  ApprovalStore(Sql sql) {
    this.sql = sql;
  }

  /** Where an approval belongs. */
  record Place(DocumentId documentId, String documentKind, String number, String team) {}

  List<Approval> of(DocumentId document) {
    return sql.sql(
            ROWS + "WHERE a.document_id = :document AND a.kind <> 'credit-request' ORDER BY a.id")
        .param("document", document)
        .query(ApprovalStore::approval)
        .list();
  }

  private static Approval approval(ResultSet row, int n) throws SQLException {
    return new Approval(
        new ApprovalId(row.getLong("id")),
        row.getString("kind"),
        row.getString("reason"),
        row.getString("role"),
        row.getString("words"),
        new PersonId(row.getLong("asked_by")),
        row.getString("asked_by_name"),
        row.getString("asked_at"),
        row.getString("why"),
        row.getLong("worksheet_version"),
        row.getString("answer"),
        Columns.maybe(row, "counter", Percent::ofTenThousandths)
            .map(Percent::toString)
            .orElse(null),
        row.getString("answered_by_name"),
        row.getString("answered_at"),
        row.getString("comment"));
  }

  Optional<Approval> find(ApprovalId id) {
    return sql.sql(ROWS + "WHERE a.id = :id")
        .param("id", id)
        .query(ApprovalStore::approval)
        .optional();
  }

  Place place(ApprovalId id) {
    return sql.sql(
            """
            SELECT d.id AS document_id, d.kind AS document_kind, d.number, p.team
            FROM approval a JOIN document d ON d.id = a.document_id JOIN opportunity o ON o.id = d.opportunity_id
              JOIN person p ON p.id = o.owner_id
            WHERE a.id = :id
            """)
        .param("id", id)
        .query(Place.class)
        .single();
  }

  /** The same asked once more. */
  ApprovalId repeat(ApprovalId id, PersonId by, Instant at) {
    return sql.sql(
            """
            INSERT INTO approval (kind, document_id, account_id, reason, role, words, asked_by, asked_at, why,
                                  worksheet_version, sheet)
            SELECT kind, document_id, account_id, reason, role, words, :by, :at, why, worksheet_version, sheet
            FROM approval WHERE id = :id RETURNING id
            """)
        .param("id", id)
        .param("by", by)
        .param("at", at)
        .query(ApprovalId.class)
        .single();
  }

  void setWhy(ApprovalId id, String why) {
    sql.sql("UPDATE approval SET why = :why WHERE id = :id")
        .param("id", id)
        .param("why", why)
        .update();
  }

  Set<PersonId> involved(DocumentId document) {
    return Set.copyOf(sql.sql(INVOLVED).param("document", document).query(PersonId.class).list());
  }

  ApprovalId insert(ApprovalService.Asked asked, PersonId by, Instant at) {
    return sql.sql(INSERT)
        .param("kind", asked.kind())
        .param("document", asked.documentId())
        .param("account", asked.accountId())
        .param("reason", asked.reason())
        .param("role", asked.role())
        .param("words", asked.words())
        .param("by", by)
        .param("at", at)
        .param("why", asked.why())
        .param("version", asked.worksheetVersion())
        .param("sheet", asked.sheet())
        .query(ApprovalId.class)
        .single();
  }

  /** Sign-offs that were given to a document or to another one under its number. */
  List<ApprovalService.Given> given(DocumentId document) {
    return sql.sql(
            """
            SELECT a.role, a.sheet FROM document d JOIN document n ON n.kind = d.kind AND n.number = d.number
              JOIN approval a ON a.document_id = n.id
            WHERE d.id = :document AND (a.kind = 'sign-off' OR a.kind = 'hold' AND a.reason = 'margin') AND a.answer IN ('yes', 'counter') AND a.sheet IS NOT NULL ORDER BY a.id DESC
            """)
        .param("document", document)
        .query(ApprovalService.Given.class)
        .list();
  }

  /** Names another discount; what the document would then be stands in place of what was asked. */
  void setCounter(ApprovalId id, Percent most, String sheet) {
    sql.sql("UPDATE approval SET counter = :most, sheet = :sheet WHERE id = :id")
        .param("id", id)
        .param("most", most)
        .param("sheet", sheet)
        .update();
  }

  int answer(ApprovalId id, String answer, PersonId by, Instant at, String comment) {
    return sql.sql(
            """
            UPDATE approval SET answer = :answer, answered_by = :by, answered_at = :at, comment = :comment
            WHERE id = :id AND answer IS NULL
            """)
        .param("id", id)
        .param("answer", answer)
        .param("by", by)
        .param("at", at)
        .param("comment", comment)
        .update();
  }
}
