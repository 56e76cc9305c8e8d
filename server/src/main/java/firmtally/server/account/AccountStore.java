package firmtally.server.account;

import firmtally.server.platform.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class AccountStore {
  private static final String COLUMNS =
      """
      SELECT a.id, a.number, a.name, a.kind, a.standing, a.trade, a.street, a.postal, a.town, a.mail, a.phone,
             a.price_group, a.owner_id, p.name AS owner_name, a.terms_days, a.late_days, a.grace_days,
             a.overdue_allowed, a.watch_percent, a.stopped, a.order_number_required, a.note, a.version
      FROM account a JOIN person p ON p.id = a.owner_id
      """;
  private static final String PAGE =
      COLUMNS
          + """
          WHERE (a.name, a.id) > (:name, :id) AND (:text = '' OR a.name LIKE :like OR a.number LIKE :like
                 OR a.town LIKE :like OR a.trade LIKE :like)
          ORDER BY a.name, a.id LIMIT :most
          """;
  private static final String INSERT =
      """
      INSERT INTO account (number, name, kind, standing, trade, street, postal, town, mail, phone, price_group, owner_id,
                           terms_days, late_days, grace_days, overdue_allowed, watch_percent, stopped,
                           order_number_required, note)
      VALUES (:number, :name, :kind, :standing, :trade, :street, :postal, :town, :mail, :phone, :priceGroup, :ownerId,
              :termsDays, :lateDays, :graceDays, :overdueAllowed, :watchPercent, :stopped, :orderNumberRequired, :note)
      RETURNING id
      """;
  private final Sql sql;

  AccountStore(Sql sql) {
    this.sql = sql;
  }

  List<Account> page(String text, String afterName, long afterId, int most) {
    return sql.sql(PAGE)
        .param("text", text)
        .param("like", "%" + text + "%")
        .param("name", afterName)
        .param("id", afterId)
        .param("most", most)
        .query(Account.class)
        .list();
  }

  Optional<Account> find(long id) {
    return sql.sql(COLUMNS + " WHERE a.id = :id").param("id", id).query(Account.class).optional();
  }

  long insert(Account account) {
    return sql.sql(INSERT).paramSource(account).query(Long.class).single();
  }

  long insertContact(long account, String name, String role, String mail, String phone) {
    return sql.sql(
            """
            INSERT INTO contact (account_id, name, role, mail, phone)
            VALUES (:account, :name, :role, :mail, :phone) RETURNING id
            """)
        .param("account", account)
        .param("name", name)
        .param("role", role)
        .param("mail", mail)
        .param("phone", phone)
        .query(Long.class)
        .single();
  }

  List<AccountService.Contact> contacts(long account) {
    return sql.sql(
            "SELECT id, name, role, mail, phone FROM contact WHERE account_id = :account ORDER BY id")
        .param("account", account)
        .query(AccountService.Contact.class)
        .list();
  }

  void setStanding(long id, String standing) {
    sql.sql("UPDATE account SET standing = :standing, version = version + 1 WHERE id = :id")
        .param("standing", standing)
        .param("id", id)
        .update();
  }
}
