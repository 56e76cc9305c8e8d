package firmtally.server.reporting.metrics;

import firmtally.server.access.Visibility;
import firmtally.server.platform.web.BadInput;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** What tables can be made of. */
public final class Subjects {
  private static final Subject.Records AS_OPPORTUNITY =
      new Subject.Records(
          "opportunity",
          "o.id",
          "o.number",
          "o.title",
          "a.name",
          "COALESCE(o.closed_on, o.expected_close)",
          OpportunityMetrics.VALUE);

  private static final Map<String, Subject> ALL =
      Subject.byName(
          List.of(
              opportunities(),
              demand(),
              sold(),
              invoices(),
              WorkSubjects.enquiries(),
              WorkSubjects.activities()),
          Subject::name);

  private Subjects() {}

  /** All of them, in the order in which they are offered. */
  public static List<Subject> all() {
    return List.copyOf(ALL.values());
  }

  /**
   * One by its name.
   *
   * @throws BadInput when there is none of that name
   */
  public static Subject of(String name) {
    Subject subject = ALL.get(name);
    if (subject == null) {
      throw BadInput.at("subject", "Choose one of " + String.join(", ", ALL.keySet()) + ".");
    }
    return subject;
  }

  private static void addDays(List<Dimension> dimensions, Subject.Day day) {
    for (Dimension.Kind kind :
        List.of(
            Dimension.Kind.YEAR,
            Dimension.Kind.QUARTER,
            Dimension.Kind.MONTH,
            Dimension.Kind.WEEK)) {
      String word = kind.name().charAt(0) + kind.name().substring(1).toLowerCase(Locale.ROOT);
      dimensions.add(
          Dimension.ofDay(
              day.name() + "-" + word.toLowerCase(Locale.ROOT),
              word + " " + day.title(),
              day.expression(),
              kind));
    }
  }

  static Subject subject(
      String name,
      String title,
      String from,
      List<Beside> beside,
      String condition,
      String readable,
      List<Subject.Day> days,
      List<Dimension> own,
      List<TableMeasure> measures,
      Subject.Records records) {
    List<Dimension> dimensions = new ArrayList<>(own);
    days.forEach(day -> addDays(dimensions, day));
    return new Subject(
        name,
        title,
        from,
        beside,
        condition,
        readable,
        Subject.byName(days, Subject.Day::name),
        Subject.byName(dimensions, Dimension::name),
        Subject.byName(measures, TableMeasure::name),
        records);
  }

  private static List<Subject.Day> opportunityDays() {
    return List.of(
        new Subject.Day("close", "of close", "COALESCE(o.closed_on, o.expected_close)"),
        new Subject.Day("opened", "of opening", "o.opened_on"),
        new Subject.Day("expected", "of expected close", "o.expected_close"));
  }

  private static Subject opportunities() {
    TableMeasure count = TableMeasure.count("count", "Count", OpportunityMetrics.COUNT);
    TableMeasure value = TableMeasure.amount("value", "Value", OpportunityMetrics.WORTH);
    TableMeasure wonCount =
        TableMeasure.count("won-count", "Won, count", OpportunityMetrics.WON_COUNT).of("state:won");
    TableMeasure decided =
        TableMeasure.count(
                "decided",
                "Decided, count",
                "COALESCE(SUM(CASE WHEN o.state IN ('won', 'lost') THEN 1 ELSE 0 END), 0)")
            .of("state:won,lost");
    TableMeasure wonDays =
        TableMeasure.count(
            "won-days",
            "Days to win, in all",
            state("won", "CAST(julianday(o.closed_on) - julianday(o.opened_on) AS INTEGER)"));
    return subject(
        "opportunities",
        "Opportunities",
        "FROM opportunity o\n",
        OpportunityMetrics.BESIDE,
        "",
        Visibility.OPPORTUNITY_READABLE,
        opportunityDays(),
        OpportunityMetrics.OWN,
        List.of(
            count,
            value,
            TableMeasure.amount("weighted", "Weighted", OpportunityMetrics.WEIGHTED),
            TableMeasure.amount("open", "Open", OpportunityMetrics.OPEN).of("state:open"),
            TableMeasure.count("open-count", "Open, count", state("open", "1")).of("state:open"),
            TableMeasure.amount("won", "Won", OpportunityMetrics.WON).of("state:won"),
            wonCount,
            TableMeasure.amount("lost", "Lost", state("lost", OpportunityMetrics.VALUE))
                .of("state:lost"),
            TableMeasure.count("lost-count", "Lost, count", OpportunityMetrics.LOST_COUNT)
                .of("state:lost"),
            decided,
            TableMeasure.quotient(
                "win-rate", "Win rate", TableMeasure.Kind.PERCENT, wonCount, decided),
            TableMeasure.quotient(
                "average", "Average value", TableMeasure.Kind.AMOUNT, value, count),
            TableMeasure.quotient(
                "days-to-win", "Days to win, average", TableMeasure.Kind.DAYS, wonDays, wonCount),
            TableMeasure.amount("budget", "Budget", OpportunityMetrics.BUDGET),
            TableMeasure.count(
                    "moved-back", "Close date moved back, count", "COALESCE(SUM(o.slips > 0), 0)")
                .of("moved-back:yes")),
        AS_OPPORTUNITY);
  }

  private static String state(String state, String what) {
    return "COALESCE(SUM(CASE WHEN o.state = '" + state + "' THEN " + what + " END), 0)";
  }

