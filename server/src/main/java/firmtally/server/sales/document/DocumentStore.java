package firmtally.server.sales.document;

import firmtally.core.money.Quantity;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.WorksheetId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;

@Repository
class DocumentStore {
  private static final String ONE =
      """
      SELECT d.id, d.kind, d.number, d.revision, d.follows_id, d.opportunity_id, d.account_id, d.state, d.worksheet_id,
             d.made_by, p.name AS maker_name, p.email AS maker_email, p.phone AS maker_phone, d.made_on, d.version
      FROM document d JOIN person p ON p.id = d.made_by
      WHERE d.id = :id AND d.kind = :kind
      """;
  private static final String INSERT =
      """
      INSERT INTO document (kind, number, revision, follows_id, opportunity_id, account_id, state, worksheet_id, made_by, made_on)
      VALUES (:kind, :number, :revision, :follows, :opportunity, :account, :state, :worksheet, :maker, :day) RETURNING id
      """;
  private final Sql sql;

  DocumentStore(Sql sql) {
    this.sql = sql;
  }

  Optional<Document> find(DocumentKind kind, DocumentId id) {
    return sql.sql(ONE)
        .param("id", id)
        .param("kind", kind.word())
        .query(DocumentStore::document)
        .optional();
  }

  private static Document document(ResultSet row, int n) throws SQLException {
    return new Document(
        new DocumentId(row.getLong("id")),
        DocumentKind.of(row.getString("kind")),
        row.getString("number"),
        row.getInt("revision"),
        Columns.maybe(row, "follows_id", DocumentId::new).orElse(null),
        new OpportunityId(row.getLong("opportunity_id")),
        new AccountId(row.getLong("account_id")),
        row.getString("state"),
        Columns.maybe(row, "worksheet_id", WorksheetId::new).orElse(null),
        new Document.Maker(
            new PersonId(row.getLong("made_by")),
            row.getString("maker_name"),
            row.getString("maker_email"),
            row.getString("maker_phone")),
        Columns.day(row, "made_on"),
        row.getLong("version"));
  }

  DocumentId insert(DocumentService.Start start, String number, int revision, LocalDate day) {
    return sql.sql(INSERT)
        .param("kind", start.kind().word())
        .param("number", number)
        .param("revision", revision)
        .param("follows", start.follows().map(Document::id))
        .param("opportunity", start.opportunityId())
        .param("account", start.accountId())
        .param("state", start.state().word())
        .param("worksheet", start.worksheetId())
        .param("maker", start.maker())
        .param("day", day)
        .query(DocumentId.class)
        .single();
  }

  int setState(DocumentId id, long version, String state) {
    return sql.sql(
            """
            UPDATE document SET state = :state, version = version + 1 WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("state", state)
        .update();
  }

  int raiseVersion(DocumentId id, long version) {
    return sql.sql(
            "UPDATE document SET version = version + 1 WHERE id = :id AND version = :version")
        .param("id", id)
        .param("version", version)
        .update();
  }

  void setPaper(DocumentId id, String sha256) {
    sql.sql("UPDATE document SET paper = :paper WHERE id = :id")
        .param("id", id)
        .param("paper", sha256)
        .update();
  }

  Optional<String> paper(DocumentId id) {
    return sql.sql("SELECT paper FROM document WHERE id = :id AND paper IS NOT NULL")
        .param("id", id)
        .query(String.class)
        .optional();
  }

  void unlink(DocumentId document) {
    sql.sql("DELETE FROM document_link WHERE document_id = :document")
        .param("document", document)
        .update();
  }

  void link(
      DocumentId document, String line, DocumentId follows, String followsLine, Quantity quantity) {
    sql.sql(
            """
            INSERT INTO document_link (document_id, line_id, follows_id, follows_line, quantity)
            VALUES (:document, :line, :follows, :followsLine, :quantity)
            """)
        .param("document", document)
        .param("line", line)
        .param("follows", follows)
        .param("followsLine", followsLine)
        .param("quantity", quantity)
        .update();
  }

  private record Taken(String line, long quantity) {}

  /** How much of each line of a document went on into documents that follow it. */
  Map<String, Quantity> taken(DocumentId document) {
    List<Taken> taken =
        sql.sql(
                """
                SELECT follows_line AS line, SUM(quantity) AS quantity FROM document_link
                WHERE follows_id = :document GROUP BY follows_line ORDER BY follows_line
                """)
            .param("document", document)
            .query(Taken.class)
            .list();
    return taken.stream()
        .collect(Collectors.toMap(Taken::line, t -> Quantity.ofThousandths(t.quantity())));
  }
}
