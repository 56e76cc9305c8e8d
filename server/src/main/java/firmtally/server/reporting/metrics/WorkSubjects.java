package firmtally.server.reporting.metrics;

import firmtally.server.access.Visibility;
import java.util.List;
import java.util.Map;

/** What is told of the work itself: who asked, and what was done about it. */
final class WorkSubjects {
  private WorkSubjects() {}

  private static List<Dimension> enquiryDimensions() {
    return List.of(
        Dimension.of("source", "Source", "e.source"),
        Dimension.of("campaign", "Campaign", "e.campaign"),
        Dimension.of("owner", "Rep", "e.owner_id", "p.name"),
        Dimension.of("team", "Team", "COALESCE(p.team, '')"),
        Dimension.of("state", "State", "e.state")
            .calling(
                Map.of(
                    "new",
                    "New",
                    "talking",
                    "In talks",
                    "on-hold",
                    "On hold",
                    "not-pursued",
                    "Not pursued",
                    "converted",
                    "Converted")),
        Dimension.of("outcome", "Outcome", "COALESCE(eo.state, '')")
            .calling(OpportunityMetrics.STATES),
        Dimension.of("family", "Family", "COALESCE(e.family, '')"),
        Dimension.of("town", "Town", "e.town"),
        Dimension.of("region", "Region", "substr(e.postal, 1, 2)"),
        Dimension.of("reason", "Reason not pursued", "COALESCE(e.reason, '')"));
  }

  static Subject enquiries() {
    TableMeasure count = TableMeasure.count("count", "Count", "COUNT(*)");
    TableMeasure converted =
        TableMeasure.count("converted", "Converted", "COALESCE(SUM(e.state = 'converted'), 0)")
            .of("state:converted");
    TableMeasure wonCount =
        TableMeasure.count("won-count", "Won, count", "COALESCE(SUM(eo.state = 'won'), 0)")
            .of("outcome:won");
    return Subjects.subject(
        "enquiries",
        "Enquiries",
        "FROM enquiry_row e\n",
        List.of(
            new Beside("p", "JOIN person p ON p.id = e.owner_id\n"),
            // What came of it counts for those who see that as well.
            new Beside(
                "eo",
                """
                LEFT JOIN (SELECT w.enquiry_id, w.state, w.value, w.won_amount FROM opportunity w JOIN person wp ON wp.id = w.owner_id
                           WHERE w.enquiry_id IS NOT NULL AND (:sees = '' OR wp.team = :sees OR wp.id = :me)) eo ON eo.enquiry_id = e.id
                """)),
        "(e.import_id IS NULL OR e.import_id NOT IN (SELECT id FROM data_import WHERE taken_at IS NULL))",
        Visibility.OWNED_READABLE,
        List.of(new Subject.Day("added", "of enquiry", "substr(e.added_at, 1, 10)")),
        enquiryDimensions(),
        List.of(
            count,
            converted,
            TableMeasure.quotient(
                "converted-percent", "Converted, %", TableMeasure.Kind.PERCENT, converted, count),
            wonCount,
            TableMeasure.quotient(
                "won-percent", "Won, % of enquiries", TableMeasure.Kind.PERCENT, wonCount, count),
            TableMeasure.amount(
                    "won",
                    "Won",
                    "COALESCE(SUM(CASE WHEN eo.state = 'won' THEN eo.won_amount END), 0)")
                .of("outcome:won"),
            TableMeasure.amount(
                    "open",
                    "Open value",
                    "COALESCE(SUM(CASE WHEN eo.state = 'open' THEN eo.value END), 0)")
                .of("outcome:open"),
            TableMeasure.count(
                    "not-pursued", "Not pursued", "COALESCE(SUM(e.state = 'not-pursued'), 0)")
                .of("state:not-pursued")),
        new Subject.Records(
            "enquiry",
            "e.id",
            "e.number",
            "e.subject",
            "e.name",
            "substr(e.added_at, 1, 10)",
            "COALESCE(e.value, 0)"));
  }

  /** What an activity is of, where one sees that. */
  private static String seen(String table, String readable, String column) {
    String alias = table.substring(0, 1);
    return "LEFT JOIN (SELECT "
        + alias
        + ".* FROM "
        + table
        + " "
        + alias
        + " JOIN person p ON p.id = "
        + alias
        + ".owner_id WHERE "
        + readable
        + ") "
        + alias
        + " ON "
        + alias
        + ".id = x."
        + column
        + "\n";
  }

  static Subject activities() {
    TableMeasure count = TableMeasure.count("count", "Planned and done", "COUNT(*)");
    TableMeasure done = TableMeasure.count("done", "Done", "COUNT(x.done_at)").of("state:done");
    return Subjects.subject(
        "activities",
        "Activities",
        "FROM activity x\n",
        List.of(
            new Beside("p", "JOIN person p ON p.id = x.person_id\n"),
            // A colleague may have done something for a deal that one does not see oneself.
            new Beside("o", seen("opportunity", Visibility.OPPORTUNITY_READABLE, "opportunity_id")),
            new Beside("e", seen("enquiry_row", Visibility.OWNED_READABLE, "enquiry_id")),
            new Beside("a", "LEFT JOIN account a ON a.id = x.account_id\n")),
        // What fell away, as its opportunity ended, was neither done nor is it still to be.
        "(x.done_at IS NOT NULL OR x.closed_at IS NULL)",
        Visibility.OWNED_READABLE,
        List.of(
            new Subject.Day("due", "due", "x.due"),
            new Subject.Day("done", "done", "substr(x.done_at, 1, 10)")),
        List.of(
            Dimension.of("owner", "Rep", "x.person_id", "p.name"),
            Dimension.of("team", "Team", "COALESCE(p.team, '')"),
            Dimension.of("kind", "Kind", "x.kind")
                .calling(
                    Map.of(
                        "call", "Call", "email", "Email", "meeting", "Meeting", "task", "Task",
                        "note", "Note")),
            Dimension.of(
                    "state",
                    "State",
                    "CASE WHEN x.done_at IS NOT NULL THEN 'done' WHEN x.due < :today THEN 'overdue' ELSE 'planned' END")
                .calling(Map.of("planned", "Planned", "overdue", "Overdue", "done", "Done")),
            Dimension.of("outcome", "Outcome", "x.outcome"),
            Dimension.of("subject", "Subject", "x.subject")),
        List.of(
            count,
            done,
            TableMeasure.count("planned", "Still planned", "COUNT(*) - COUNT(x.done_at)")
                .of("state:planned,overdue"),
            TableMeasure.count(
                    "overdue", "Overdue", "COALESCE(SUM(x.done_at IS NULL AND x.due < :today), 0)")
                .of("state:overdue"),
            TableMeasure.quotient(
                "done-percent", "Done, %", TableMeasure.Kind.PERCENT, done, count)),
        new Subject.Records(
            "CASE WHEN x.opportunity_id IS NOT NULL THEN 'opportunity' WHEN x.enquiry_id IS NOT NULL THEN 'enquiry' ELSE 'account' END",
            "COALESCE(x.opportunity_id, x.enquiry_id, x.account_id)",
            "COALESCE(o.number, e.number, a.number, '')",
            "x.subject",
            "COALESCE((SELECT oa.name FROM account oa WHERE oa.id = o.account_id), e.name, a.name, '')",
            "x.due",
            "0"));
  }
}