  private static List<Dimension> lineDimensions() {
    List<Dimension> dimensions =
        new ArrayList<>(
            List.of(
                Dimension.of("family", "Family", "l.in_family"),
                new Dimension(
                    "product",
                    "Product",
                    "COALESCE(l.product, '')",
                    "COALESCE(l.product || ' ' || (SELECT pr.name FROM product pr WHERE pr.code = l.product), '')",
                    "",
                    "",
                    Dimension.Kind.TEXT,
                    Map.of("", "own lines"))));
    OpportunityMetrics.OWN.stream().filter(d -> !d.isSeveral()).forEach(dimensions::add);
    return dimensions;
  }

  private static List<TableMeasure> lineMeasures() {
    TableMeasure list = TableMeasure.amount("list", "List", "COALESCE(SUM(l.term_list), 0)");
    TableMeasure net = TableMeasure.amount("net", "Net", "COALESCE(SUM(l.term_net), 0)");
    TableMeasure given =
        TableMeasure.amount("given", "Given", "COALESCE(SUM(l.term_list - l.term_net), 0)");
    TableMeasure cost = TableMeasure.amount("cost", "Cost", "COALESCE(SUM(l.term_cost), 0)");
    TableMeasure margin =
        TableMeasure.amount("margin", "Margin", "COALESCE(SUM(l.term_net - l.term_cost), 0)");
    TableMeasure documents =
        TableMeasure.count("documents", "Documents", "COUNT(DISTINCT l.worksheet_id)");
    return List.of(
        net,
        list,
        given,
        TableMeasure.quotient(
            "given-percent", "Given, % of list", TableMeasure.Kind.PERCENT, given, list),
        cost,
        margin,
        TableMeasure.quotient(
            "margin-percent", "Margin, %", TableMeasure.Kind.PERCENT, margin, net),
        new TableMeasure(
            "quantity",
            "Quantity",
            TableMeasure.Kind.QUANTITY,
            new Measure(
                "quantity",
                Measure.Unit.QUANTITY,
                "COALESCE(SUM(CASE WHEN l.term_list <> 0 OR l.term_net <> 0 THEN l.quantity END), 0)"),
            Optional.empty(),
            ""),
        TableMeasure.count("lines", "Lines", "COUNT(*)"),
        documents);
  }

  private static Subject demand() {
    return subject(
        "demand",
        "Lines of opportunities",
        """
        FROM opportunity o JOIN worksheet_line l
          ON l.worksheet_id = COALESCE((SELECT d.worksheet_id FROM document d WHERE d.id = o.lead_quote_id), o.worksheet_id)
        """,
        OpportunityMetrics.BESIDE,
        "l.kind = 'line'",
        Visibility.OPPORTUNITY_READABLE,
        opportunityDays(),
        lineDimensions(),
        lineMeasures(),
        lineRecords(AS_OPPORTUNITY));
  }

  private static Subject.Records lineRecords(Subject.Records of) {
    return new Subject.Records(
        of.kind(), of.id(), of.number(), "l.description", of.who(), of.day(), "l.term_net");
  }

  private static Subject sold() {
    return subject(
        "sold",
        "Lines of orders",
        """
        FROM document d JOIN opportunity o ON o.id = d.opportunity_id JOIN worksheet_line l ON l.worksheet_id = d.worksheet_id
        """,
        OpportunityMetrics.BESIDE,
        "d.kind = 'order' AND d.state <> 'cancelled' AND l.kind = 'line'",
        Visibility.OPPORTUNITY_READABLE,
        List.of(new Subject.Day("ordered", "of order", "d.made_on")),
        lineDimensions(),
        lineMeasures(),
        new Subject.Records(
            "order", "d.id", "d.number", "l.description", "a.name", "d.made_on", "l.term_net"));
  }

  private static Subject invoices() {
    String sign = "CASE t.type WHEN 'credit-note' THEN -1 ELSE 1 END * ";
    List<Dimension> dimensions =
        new ArrayList<>(
            List.of(
                Dimension.of("type", "Type", "t.type")
                    .calling(
                        Map.of(
                            "invoice",
                            "Invoice",
                            "deposit",
                            "Deposit invoice",
                            "charges",
                            "Recurring charges",
                            "credit-note",
                            "Credit note"))));
    for (String name :
        List.of(
            "owner",
            "team",
            "account",
            "industry",
            "town",
            "region",
            "group",
            "business",
            "process",
            "source",
            "campaign")) {
      OpportunityMetrics.OWN.stream().filter(d -> d.name().equals(name)).forEach(dimensions::add);
    }
    return subject(
        "invoices",
        "Invoices",
        """
        FROM document d JOIN invoice_terms t ON t.document_id = d.id JOIN opportunity o ON o.id = d.opportunity_id
        """,
        OpportunityMetrics.BESIDE,
        "d.kind IN ('invoice', 'credit-note')",
        Visibility.OPPORTUNITY_READABLE,
        List.of(
            new Subject.Day("issued", "of issue", "d.made_on"),
            new Subject.Day("due", "of payment due", "t.due")),
        dimensions,
        List.of(
            TableMeasure.amount("net", "Net", "COALESCE(SUM(" + sign + "t.net), 0)"),
            TableMeasure.amount("tax", "Tax", "COALESCE(SUM(" + sign + "t.tax), 0)"),
            TableMeasure.amount("total", "Total", "COALESCE(SUM(" + sign + "t.total), 0)"),
            TableMeasure.count("count", "Count", "COUNT(*)")),
        new Subject.Records(
            "invoice", "d.id", "d.number", "o.title", "a.name", "d.made_on", sign + "t.net"));
  }
}
