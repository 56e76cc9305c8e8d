package firmtally.server.customers.enquiry;

import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.search.PhoneIndex;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;

/** Accounts and enquiries that may be the same as one that is being taken down. */
@Repository
class LikenessStore {
  private static final String BY_EMAIL =
      """
      SELECT asked.value AS asked, 'account' AS record, a.id
      FROM json_each(:emails) asked CROSS JOIN account a ON lower(a.email) = asked.value AND a.email <> ''
      UNION SELECT asked.value, 'account', c.account_id
      FROM json_each(:emails) asked CROSS JOIN contact c ON lower(c.email) = asked.value AND c.email <> ''
      UNION SELECT asked.value, 'enquiry', e.id
      FROM json_each(:emails) asked CROSS JOIN enquiry e ON lower(e.email) = asked.value AND e.email <> ''
      """;

  /** The best of each question by themselves, so that a common word does not crowd out the rest. */
  private static final String BY_WORDS =
      """
      SELECT asked.value AS asked, CASE hit.value % 2 WHEN 0 THEN 'account' ELSE 'enquiry' END AS record, hit.value / 2 AS id
      FROM json_each(:queries) asked, json_each((
        SELECT json_group_array(rowid) FROM (
          SELECT rowid FROM name_index WHERE name_index MATCH asked.value ORDER BY rank LIMIT 60))) hit
      """;

  private static final String COUNTS =
      """
      SELECT asked.value AS start, (
        SELECT COALESCE(SUM(w.doc), 0) FROM name_words w
        WHERE w.term >= asked.value AND w.term < asked.value || char(1114111)) AS records
      FROM json_each(:starts) asked
      """;

  private static final String KNOWN =
      """
      SELECT 'account' AS record, a.id, a.number, a.name, a.postal, a.town, p.name AS owner, a.status AS state
      FROM json_each(:accounts) asked CROSS JOIN account a ON a.id = asked.value JOIN person p ON p.id = a.owner_id
      UNION ALL
      SELECT 'enquiry', e.id, e.number, e.name, e.postal, e.town, p.name, e.state
      FROM json_each(:enquiries) asked CROSS JOIN enquiry e ON e.id = asked.value JOIN person p ON p.id = e.owner_id
      """;
  private final Sql sql;
  private final PhoneIndex phones;

  LikenessStore(Sql sql, PhoneIndex phones) {
    this.sql = sql;
    this.phones = phones;
  }

  record Key(String record, RecordId id) {}

  record Known(
      String record,
      RecordId id,
      String number,
      String name,
      String postal,
      String town,
      String owner,
      String state) {}

  /** A record that answers one of the questions. */
  private record Hit(String asked, String record, RecordId id) {
    Key key() {
      return new Key(record, id);
    }
  }

  /** Who has an email address, by the address in lower case. */
  Map<String, List<Key>> byEmail(Collection<String> emails) {
    return emails.isEmpty()
        ? Map.of()
        : byAsked(sql.sql(BY_EMAIL).param("emails", JsonList.of(emails)).query(Hit.class).list());
  }

  /** Who has a phone number, by the number as it was asked for; of a contact it is the account. */
  Map<String, List<Key>> byPhone(Collection<String> numbers) {
    return phones.find(numbers).entrySet().stream()
        .collect(
            Collectors.toMap(
                Map.Entry::getKey,
                entry -> entry.getValue().stream().map(LikenessStore::key).distinct().toList()));
  }

  private static Key key(PhoneIndex.Owner owner) {
    return owner.accountId() == null
        ? new Key(owner.record(), owner.recordId())
        : new Key("account", RecordId.of(owner.accountId()));
  }

  /** In which any word begins as asked, by the query; the nearest first. */
  Map<String, List<Key>> byWords(Collection<String> queries) {
    return queries.isEmpty()
        ? Map.of()
        : byAsked(sql.sql(BY_WORDS).param("queries", JsonList.of(queries)).query(Hit.class).list());
  }

  /** How many names have a word that begins as given, by the beginning. */
  Map<String, Long> counts(Collection<String> starts) {
    return starts.isEmpty()
        ? Map.of()
        : sql.sql(COUNTS).param("starts", JsonList.of(starts)).query(Count.class).list().stream()
            .collect(Collectors.toMap(Count::start, Count::records));
  }

  private record Count(String start, long records) {}

  private static Map<String, List<Key>> byAsked(List<Hit> hits) {
    return hits.stream()
        .collect(
            Collectors.groupingBy(Hit::asked, Collectors.mapping(Hit::key, Collectors.toList())));
  }

  /** What is known of records. */
  Map<Key, Known> known(Collection<Key> keys) {
    if (keys.isEmpty()) {
      return Map.of();
    }
    return sql
        .sql(KNOWN)
        .param("accounts", ids(keys, "account"))
        .param("enquiries", ids(keys, "enquiry"))
        .query(Known.class)
        .list()
        .stream()
        .collect(Collectors.toMap(known -> new Key(known.record(), known.id()), known -> known));
  }

  private static String ids(Collection<Key> keys, String record) {
    return JsonList.of(
        keys.stream().filter(key -> key.record().equals(record)).map(Key::id).toList());
  }
}
