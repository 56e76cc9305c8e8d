package firmtally.server.reporting.metrics;

import firmtally.server.platform.web.BadInput;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What opportunities are grouped by, and what is summed of them. Expressions speak of the
 * opportunity as {@code o}, and of what each has one of: its account {@code a}, its owner {@code
 * p}, its stage {@code s} and its process {@code sp}; {@link #from} puts beside it what is spoken
 * of.
 */
public final class OpportunityMetrics {
  /** What it is worth: its lines' total, or what it was won with. */
  public static final String VALUE = "o.value";

  public static final Measure COUNT = new Measure("count", Measure.Unit.COUNT, "COUNT(*)");
  public static final Measure WORTH =
      new Measure("value", Measure.Unit.AMOUNT, "COALESCE(SUM(" + VALUE + "), 0)");

  /** What customers said they can spend, of those who said it. */
  public static final Measure BUDGET =
      new Measure("budget", Measure.Unit.AMOUNT, "COALESCE(SUM(o.budget), 0)");

  /** Value times probability; what is won is sure, what is lost is nothing. */
  public static final Measure WEIGHTED =
      new Measure(
          "weighted",
          Measure.Unit.AMOUNT_TIMES_PROBABILITY,
          "SUM("
              + VALUE
              + " * CASE o.state WHEN 'won' THEN 1000000 WHEN 'lost' THEN 0 ELSE COALESCE(o.own_probability,"
              + " (SELECT probability FROM stage WHERE id = o.stage_id)) END)");

  public static final Measure OPEN = new Measure("open", Measure.Unit.AMOUNT, sumIn("open", VALUE));
  public static final Measure WON =
      new Measure("won", Measure.Unit.AMOUNT, sumIn("won", "o.won_amount"));
  public static final Measure WON_COUNT =
      new Measure("won_count", Measure.Unit.COUNT, sumIn("won", "1"));
  public static final Measure LOST_COUNT =
      new Measure("lost_count", Measure.Unit.COUNT, sumIn("lost", "1"));

  static final Map<String, String> STATES =
      Map.of("open", "Open", "paused", "Paused", "won", "Won", "lost", "Lost");
  private static final Map<String, String> PRIORITIES =
      Map.of("high", "High", "normal", "Normal", "low", "Low");
  private static final Map<String, String> INTERESTS =
      Map.of("unknown", "Unknown", "low", "Low", "medium", "Medium", "high", "High");
  private static final Map<String, String> BUSINESS =
      Map.of("new", "New customer", "existing", "Existing customer");

  /** Of the opportunity alone; {@link Subjects} adds the days. */
  static final List<Dimension> OWN =
      List.of(
          Dimension.of("owner", "Rep", "o.owner_id", "p.name"),
          Dimension.of("team", "Team", "COALESCE(p.team, '')"),
          Dimension.of("stage", "Stage", "o.stage_id", "s.name").sortedBy("MIN(s.position)"),
          Dimension.of("process", "Process", "o.process_id", "sp.name"),
          Dimension.of("account", "Account", "o.account_id", "a.name"),
          Dimension.of("industry", "Industry", "a.industry"),
          Dimension.of("town", "Town", "a.town"),
          Dimension.of("region", "Region", "substr(a.postal, 1, 2)"),
          Dimension.of("group", "Customer group", "COALESCE(a.price_group, '')"),
          Dimension.of("state", "State", "o.state").calling(STATES),
          Dimension.of("priority", "Priority", "o.priority").calling(PRIORITIES),
          Dimension.of("interest", "Interest", "o.interest").calling(INTERESTS),
          Dimension.of("business", "New or existing", "o.business").calling(BUSINESS),
          Dimension.of("source", "Source", "o.source"),
          Dimension.of("campaign", "Campaign", "o.campaign"),
          Dimension.of("reason", "Reason lost", "COALESCE(o.reason, '')"),
          Dimension.of("lost-to", "Lost to", "COALESCE(o.competitor, '')"),
          Dimension.of(
                  "moved-back",
                  "Close date moved back",
                  "CASE WHEN o.slips > 0 THEN 'yes' ELSE 'no' END")
              .calling(Map.of("yes", "Moved back", "no", "Not moved back")),
          Dimension.of("tag", "Tag", "COALESCE(gt.tag, '')")
              .joining("LEFT JOIN opportunity_tag gt ON gt.opportunity_id = o.id\n"),
          Dimension.of("competitor", "Competitor", "COALESCE(gc.name, '')")
              .joining("LEFT JOIN opportunity_competitor gc ON gc.opportunity_id = o.id\n"));

  private static final Map<String, Dimension> DIMENSIONS =
      Stream.concat(
              OWN.stream(),
              Stream.of(
                  Dimension.ofDay(
                      "month",
                      "Month of close",
                      "COALESCE(o.closed_on, o.expected_close)",
                      Dimension.Kind.MONTH)))
          .collect(Collectors.toMap(Dimension::name, Function.identity()));

  /** What may be spoken of beside the opportunity itself; it has one of each. */
  static final List<Beside> BESIDE =
      List.of(
          new Beside("a", "JOIN account a ON a.id = o.account_id\n"),
          new Beside("p", "JOIN person p ON p.id = o.owner_id\n"),
          new Beside("s", "JOIN stage s ON s.id = o.stage_id\n"),
          new Beside("sp", "JOIN sales_process sp ON sp.id = o.process_id\n"));

  private OpportunityMetrics() {}

  private static String sumIn(String state, String what) {
    return "COALESCE(SUM(CASE WHEN o.state = '" + state + "' THEN " + what + " END), 0)";
  }

  /**
   * What is grouped by, by its name.
   *
   * @throws BadInput when there is none of that name
   */
  public static Dimension dimension(String name) {
    Dimension dimension = DIMENSIONS.get(name);
    if (dimension == null) {
      throw BadInput.at("group", "A list is not grouped by " + name + ".");
    }
    return dimension;
  }

  /** The opportunities with what a statement speaks of beside them, and nothing more. */
  public static String from(String spoken) {
    return "FROM opportunity o\n" + Beside.of(BESIDE, spoken);
  }
}
