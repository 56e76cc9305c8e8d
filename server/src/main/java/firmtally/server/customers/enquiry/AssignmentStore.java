package firmtally.server.customers.enquiry;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AssignmentRuleId;
import firmtally.server.platform.ids.PersonId;
import java.util.List;
import org.springframework.stereotype.Repository;

@Repository
class AssignmentStore {
  private static final String RULES =
      """
      SELECT id, position, name, postal_prefixes, family, source, value_from, value_below FROM assignment_rule
      WHERE deactivated = 0 ORDER BY position, id
      """;
  private static final String INSERT =
      """
      INSERT INTO assignment_rule (position, name, postal_prefixes, family, source, value_from, value_below)
      VALUES (:position, :name, :postalPrefixes, :family, :source, :valueFrom, :valueBelow) RETURNING id
      """;
  private static final String UPDATE =
      """
      UPDATE assignment_rule SET position = :position, name = :name, postal_prefixes = :postalPrefixes, family = :family,
        source = :source, value_from = :valueFrom, value_below = :valueBelow, deactivated = 0
      WHERE id = :id
      """;
  static final AssignmentRuleId NEW = new AssignmentRuleId(0);
  private final Sql sql;

  AssignmentStore(Sql sql) {
    this.sql = sql;
  }

  record RuleRow(
      AssignmentRuleId id,
      int position,
      String name,
      String postalPrefixes,
      String family,
      String source,
      Long valueFrom,
      Long valueBelow) {}

  record ShareRow(
      AssignmentRuleId ruleId, PersonId personId, String name, int weight, long given) {}

  List<RuleRow> rules() {
    return sql.sql(RULES).query(RuleRow.class).list();
  }

  List<ShareRow> shares() {
    return sql.sql(
            """
            SELECT s.rule_id, s.person_id, p.name, s.weight, s.given
            FROM assignment_share s JOIN person p ON p.id = s.person_id ORDER BY s.rule_id, s.person_id
            """)
        .query(ShareRow.class)
        .list();
  }

  AssignmentRuleId put(RuleRow rule) {
    if (rule.id().equals(NEW)) {
      return sql.sql(INSERT).paramSource(rule).query(AssignmentRuleId.class).single();
    }
    sql.sql(UPDATE).paramSource(rule).update();
    return rule.id();
  }

  void deactivateAll() {
    sql.sql("UPDATE assignment_rule SET deactivated = 1 WHERE deactivated = 0").update();
  }

  void clearShares(AssignmentRuleId rule) {
    sql.sql("DELETE FROM assignment_share WHERE rule_id = :rule").param("rule", rule).update();
  }

  /** Puts one person in another's place; who has turns of their own beside them keeps these. */
  int replace(PersonId from, PersonId to) {
    sql.sql(
            """
            INSERT INTO assignment_share (rule_id, person_id, weight, given)
            SELECT rule_id, :to, weight, given FROM assignment_share WHERE person_id = :from
            ON CONFLICT (rule_id, person_id) DO NOTHING
            """)
        .param("from", from)
        .param("to", to)
        .update();
    return sql.sql("DELETE FROM assignment_share WHERE person_id = :from")
        .param("from", from)
        .update();
  }

  void putShare(AssignmentRuleId rule, PersonId person, int weight, long given) {
    sql.sql(
            """
            INSERT INTO assignment_share (rule_id, person_id, weight, given) VALUES (:rule, :person, :weight, :given)
            """)
        .param("rule", rule)
        .param("person", person)
        .param("weight", weight)
        .param("given", given)
        .update();
  }

  void countGiven(AssignmentRuleId rule, PersonId person, long count) {
    sql.sql(
            "UPDATE assignment_share SET given = given + :count WHERE rule_id = :rule AND person_id = :person")
        .param("rule", rule)
        .param("count", count)
        .param("person", person)
        .update();
  }

  /**
   * What was given to somebody and what became of it.
   *
   * @param hours from being given to the first contact, with a comma between; null for none
   */
  record Given(
      PersonId personId,
      String name,
      long got,
      long kept,
      long open,
      long converted,
      long notPursued,
      long won,
      long lost,
      String hours) {}

  /** Of everybody who was given enquiries between two days, both included. */
  List<Given> distribution(String from, String to) {
    return sql.sql(
            """
            SELECT p.id AS person_id, p.name, COUNT(*) AS got, SUM(e.owner_id = p.id) AS kept,
                   SUM(e.owner_id = p.id AND e.state IN ('new', 'talking', 'on-hold')) AS open,
                   SUM(e.owner_id = p.id AND e.state = 'converted') AS converted,
                   SUM(e.owner_id = p.id AND e.state = 'not-pursued') AS not_pursued,
                   COALESCE(SUM(e.owner_id = p.id AND o.state = 'won'), 0) AS won,
                   COALESCE(SUM(e.owner_id = p.id AND o.state = 'lost'), 0) AS lost,
                   group_concat((SELECT (julianday(MIN(a.done_at)) - julianday(g.at)) * 24 FROM activity a
                                 WHERE a.enquiry_id = e.id AND a.kind IN ('call', 'email', 'meeting')
                                   AND a.done_at >= g.at)) AS hours
            FROM enquiry_assignment g JOIN person p ON p.id = g.person_id JOIN enquiry e ON e.id = g.enquiry_id
              LEFT JOIN opportunity o ON o.id = (SELECT MIN(x.id) FROM opportunity x WHERE x.enquiry_id = e.id)
            WHERE g.at >= :from AND g.at < date(:to, '+1 day')
            GROUP BY p.id ORDER BY got DESC, p.name, p.id
            """)
        .param("from", from)
        .param("to", to)
        .query(Given.class)
        .list();
  }
}
