package firmtally.server.upkeep.erasure;

import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;

@Repository
class ErasureStore {
  /** Texts in which somebody may be named. Invoices and payments are kept as the law wants them. */
  private static final Map<String, List<String>> TEXTS =
      Map.ofEntries(
          Map.entry("activity", List.of("subject", "outcome")),
          Map.entry("account_note", List.of("words")),
          Map.entry("approval", List.of("words", "answer")),
          Map.entry("call_entry", List.of("words")),
          Map.entry("change_log", List.of("before", "after")),
          Map.entry("customer_answer", List.of("name", "words")),
          Map.entry("customer_question", List.of("words", "answer")),
          Map.entry("incoming_email", List.of("sender_name", "subject", "text")),
          Map.entry("opportunity", List.of("title", "note")),
          Map.entry("outgoing_email", List.of("subject", "text")),
          Map.entry("own_value", List.of("text")),
          Map.entry("record_file", List.of("name")),
          Map.entry("enquiry_row", List.of("name", "person", "email", "phone", "subject")),
          Map.entry("follow_up_firing", List.of("done")),
          Map.entry("meeting_item", List.of("note")));

  /** The enquiries of an account, and those that came from its addresses. */
  private static final String OF_ACCOUNT =
      """
      enquiry_row e WHERE (e.account_id = :id OR e.email <> '' AND lower(e.email) IN (
        SELECT lower(email) FROM account WHERE id = :id UNION SELECT lower(email) FROM contact WHERE account_id = :id))
      """;

  /** The enquiries that came from the address of a contact. */
  private static final String OF_CONTACT =
      """
      enquiry_row e WHERE e.email <> '' AND lower(e.email) = (SELECT lower(email) FROM contact WHERE id = :id)
      """;

  private static final String STILL_OPEN = " AND e.state IN ('new', 'talking', 'on-hold')";

  private static final String FOUND =
      """
      SELECT 'account' AS kind, a.id, a.number, a.name, a.email FROM account a
      WHERE a.kind = 'person' AND a.name <> :mark AND (a.number = :q OR a.name LIKE :like OR a.email = :q COLLATE NOCASE)
      UNION ALL
      SELECT 'contact', c.id, a.number, c.name, c.email FROM contact c JOIN account a ON a.id = c.account_id
      WHERE c.name <> :mark AND (c.name LIKE :like OR c.email = :q COLLATE NOCASE)
      UNION ALL
      SELECT 'enquiry', e.id, e.number, CASE e.person WHEN '' THEN e.name ELSE e.person || ', ' || e.name END, e.email
      FROM enquiry e WHERE e.name <> :mark AND (e.number = :q OR e.name LIKE :like OR e.person LIKE :like OR e.email = :q COLLATE NOCASE)
      LIMIT 30
      """;
  private final Sql sql;

  ErasureStore(Sql sql) {
    this.sql = sql;
  }

  List<ErasureService.Candidate> find(String text) {
    return sql.sql(FOUND)
        .param("q", text)
        .param("like", "%" + text + "%")
        .param("mark", Erased.MARK)
        .query(ErasureService.Candidate.class)
        .list();
  }

  private List<String> texts(String statement, RecordId id) {
    return sql.sql(statement).param("id", id).query(String.class).list();
  }

  /** By what the persons of a record are known. */
  List<String> known(String kind, RecordId id) {
    List<String> known = new ArrayList<>();
    if (kind.equals("account")) {
      for (String column : List.of("name", "email", "phone", "street", "pays_as", "tax_id")) {
        known.addAll(texts("SELECT " + column + " FROM account WHERE id = :id", id));
      }
      for (String column : List.of("name", "email", "phone")) {
        known.addAll(texts("SELECT " + column + " FROM contact WHERE account_id = :id", id));
      }
    } else if (kind.equals("contact")) {
      for (String column : List.of("name", "email", "phone")) {
        known.addAll(texts("SELECT " + column + " FROM contact WHERE id = :id", id));
      }
    } else {
      for (String column : List.of("person", "email", "phone")) {
        known.addAll(texts("SELECT " + column + " FROM enquiry_row WHERE id = :id", id));
      }
      // The name of a company is nobody's.
      known.addAll(
          texts(
              "SELECT e.name FROM enquiry_row e WHERE e.id = :id AND NOT EXISTS (SELECT 1 FROM account a"
                  + " WHERE a.name = e.name AND a.kind = 'company')",
              id));
    }
    return known;
  }

