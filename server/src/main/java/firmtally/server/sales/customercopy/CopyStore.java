package firmtally.server.sales.customercopy;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class CopyStore {
  private final Sql sql;

  CopyStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * A link that was given out; the link itself is not kept.
   *
   * @param seen how often its page was opened
   */
  record Link(
      Instant madeAt,
      String madeBy,
      @MaybeNull Instant endedAt,
      int seen,
      @MaybeNull Instant seenAt) {}

  /** What a customer said. */
  record Answer(
      String kind,
      Instant at,
      String name,
      String poNumber,
      String words,
      String address,
      @MaybeNull String accepted,
      @MaybeNull String fingerprint) {}

  void insertLink(DocumentId document, String hash, Instant at, PersonId by) {
    sql.sql(
            """
            INSERT INTO copy_link (document_id, token_hash, made_at, made_by) VALUES (:document, :hash, :at, :by)
            """)
        .param("document", document)
        .param("hash", hash)
        .param("at", at)
        .param("by", by)
        .update();
  }

  /** The quote that a link leads to, unless it was ended. */
  Optional<DocumentId> find(String hash) {
    return sql.sql(
            "SELECT document_id FROM copy_link WHERE token_hash = :hash AND ended_at IS NULL")
        .param("hash", hash)
        .query(DocumentId.class)
        .optional();
  }

  void seen(String hash, Instant at) {
    sql.sql("UPDATE copy_link SET seen = seen + 1, seen_at = :at WHERE token_hash = :hash")
        .param("hash", hash)
        .param("at", at)
        .update();
  }

  int end(DocumentId document, Instant at) {
    return sql.sql(
            "UPDATE copy_link SET ended_at = :at WHERE document_id = :document AND ended_at IS NULL")
        .param("document", document)
        .param("at", at)
        .update();
  }

  List<Link> links(DocumentId document) {
    return sql.sql(
            """
            SELECT l.made_at, p.name AS made_by, l.ended_at, l.seen, l.seen_at
            FROM copy_link l JOIN person p ON p.id = l.made_by WHERE l.document_id = :document ORDER BY l.id DESC
            """)
        .param("document", document)
        .query(Link.class)
        .list();
  }

  List<Answer> answers(DocumentId document) {
    return sql.sql(
            """
            SELECT kind, at, name, po_number, words, address, accepted, fingerprint
            FROM customer_answer WHERE document_id = :document ORDER BY id DESC
            """)
        .param("document", document)
        .query(Answer.class)
        .list();
  }

  void insert(DocumentId document, Answer answer) {
    sql.sql(
            """
            INSERT INTO customer_answer (document_id, kind, at, name, po_number, words, address, accepted, fingerprint)
            VALUES (:document, :kind, :at, :name, :poNumber, :words, :address, :accepted, :fingerprint)
            """)
        .paramSource(answer)
        .param("document", document)
        .update();
  }
}
