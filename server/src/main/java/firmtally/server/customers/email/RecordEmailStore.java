package firmtally.server.customers.email;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.NotThere;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class RecordEmailStore {
  /** Whom one writes to from a record of each kind: its contact, else the first with an address. */
  private static final Map<String, String> ADDRESSEES =
      Map.of(
          "opportunity",
          """
          SELECT COALESCE(oc.name, c.name, '') AS name, COALESCE(NULLIF(oc.email, ''), NULLIF(c.email, ''), a.email) AS email,
                 a.name AS account, o.title AS subject, a.language
          FROM opportunity o
          JOIN account a ON a.id = o.account_id
          LEFT JOIN contact oc ON oc.id = o.contact_id
          LEFT JOIN contact c ON c.id = (SELECT MIN(x.id) FROM contact x WHERE x.account_id = a.id AND x.email <> '')
          WHERE o.id = :id
          """,
          "account",
          """
          SELECT COALESCE(c.name, '') AS name, COALESCE(c.email, a.email) AS email, a.name AS account, '' AS subject, a.language
          FROM account a
          LEFT JOIN contact c ON c.id = (SELECT MIN(x.id) FROM contact x WHERE x.account_id = a.id AND x.email <> '')
          WHERE a.id = :id
          """,
          "enquiry",
          """
          SELECT e.person AS name, e.email, e.name AS account, e.subject, '' AS language FROM enquiry e WHERE e.id = :id
          """);

  private final Sql sql;

  RecordEmailStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * Whom one writes to, and about what.
   *
   * @param name of the person; blank where it is not known
   * @param subject blank for nothing in particular
   */
  record Addressee(String name, String email, String account, String subject, String language) {}

  Addressee addressee(String kind, RecordId id) {
    return Optional.ofNullable(ADDRESSEES.get(kind))
        .flatMap(text -> sql.sql(text).param("id", id).query(Addressee.class).optional())
        .orElseThrow(() -> new NotThere(kind, id));
  }
}