  /** What is not over yet, in words. */
  List<String> open(String kind, RecordId id) {
    if (kind.equals("account")) {
      return texts(
          """
          SELECT 'opportunity ' || number FROM opportunity WHERE account_id = :id AND state IN ('open', 'paused')
          UNION ALL SELECT 'order ' || number FROM document WHERE account_id = :id AND kind = 'order' AND state IN ('hold', 'released')
          UNION ALL SELECT 'agreement ' || number FROM agreement WHERE account_id = :id AND state = 'running'
          UNION ALL SELECT 'open item ' || ref FROM open_item WHERE account_id = :id AND balance <> 0
          UNION ALL SELECT 'enquiry ' || e.number FROM
          """
              + OF_ACCOUNT
              + STILL_OPEN,
          id);
    }
    if (kind.equals("contact")) {
      return texts(
          "SELECT 'opportunity ' || number FROM opportunity WHERE contact_id = :id AND state = 'open'"
              + " UNION ALL SELECT 'enquiry ' || e.number FROM "
              + OF_CONTACT
              + STILL_OPEN,
          id);
    }
    return texts(
        "SELECT 'enquiry ' || number || ' is ' || replace(state, '-', ' ') FROM enquiry_row WHERE id = :id"
            + " AND state IN ('new', 'talking', 'on-hold')",
        id);
  }

  /** How many papers of an account are kept as they were issued. */
  long papersKept(RecordId account) {
    return sql.sql(
            "SELECT COUNT(*) FROM document WHERE account_id = :id AND kind <> 'quote' AND paper IS NOT NULL")
        .param("id", account)
        .query(Long.class)
        .single();
  }

  boolean isThere(String kind, RecordId id) {
    String table =
        switch (kind) {
          case "account" -> "account WHERE kind = 'person' AND";
          case "contact" -> "contact WHERE";
          default -> "enquiry WHERE";
        };
    return sql.sql("SELECT EXISTS (SELECT 1 FROM " + table + " id = :id AND name <> :mark)")
        .param("id", id)
        .param("mark", Erased.MARK)
        .query(Boolean.class)
        .single();
  }

  /** Puts the mark in place of words, wherever texts have them. */
  void replace(Erased erased) {
    for (String word : erased.words()) {
      for (Map.Entry<String, List<String>> table : TEXTS.entrySet()) {
        List<String> columns = table.getValue();
        String set =
            columns.stream()
                .map(c -> c + " = replace(" + c + ", :word, :mark)")
                .collect(Collectors.joining(", "));
        String where =
            columns.stream()
                .map(c -> "instr(" + c + ", :word) > 0")
                .collect(Collectors.joining(" OR "));
        sql.sql("UPDATE " + table.getKey() + " SET " + set + " WHERE " + where)
            .param("word", word)
            .param("mark", Erased.MARK)
            .update();
      }
      forgetInSearch(word);
    }
  }

  private void forgetInSearch(String word) {
    List<Long> places =
        sql.sql("SELECT rowid FROM search_index WHERE search_index MATCH :phrase")
            .param("phrase", "\"" + word.replace("\"", "\"\"") + "\"")
            .query(Long.class)
            .list();
    sql.sql(
            "UPDATE search_index SET words = replace(words, :word, '') WHERE rowid IN (SELECT value FROM json_each(:places))")
        .param("word", word)
        .param("places", JsonList.of(places))
        .update();
  }

