package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.company.ownfield.OwnFieldSql;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AssignmentRuleId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Cursor;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class EnquiryStore {
  private static final String ROWS =
      "SELECT "
          + EnquiryWorth.EXPECTED
          + """
             AS expected, e.id, e.number, e.added_at, e.name, e.person, e.email, e.phone, e.postal, e.town, e.subject,
             e.family, e.value, e.source, e.campaign, e.state, e.on_hold_until, e.reason, e.owner_id, p.name AS owner_name,
             p.team AS owner_team, e.account_id, o.id AS opportunity_id, o.number AS opportunity_number, e.version
      FROM enquiry e JOIN person p ON p.id = e.owner_id
        LEFT JOIN opportunity o ON o.id = (SELECT MIN(x.id) FROM opportunity x WHERE x.enquiry_id = e.id)
      """;

  /** What an enquiry is worth: its own value, or what such enquiries have brought. */
  private static final String WORTH = "COALESCE(e.value, " + EnquiryWorth.EXPECTED + ")";

  private static final String INSERT =
      """
      INSERT INTO enquiry_row (number, added_at, name, person, email, phone, postal, town, subject, family, value, source,
                           campaign, state, owner_id, import_id)
      VALUES (:number, :addedAt, :name, :person, :email, :phone, :postal, :town, :subject, :family, :value, :source,
              :campaign, 'new', :owner, :import)
      RETURNING id
      """;
  private static final String UPDATE =
      """
      UPDATE enquiry_row SET name = :name, person = :person, email = :email, phone = :phone, postal = :postal, town = :town,
        subject = :subject, family = :family, value = :value, source = :source, campaign = :campaign, version = version + 1
      WHERE id = :id AND version = :version
      """;
  private static final String SET_STATE =
      """
      UPDATE enquiry_row SET state = :state, on_hold_until = :until, reason = :reason, account_id = :account,
        version = version + 1
      WHERE id = :id AND version = :version
      """;
  private final Sql sql;

  EnquiryStore(Sql sql) {
    this.sql = sql;
  }

  record StateChange(
      EnquiryId id,
      long version,
      EnquiryState state,
      LocalDate until,
      String reason,
      AccountId account) {}

  List<Enquiry> page(EnquiryService.Filter filter, Cursor after, int most, Actor actor) {
    Where where = new Where();
    String key = filter.byWorth() ? WORTH : "e.id";
    if (!after.isStart()) {
      where.and("(" + key + ", e.id) < (:key, :id)", "key", after.number());
      where.with("id", after.id());
    }
    switch (filter.state()) {
      case "", "open" -> where.and("e.state IN ('new', 'talking')");
      case "all" -> {
        // Every state is wanted.
      }
      default -> where.and("e.state = :state", "state", filter.state());
    }
    if (filter.owner().value() > 0) {
      where.and("e.owner_id = :owner", "owner", filter.owner());
    }
    where.and(Visibility.OWNED_READABLE);
    where
        .maybe("e.source = :source", "source", filter.source())
        .maybe("e.campaign = :campaign", "campaign", filter.campaign());
    if (!filter.text().isEmpty()) {
      where.and(
          "(e.name LIKE :q ESCAPE '!' OR e.person LIKE :q ESCAPE '!' OR e.number LIKE :q ESCAPE '!'"
              + " OR e.subject LIKE :q ESCAPE '!' OR e.town LIKE :q ESCAPE '!' OR e.email LIKE :q ESCAPE '!'"
              + " OR e.phone LIKE :q ESCAPE '!')",
          "q",
          Where.anywhere(filter.text()));
    }
    OwnFieldSql.narrow(where, "enquiry", "e.id", filter.own());
    return where
        .bind(
            Visibility.bind(
                sql.sql(ROWS + where.sql() + "ORDER BY " + key + " DESC, e.id DESC LIMIT :most"),
                actor))
        .param("most", most)
        .query(Enquiry.class)
        .list();
  }

  Optional<Enquiry> find(EnquiryId id) {
    return sql.sql(ROWS + " WHERE e.id = :id").param("id", id).query(Enquiry.class).optional();
  }

  EnquiryId insert(
      String number,
      Instant at,
      EnquiryReader.Draft draft,
      PersonId owner,
      Optional<ImportId> ofImport) {
    return sql.sql(INSERT)
        .paramSource(draft)
        .param("number", number)
        .param("addedAt", at)
        .param("owner", owner)
        .param("import", ofImport)
        .query(EnquiryId.class)
        .single();
  }

  int update(EnquiryId id, long version, EnquiryReader.Draft draft) {
    return sql.sql(UPDATE).paramSource(draft).param("id", id).param("version", version).update();
  }

  int setState(StateChange change) {
    return sql.sql(SET_STATE).paramSource(change).update();
  }

  int setOwner(EnquiryId id, long version, PersonId owner) {
    return sql.sql(
            """
            UPDATE enquiry_row SET owner_id = :owner, version = version + 1 WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("owner", owner)
        .update();
  }

  /** Those of somebody that are new, worked on or on hold. */
  List<EnquiryId> openOf(PersonId owner) {
    return sql.sql(
            """
            SELECT id FROM enquiry_row WHERE owner_id = :owner AND state IN ('new', 'talking', 'on-hold') ORDER BY id
            """)
        .param("owner", owner)
        .query(EnquiryId.class)
        .list();
  }

  void logGiven(EnquiryId id, PersonId person, Instant at, AssignmentRuleId rule) {
    sql.sql(
            """
            INSERT INTO enquiry_assignment (enquiry_id, person_id, at, rule_id) VALUES (:id, :person, :at, :rule)
            """)
        .param("id", id)
        .param("person", person)
        .param("at", at)
        .param("rule", rule)
        .update();
  }

  /** Those that were on hold until today or earlier. */
  List<EnquiryId> onHoldUntil(LocalDate today) {
    return sql.sql(
            "SELECT id FROM enquiry WHERE state = 'on-hold' AND on_hold_until <= :today ORDER BY id")
        .param("today", today)
        .query(EnquiryId.class)
        .list();
  }
}
