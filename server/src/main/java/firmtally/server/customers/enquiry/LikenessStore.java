package firmtally.server.customers.enquiry;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.search.PhoneIndex;
import java.util.List;
import org.springframework.stereotype.Repository;

/** Accounts and enquiries that may be the same as one that is being taken down. */
@Repository
class LikenessStore {
  private static final String BY_EMAIL =
      """
      SELECT 'account' AS record, id FROM account WHERE lower(email) = :email AND email <> ''
      UNION SELECT 'account', account_id FROM contact WHERE lower(email) = :email AND email <> ''
      UNION SELECT 'enquiry', id FROM enquiry WHERE lower(email) = :email AND email <> ''
      LIMIT 20
      """;
  private static final String BY_WORDS =
      """
      SELECT kind AS record, record_id AS id FROM search_index
      WHERE search_index MATCH :query AND kind IN ('account', 'enquiry') ORDER BY rank LIMIT 60
      """;
  private static final String ACCOUNT =
      """
      SELECT 'account' AS record, a.id, a.number, a.name, a.postal, a.town, p.name AS owner, a.status AS state
      FROM account a JOIN person p ON p.id = a.owner_id WHERE a.id = :id
      """;
  private static final String ENQUIRY =
      """
      SELECT 'enquiry' AS record, e.id, e.number, e.name, e.postal, e.town, p.name AS owner, e.state
      FROM enquiry e JOIN person p ON p.id = e.owner_id WHERE e.id = :id
      """;
  private static final String ACCOUNT_OF_CONTACT = "SELECT account_id FROM contact WHERE id = :id";
  private final Sql sql;
  private final PhoneIndex phones;

  LikenessStore(Sql sql, PhoneIndex phones) {
    this.sql = sql;
    this.phones = phones;
  }

  record Key(String record, long id) {}

  record Known(
      String record,
      long id,
      String number,
      String name,
      String postal,
      String town,
      String owner,
      String state) {}

  List<Key> byEmail(String email) {
    return sql.sql(BY_EMAIL).param("email", email).query(Key.class).list();
  }

  List<Key> byPhone(String phone) {
    return phones.find(phone).stream()
        .map(
            owner ->
                owner.record().equals("contact")
                    ? new Key("account", accountOf(owner.recordId()))
                    : new Key(owner.record(), owner.recordId()))
        .toList();
  }

  private long accountOf(long contact) {
    return sql.sql(ACCOUNT_OF_CONTACT).param("id", contact).query(Long.class).single();
  }

  /** Those in which any word begins as asked. */
  List<Key> byWords(String query) {
    return sql.sql(BY_WORDS).param("query", query).query(Key.class).list();
  }

  Known get(Key key) {
    return sql.sql(key.record().equals("account") ? ACCOUNT : ENQUIRY)
        .param("id", key.id())
        .query(Known.class)
        .single();
  }
}