  /** Empties emails from and to some addresses. */
  void emptyEmails(Collection<String> addresses) {
    for (String address : addresses) {
      sql.sql(
              "UPDATE activity SET subject = :mark, outcome = :mark WHERE id IN (SELECT activity_id FROM incoming_email WHERE lower(sender) = :address)")
          .param("mark", Erased.MARK)
          .param("address", address)
          .update();
      sql.sql(
              """
              UPDATE outgoing_email SET recipient = :mark, copies = '', subject = :mark, text = :mark
              WHERE (instr(lower(recipient), :address) > 0 OR instr(lower(copies), :address) > 0) AND sent_at IS NOT NULL
              """)
          .param("mark", Erased.MARK)
          .param("address", address)
          .update();
      sql.sql(
              """
              UPDATE incoming_email SET sender = :mark, sender_name = :mark, subject = :mark, text = :mark
              WHERE lower(sender) = :address
              """)
          .param("mark", Erased.MARK)
          .param("address", address)
          .update();
      // What an email said is kept with the activity that it was.
      sql.sql(
              "UPDATE activity SET outcome = :mark WHERE kind = 'email' AND outcome <> '' AND instr(lower(subject), :address) > 0")
          .param("mark", Erased.MARK)
          .param("address", address)
          .update();
      sql.sql("DELETE FROM email_refusal WHERE address = :address")
          .param("address", address)
          .update();
    }
  }

  void emptyContacts(String where, RecordId id, Instant at) {
    String some = "IN (SELECT id FROM contact WHERE " + where + " = :id)";
    run("DELETE FROM page_link WHERE contact_id " + some, id);
    run("DELETE FROM page_session WHERE contact_id " + some, id);
    sql.sql("UPDATE page_access SET ended_at = COALESCE(ended_at, :at) WHERE contact_id " + some)
        .param("id", id)
        .param("at", at)
        .update();
    run("DELETE FROM phone_digits WHERE record = 'contact' AND record_id " + some, id);
    run(
        "DELETE FROM own_value WHERE record_id "
            + some
            + " AND field_id IN (SELECT id FROM own_field WHERE record = 'contact')",
        id);
    sql.sql(
            "UPDATE contact SET name = :mark, role = '', email = '', phone = '', channel = '', hours = '',"
                + " version = version + 1 WHERE "
                + where
                + " = :id")
        .param("mark", Erased.MARK)
        .param("id", id)
        .update();
  }

  private void run(String statement, RecordId id) {
    sql.sql(statement).param("id", id).update();
  }

  void emptyAccount(RecordId id, Instant at) {
    run("DELETE FROM account_note WHERE account_id = :id", id);
    run("DELETE FROM phone_digits WHERE record = 'account' AND record_id = :id", id);
    run(
        "DELETE FROM own_value WHERE record_id = :id AND field_id IN (SELECT id FROM own_field WHERE record = 'account')",
        id);
    sql.sql(
            """
            UPDATE record_file SET removed_at = COALESCE(removed_at, :at), name = :mark
            WHERE record = 'account' AND record_id = :id
              OR record = 'opportunity' AND record_id IN (SELECT id FROM opportunity WHERE account_id = :id)
              OR record = 'enquiry' AND record_id IN (SELECT id FROM enquiry_row WHERE account_id = :id)
            """)
        .param("id", id)
        .param("at", at)
        .param("mark", Erased.MARK)
        .update();
    run(
        "UPDATE document SET paper = NULL WHERE kind = 'quote' AND account_id = :id AND state <> 'ordered'",
        id);
    run(
        "UPDATE order_terms SET delivery_address = '' WHERE document_id IN (SELECT id FROM document WHERE account_id = :id)",
        id);
    sql.sql(
            """
            UPDATE account SET name = :mark, street = '', postal = '', town = '', email = '', phone = '', tax_id = '',
              pays_as = '', note = '', version = version + 1 WHERE id = :id
            """)
        .param("mark", Erased.MARK)
        .param("id", id)
        .update();
  }

