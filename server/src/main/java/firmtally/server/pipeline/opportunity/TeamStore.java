package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;

/** Who and what stands around an opportunity: tags, competitors, people with roles, sharers. */
@Repository
class TeamStore {
  private static final String TEAM =
      """
      SELECT 'tag' AS what, 0 AS id, tag AS name, 0 AS account_id, '' AS account, '' AS role, '' AS email, '' AS phone, 0 AS part
      FROM opportunity_tag WHERE opportunity_id = :id
      UNION ALL
      SELECT 'competitor', 0, name, 0, '', '', '', '', 0 FROM opportunity_competitor WHERE opportunity_id = :id
      UNION ALL
      SELECT 'person', x.contact_id, c.name, c.account_id, a.name, x.role, c.email, c.phone, 0
      FROM opportunity_person x JOIN contact c ON c.id = x.contact_id JOIN account a ON a.id = c.account_id
      WHERE x.opportunity_id = :id
      UNION ALL
      SELECT 'share', s.person_id, p.name, 0, '', '', '', '', s.part
      FROM opportunity_share s JOIN person p ON p.id = s.person_id WHERE s.opportunity_id = :id
      ORDER BY what, part DESC, role, name, id
      """;
  private final Sql sql;

  TeamStore(Sql sql) {
    this.sql = sql;
  }

  private record Row(
      String what,
      RecordId id,
      String name,
      AccountId accountId,
      String account,
      String role,
      String email,
      String phone,
      Percent part) {}

  TeamService.SalesTeam of(OpportunityId id) {
    Map<String, List<Row>> rows =
        sql.sql(TEAM).param("id", id).query(Row.class).list().stream()
            .collect(Collectors.groupingBy(Row::what));
    return new TeamService.SalesTeam(
        all(rows, "tag", Row::name),
        all(rows, "competitor", Row::name),
        all(
            rows,
            "person",
            r ->
                new TeamService.Member(
                    new ContactId(r.id().value()),
                    r.name(),
                    r.accountId(),
                    r.account(),
                    r.role(),
                    r.email(),
                    r.phone())),
        all(
            rows,
            "share",
            r ->
                new TeamService.Share(
                    new PersonId(r.id().value()), r.name(), r.part().toString())));
  }

  private static <T> List<T> all(Map<String, List<Row>> rows, String what, Function<Row, T> make) {
    return rows.getOrDefault(what, List.of()).stream().map(make).toList();
  }

  void addTag(OpportunityId id, String tag) {
    sql.sql(
            "INSERT INTO opportunity_tag (opportunity_id, tag) VALUES (:id, :tag) ON CONFLICT DO NOTHING")
        .param("id", id)
        .param("tag", tag)
        .update();
  }

  void addCompetitor(OpportunityId id, String name) {
    sql.sql(
            """
            INSERT INTO opportunity_competitor (opportunity_id, name) VALUES (:id, :name) ON CONFLICT DO NOTHING
            """)
        .param("id", id)
        .param("name", name)
        .update();
  }

  /** Everything that may be typed in the team is written anew. */
  void clear(OpportunityId id) {
    for (String table :
        List.of(
            "opportunity_tag",
            "opportunity_competitor",
            "opportunity_person",
            "opportunity_share")) {
      sql.sql("DELETE FROM " + table + " WHERE opportunity_id = :id").param("id", id).update();
    }
  }

  boolean hasContact(ContactId contact) {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM contact WHERE id = :id)")
        .param("id", contact)
        .query(Boolean.class)
        .single();
  }

  void addPerson(OpportunityId id, ContactId contact, String role) {
    sql.sql(
            """
            INSERT INTO opportunity_person (opportunity_id, contact_id, role) VALUES (:id, :contact, :role)
            ON CONFLICT DO NOTHING
            """)
        .param("id", id)
        .param("contact", contact)
        .param("role", role)
        .update();
  }

  void addShare(OpportunityId id, PersonId person, Percent part) {
    sql.sql(
            "INSERT INTO opportunity_share (opportunity_id, person_id, part) VALUES (:id, :person, :part)")
        .param("id", id)
        .param("person", person)
        .param("part", part.toTenThousandths())
        .update();
  }

  int raiseVersion(OpportunityId id, long version, LocalDate today) {
    return sql.sql(
            """
            UPDATE opportunity SET version = version + 1, touched_on = :today WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("today", today)
        .update();
  }

  /** What was typed before, the most used first, to choose from. */
  List<String> used(String kind) {
    String text =
        switch (kind) {
          case "tag" ->
              "SELECT tag FROM opportunity_tag GROUP BY tag ORDER BY COUNT(*) DESC, tag LIMIT 60";
          case "competitor" ->
              """
              SELECT name FROM opportunity_competitor GROUP BY name ORDER BY COUNT(*) DESC, name LIMIT 60
              """;
          case "reason" ->
              """
              SELECT reason FROM opportunity WHERE state = 'lost' AND reason IS NOT NULL
              GROUP BY reason ORDER BY COUNT(*) DESC, reason LIMIT 30
              """;
          case "source" ->
              """
              SELECT source FROM (SELECT source FROM opportunity UNION ALL SELECT source FROM enquiry)
              WHERE source <> '' GROUP BY source ORDER BY COUNT(*) DESC, source LIMIT 30
              """;
          default ->
              """
              SELECT campaign FROM (SELECT campaign FROM opportunity UNION ALL SELECT campaign FROM enquiry
                                    UNION ALL SELECT campaign FROM call_list)
              WHERE campaign <> '' GROUP BY campaign ORDER BY COUNT(*) DESC, campaign LIMIT 30
              """;
        };
    return sql.sql(text).query(String.class).list();
  }
}
