package firmtally.server.enquiry;

import firmtally.server.platform.PhoneIndex;
import firmtally.server.platform.Sql;
import java.util.List;
import org.springframework.stereotype.Repository;

/** Accounts and enquiries that may be the same as one that is being taken down. */
@Repository
class LikenessStore {
  private static final String BY_MAIL =
      """
      SELECT 'account' AS record, id FROM account WHERE lower(mail) = :mail AND mail <> ''
      UNION SELECT 'account', account_id FROM contact WHERE lower(mail) = :mail AND mail <> ''
      UNION SELECT 'enquiry', id FROM enquiry WHERE lower(mail) = :mail AND mail <> ''
      LIMIT 20
      """;
  private static final String BY_WORDS =
      """
      SELECT kind AS record, record_id AS id FROM found
      WHERE found MATCH :query AND kind IN ('account', 'enquiry') ORDER BY rank LIMIT 60
      """;
  private static final String ACCOUNT =
      """
      SELECT 'account' AS record, a.id, a.number, a.name, a.postal, a.town, p.name AS owner, a.standing AS state
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

  List<Key> byMail(String mail) {
    return sql.sql(BY_MAIL).param("mail", mail).query(Key.class).list();
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