  List<RecordId> contactsOf(RecordId account) {
    return sql.sql("SELECT id FROM contact WHERE account_id = :id")
        .param("id", account)
        .query(RecordId.class)
        .list();
  }

  String numberOf(RecordId account) {
    return texts("SELECT number FROM account WHERE id = :id", account).get(0);
  }

  /** The enquiries of an account or a contact, also those that came from their addresses. */
  List<RecordId> enquiriesOf(String kind, RecordId id) {
    return sql.sql("SELECT e.id FROM " + (kind.equals("account") ? OF_ACCOUNT : OF_CONTACT))
        .param("id", id)
        .query(RecordId.class)
        .list();
  }

  void emptyEnquiry(RecordId id) {
    run("DELETE FROM phone_digits WHERE record = 'enquiry' AND record_id = :id", id);
    run(
        "DELETE FROM own_value WHERE record_id = :id AND field_id IN (SELECT id FROM own_field WHERE record = 'enquiry')",
        id);
    sql.sql(
            """
            UPDATE enquiry_row SET name = :mark, person = '', email = '', phone = '', postal = '', town = '', subject = :mark,
              version = version + 1 WHERE id = :id
            """)
        .param("mark", Erased.MARK)
        .param("id", id)
        .update();
  }

  /**
   * Drops the files of what was erased, and every content that nothing refers to any more.
   *
   * @param nothing the content that stands in the place of an email as it came
   */
  void dropFiles(String nothing) {
    marked("DELETE FROM record_file WHERE name = :mark AND removed_at IS NOT NULL");
    marked(
        "DELETE FROM incoming_email_file WHERE email_id IN (SELECT id FROM incoming_email WHERE sender = :mark)");
    marked(
        "DELETE FROM email_file WHERE email_id IN (SELECT id FROM outgoing_email WHERE recipient = :mark)");
    sql.sql("UPDATE incoming_email SET sha256 = :nothing WHERE sender = :mark")
        .param("nothing", nothing)
        .param("mark", Erased.MARK)
        .update();
    List<String> references =
        sql.sql(
                """
                SELECT 'SELECT ' || f."from" || ' FROM ' || m.name || ' WHERE ' || f."from" || ' IS NOT NULL'
                FROM pragma_table_list m, pragma_foreign_key_list(m.name) f
                WHERE m.schema = 'main' AND m.type = 'table' AND f."table" = 'file_content' ORDER BY 1
                """)
            .query(String.class)
            .list();
    sql.sql(
            "DELETE FROM file_content WHERE sha256 NOT IN ("
                + String.join(" UNION ALL ", references)
                + ")")
        .update();
  }

  private void marked(String statement) {
    sql.sql(statement).param("mark", Erased.MARK).update();
  }

  /** Enquiries that came to nothing before a moment, and are not erased. */
  List<RecordId> overdue(Instant before, int most) {
    return sql.sql(
            """
            SELECT e.id FROM enquiry_row e WHERE e.state = 'not-pursued' AND e.name <> :mark
              AND (SELECT MAX(c.at) FROM change_log c WHERE c.record = 'enquiry' AND c.record_id = e.id) < :before
            ORDER BY e.id LIMIT :most
            """)
        .param("mark", Erased.MARK)
        .param("before", before)
        .param("most", most)
        .query(RecordId.class)
        .list();
  }

  /** After how many months enquiries that came to nothing are erased; empty for never. */
  Optional<Integer> months() {
    return sql.sql("SELECT enquiry_months FROM retention WHERE enquiry_months IS NOT NULL")
        .query(Integer.class)
        .optional();
  }

  long version() {
    return sql.sql("SELECT version FROM retention").query(Long.class).single();
  }

  int setMonths(Optional<Integer> months, long version) {
    return sql.sql(
            "UPDATE retention SET enquiry_months = :months, version = version + 1 WHERE version = :version")
        .param("months", months)
        .param("version", version)
        .update();
  }
}
