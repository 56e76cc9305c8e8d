package firmtally.server.customers.overview;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.OpportunityId;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

/** What a contact has to do with: opportunities, enquiries, calls. */
@Repository
class ContactStore {
  private static final int MOST = 60;

  /** As the opportunity's own contact, or with roles; both are told. */
  private static final String OPPORTUNITIES =
      """
      SELECT o.id, o.number, o.title, o.state, s.name AS stage, o.expected_close, o.closed_on, o.value, p.name AS owner,
             o.contact_id = :contact AS is_main,
             (SELECT group_concat(role, ', ') FROM opportunity_person x
               WHERE x.opportunity_id = o.id AND x.contact_id = :contact) AS roles
      FROM opportunity o JOIN stage s ON s.id = o.stage_id JOIN person p ON p.id = o.owner_id
      WHERE (o.contact_id = :contact
             OR EXISTS (SELECT 1 FROM opportunity_person x WHERE x.opportunity_id = o.id AND x.contact_id = :contact))
        AND
      """
          + Visibility.OPPORTUNITY_READABLE
          + " ORDER BY o.state = 'open' DESC, o.expected_close DESC, o.id DESC LIMIT "
          + MOST;

  private static final String ENQUIRIES =
      """
      SELECT e.id, e.number, e.subject, e.state, e.added_at, p.name AS owner
      FROM contact c JOIN enquiry e ON lower(e.email) = lower(c.email) JOIN person p ON p.id = e.owner_id
      WHERE c.id = :contact AND c.email <> '' AND
      """
          + Visibility.OWNED_READABLE
          + " ORDER BY e.id DESC LIMIT "
          + MOST;

  private static final String CALLS =
      """
      SELECT l.id AS list_id, l.name, l.campaign, e.outcome, e.words, e.at, p.name AS person
      FROM call_entry e JOIN call_list l ON l.id = e.list_id JOIN person p ON p.id = e.person_id
      WHERE e.contact_id = :contact AND e.outcome IS NOT NULL AND
      """
          + Visibility.OWNED_READABLE
          + " ORDER BY e.at DESC LIMIT "
          + MOST;

  private final Sql sql;

  ContactStore(Sql sql) {
    this.sql = sql;
  }

  Optional<AccountId> accountOf(ContactId contact) {
    return sql.sql("SELECT account_id FROM contact WHERE id = :contact")
        .param("contact", contact)
        .query(AccountId.class)
        .optional();
  }

  List<ContactController.WithThem> opportunities(
      ContactId contact, Actor actor, LongFunction<String> amounts) {
    return Visibility.bind(sql.sql(OPPORTUNITIES), actor)
        .param("contact", contact)
        .query(
            (row, n) ->
                new ContactController.WithThem(
                    new OpportunityId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("state"),
                    row.getString("stage"),
                    Columns.day(row, "expected_close"),
                    Columns.day(row, "closed_on"),
                    amounts.apply(row.getLong("value")),
                    row.getString("owner"),
                    row.getBoolean("is_main"),
                    row.getString("roles")))
        .list();
  }

  List<ContactController.FromThem> enquiries(ContactId contact, Actor actor) {
    return Visibility.bind(sql.sql(ENQUIRIES), actor)
        .param("contact", contact)
        .query(ContactController.FromThem.class)
        .list();
  }

  List<ContactController.Called> calls(ContactId contact, Actor actor) {
    return Visibility.bind(sql.sql(CALLS), actor)
        .param("contact", contact)
        .query(ContactController.Called.class)
        .list();
  }
}
