package firmtally.server.customers.account;

import firmtally.server.company.ownfield.OwnFieldSql;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.NoteId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Cursor;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class AccountStore {
  private static final String COLUMNS =
      """
      SELECT a.id, a.number, a.name, a.kind, a.status, a.industry, a.street, a.postal, a.town, a.email, a.phone,
             a.price_group, a.owner_id, p.name AS owner_name, p.team AS owner_team, a.terms_days, a.late_days, a.grace_days,
             a.overdue_allowed, a.watch_percent, a.stopped, a.po_number_required, a.country, a.tax_id, a.language,
             a.tax_exemption, a.deposit_percent, a.pays_as, a.remind, a.note, a.version
      FROM account a JOIN person p ON p.id = a.owner_id
      """;
  private static final String INSERT =
      """
      INSERT INTO account (number, name, kind, status, industry, street, postal, town, email, phone, price_group, owner_id,
                           terms_days, late_days, grace_days, overdue_allowed, watch_percent, stopped,
                           po_number_required, tax_id, country, language, note)
      VALUES (:number, :name, :kind, :status, :industry, :street, :postal, :town, :email, :phone, :priceGroup, :ownerId,
              :termsDays, :lateDays, :graceDays, :overdueAllowed, :watchPercent, :stopped, :poNumberRequired, :taxId, :country, :language, :note)
      RETURNING id
      """;
  private final Sql sql;

  AccountStore(Sql sql) {
    this.sql = sql;
  }

  List<Account> page(String text, String own, Cursor after, int most) {
    Where where =
        new Where()
            .and("(a.name, a.id) > (:name, :id)", "name", after.key())
            .with("id", after.id());
    if (!text.isEmpty()) {
      where.and(
          "(a.name LIKE :like OR a.number LIKE :like OR a.town LIKE :like OR a.industry LIKE :like)",
          "like",
          "%" + text + "%");
    }
    OwnFieldSql.narrow(where, "account", "a.id", own);
    return where
        .bind(sql.sql(COLUMNS + where.sql() + " ORDER BY a.name, a.id LIMIT :most"))
        .param("most", most)
        .query(AccountStore::account)
        .list();
  }

  Optional<Account> find(AccountId id) {
    return sql.sql(COLUMNS + " WHERE a.id = :id")
        .param("id", id)
        .query(AccountStore::account)
        .optional();
  }

  List<Account> find(Collection<AccountId> ids) {
    return sql.sql(COLUMNS + " WHERE a.id IN (SELECT value FROM json_each(:ids))")
        .param("ids", JsonList.of(ids))
        .query(AccountStore::account)
        .list();
  }

  AccountId insert(Account account, String number) {
    return sql.sql(INSERT)
        .paramSource(account)
        .param("number", number)
        .query(AccountId.class)
        .single();
  }

  /** Those that have a number or a name. */
  List<Account> named(String text) {
    return sql.sql(COLUMNS + " WHERE a.number = :text OR a.name = :text LIMIT 3")
        .param("text", text)
        .query(AccountStore::account)
        .list();
  }

  /** One that has a name or an email address, with its number. */
  Optional<Account> alike(String name, String email) {
    return sql.sql(
            COLUMNS
                + " WHERE a.name = :name OR (a.email <> '' AND lower(a.email) = lower(:email))"
                + " ORDER BY a.name = :name DESC, a.id LIMIT 1")
        .param("name", name)
        .param("email", email)
        .query(AccountStore::account)
        .optional();
  }

  private static Account account(ResultSet row, int n) throws SQLException {
    return new Account(
        new AccountId(row.getLong("id")),
        row.getString("number"),
        row.getString("name"),
        row.getString("kind"),
        row.getString("status"),
        row.getString("industry"),
        row.getString("street"),
        row.getString("postal"),
        row.getString("town"),
        row.getString("email"),
        row.getString("phone"),
        row.getString("price_group"),
        new PersonId(row.getLong("owner_id")),
        row.getString("owner_name"),
        row.getString("owner_team"),
        row.getInt("terms_days"),
        row.getInt("late_days"),
        row.getInt("grace_days"),
        row.getLong("overdue_allowed"),
        row.getLong("watch_percent"),
        row.getBoolean("stopped"),
        row.getBoolean("po_number_required"),
        row.getString("country"),
        row.getString("tax_id"),
        row.getString("language"),
        new Account.Dealings(
            row.getString("tax_exemption"),
            row.getLong("deposit_percent"),
            row.getString("pays_as"),
            row.getBoolean("remind")),
        row.getString("note"),
        row.getLong("version"));
  }

  /** What can be typed on an account, as it is written. */
  record Edit(
      AccountId id,
      long version,
      String name,
      String industry,
      String street,
      String postal,
      String town,
      String email,
      String phone,
      String priceGroup,
      int termsDays,
      boolean poNumberRequired,
      String country,
      String taxId,
      String language,
      String taxExemption,
      String paysAs) {}

  int update(Edit edit) {
    return sql.sql(
            """
            UPDATE account SET name = :name, industry = :industry, street = :street, postal = :postal, town = :town,
              email = :email, phone = :phone, price_group = :priceGroup, terms_days = :termsDays,
              po_number_required = :poNumberRequired, country = :country, tax_id = :taxId, language = :language,
              tax_exemption = :taxExemption, pays_as = :paysAs, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .paramSource(edit)
        .update();
  }

  /** How an account's credit is judged, as it is written. */
  record CreditEdit(
      AccountId id,
      long version,
      int termsDays,
      int lateDays,
      int graceDays,
      long overdueAllowed,
      long watchPercent,
      long depositPercent,
      boolean stopped,
      boolean remind) {}

  int update(CreditEdit edit) {
    return sql.sql(
            """
            UPDATE account SET terms_days = :termsDays, late_days = :lateDays, grace_days = :graceDays,
              overdue_allowed = :overdueAllowed, watch_percent = :watchPercent, deposit_percent = :depositPercent,
              stopped = :stopped, remind = :remind, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .paramSource(edit)
        .update();
  }

  ContactId insertContact(AccountId account, AccountService.ContactForm contact) {
    return sql.sql(
            """
            INSERT INTO contact (account_id, name, role, email, phone, channel, hours)
            VALUES (:account, :name, :role, :email, :phone, :channel, :hours) RETURNING id
            """)
        .params(values(contact))
        .param("account", account)
        .query(ContactId.class)
        .single();
  }

  int updateContact(ContactId id, long version, AccountService.ContactForm contact) {
    return sql.sql(
            """
            UPDATE contact SET name = :name, role = :role, email = :email, phone = :phone, channel = :channel,
              hours = :hours, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .params(values(contact))
        .param("id", id)
        .param("version", version)
        .update();
  }

  private static Map<String, String> values(AccountService.ContactForm contact) {
    return Map.of(
        "name", contact.name(),
        "role", contact.role(),
        "email", contact.email(),
        "phone", contact.phone(),
        "channel", contact.channel(),
        "hours", contact.hours());
  }

  List<AccountService.Contact> contacts(AccountId account) {
    return sql.sql(
            """
            SELECT c.id, c.name, c.role, c.email, c.phone, c.channel, c.hours, r.words AS email_refused, c.version
            FROM contact c LEFT JOIN email_refusal r ON r.address = lower(c.email)
            WHERE c.account_id = :account ORDER BY c.id
            """)
        .param("account", account)
        .query(AccountService.Contact.class)
        .list();
  }

  List<AccountService.NoteView> notes(AccountId account) {
    return sql.sql(
            """
            SELECT n.id, n.words, n.pinned, p.name AS person, n.at
            FROM account_note n JOIN person p ON p.id = n.person_id
            WHERE n.account_id = :account ORDER BY n.pinned DESC, n.id DESC
            """)
        .param("account", account)
        .query(AccountService.NoteView.class)
        .list();
  }

  void insertNote(AccountId account, PersonId person, Instant at, String words, boolean pinned) {
    sql.sql(
            """
            INSERT INTO account_note (account_id, person_id, at, words, pinned)
            VALUES (:account, :person, :at, :words, :pinned)
            """)
        .param("account", account)
        .param("person", person)
        .param("at", at)
        .param("words", words)
        .param("pinned", pinned)
        .update();
  }

  boolean isNoteBy(NoteId note, PersonId person) {
    return sql.sql(
            "SELECT EXISTS (SELECT 1 FROM account_note WHERE id = :id AND person_id = :person)")
        .param("id", note)
        .param("person", person)
        .query(Boolean.class)
        .single();
  }

  int pin(AccountId account, NoteId note, boolean pinned) {
    return sql.sql(
            "UPDATE account_note SET pinned = :pinned WHERE id = :id AND account_id = :account")
        .param("pinned", pinned)
        .param("id", note)
        .param("account", account)
        .update();
  }

  List<Account> ownedBy(PersonId owner) {
    return sql.sql(COLUMNS + " WHERE a.owner_id = :owner ORDER BY a.name, a.id")
        .param("owner", owner)
        .query(AccountStore::account)
        .list();
  }

  void setOwner(AccountId id, PersonId owner) {
    sql.sql("UPDATE account SET owner_id = :owner, version = version + 1 WHERE id = :id")
        .param("id", id)
        .param("owner", owner)
        .update();
  }

  void setStopped(AccountId id, boolean stopped) {
    sql.sql("UPDATE account SET stopped = :stopped, version = version + 1 WHERE id = :id")
        .param("stopped", stopped)
        .param("id", id)
        .update();
  }

  void setStatus(AccountId id, String status) {
    sql.sql("UPDATE account SET status = :status, version = version + 1 WHERE id = :id")
        .param("status", status)
        .param("id", id)
        .update();
  }
}
