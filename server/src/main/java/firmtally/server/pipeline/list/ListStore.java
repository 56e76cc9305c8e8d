package firmtally.server.pipeline.list;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Cursor;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.LongFunction;
import java.util.regex.Pattern;
import org.springframework.stereotype.Repository;

/** The list of opportunities, narrowed, sorted, grouped and subtotalled in SQL. */
@Repository
class ListStore {
  /** What may be asked for beside the opportunity itself; an opportunity has one of each. */
  private static final Map<String, String> BESIDE =
      Map.of(
          "a.", "JOIN account a ON a.id = o.account_id\n",
          "p.", "JOIN person p ON p.id = o.owner_id\n",
          "s.", "JOIN stage s ON s.id = o.stage_id\n",
          "sp.", "JOIN sales_process sp ON sp.id = o.process_id\n");

  private static final String COLUMNS =
      "SELECT o.id, o.number, o.title, o.account_id, a.name AS account, o.owner_id, p.name AS owner, p.team,"
          + " s.name AS stage, sp.name AS process, COALESCE(o.own_probability, s.probability) AS probability, o.state, o.expected_close,"
          + " o.slips, o.value, o.stage_since, s.usual_days, o.touched_on,"
          + " o.priority, o.interest, o.closed_on, o.reason, o.competitor, o.campaign, o.source, o.version,"
          + " (SELECT MIN(due) FROM activity x WHERE x.opportunity_id = o.id AND x.closed_at IS NULL) AS next_due, ("
          + ListFilter.NO_NEXT
          + ") AS no_next, ("
          + ListFilter.SILENT
          + ") AS silent, ("
          + ListFilter.PAST
          + ") AS past, ("
          + ListFilter.OVER_TIME
          + ") AS over_time\n";

  private static final String VALUE = "o.value";

  /** What a list may be sorted by. */
  private enum Order {
    CLOSE("o.expected_close", false),
    VALUE(ListStore.VALUE, true),
    TITLE("o.title", false),
    ACCOUNT("a.name", false),
    STAGE("s.position", true),
    OWNER("p.name", false),
    AGE("o.stage_since", false),
    TOUCHED("o.touched_on", false);

    private final String column;
    private final boolean isNumber;

    Order(String column, boolean isNumber) {
      this.column = column;
      this.isNumber = isNumber;
    }
  }

  /** What a list may be gathered by: the key, the words for it, and what it needs beside. */
  private record Grouping(String key, String label, String join) {
    static Grouping of(String expression) {
      return new Grouping(expression, expression, "");
    }
  }

  private static final Map<String, Grouping> GROUPINGS =
      Map.ofEntries(
          Map.entry("owner", new Grouping("o.owner_id", "p.name", "")),
          Map.entry("team", Grouping.of("COALESCE(p.team, '')")),
          Map.entry("stage", new Grouping("o.stage_id", "s.name", "")),
          Map.entry("process", new Grouping("o.process_id", "sp.name", "")),
          Map.entry("month", Grouping.of("substr(COALESCE(o.closed_on, o.expected_close), 1, 7)")),
          Map.entry("account", new Grouping("o.account_id", "a.name", "")),
          Map.entry("industry", Grouping.of("a.industry")),
          Map.entry("town", Grouping.of("a.town")),
          Map.entry("state", Grouping.of("o.state")),
          Map.entry("priority", Grouping.of("o.priority")),
          Map.entry("interest", Grouping.of("o.interest")),
          Map.entry("business", Grouping.of("o.business")),
          Map.entry("source", Grouping.of("o.source")),
          Map.entry("campaign", Grouping.of("o.campaign")),
          Map.entry("reason", Grouping.of("COALESCE(o.reason, '')")),
          Map.entry(
              "tag",
              new Grouping(
                  "COALESCE(gt.tag, '')",
                  "COALESCE(gt.tag, '')",
                  "LEFT JOIN opportunity_tag gt ON gt.opportunity_id = o.id\n")),
          Map.entry(
              "competitor",
              new Grouping(
                  "COALESCE(gc.name, '')",
                  "COALESCE(gc.name, '')",
                  "LEFT JOIN opportunity_competitor gc ON gc.opportunity_id = o.id\n")));

  private final Sql sql;

  ListStore(Sql sql) {
    this.sql = sql;
  }

  /** A group with its exact sums: the value in minor units, and the value times the probability. */
  record Group(String key, String label, long count, long value, long weighted) {}

  List<ListService.OpportunityRow> page(
      ListQuery query, Actor actor, LocalDate today, int most, LongFunction<String> amounts) {
    Grouping grouping = grouping(query);
    Where where = inGroup(query, actor, grouping);
    Order order = order(query);
    boolean isDown = query.sort() != null && query.sort().startsWith("-");
    Cursor from = Cursor.of(query.after());
    if (from.id() > 0) {
      where.and(
          "(" + order.column + ", o.id) " + (isDown ? "<" : ">") + " (:key, :id)",
          "key",
          order.isNumber ? (Object) number(from.key()) : from.key());
      where.with("id", from.id());
    }
    String direction = isDown ? " DESC" : "";
    String text =
        COLUMNS
            + ", "
            + order.column
            + " AS sort_key\n"
            + from(COLUMNS + where.sql() + order.column)
            + (query.key() == null ? "" : grouping.join())
            + where.sql()
            + "ORDER BY "
            + order.column
            + direction
            + ", o.id"
            + direction
            + " LIMIT :most";
    return ListFilter.bind(sql.sql(text), where, actor, today)
        .param("most", most)
        .query((row, n) -> row(row, amounts))
        .list();
  }

  List<Group> groups(ListQuery query, Actor actor, LocalDate today) {
    Grouping grouping = grouping(query);
    Where where = inGroup(query, actor, grouping);
    String order =
        "ORDER BY "
            + ("stage".equals(query.group()) ? "MIN(s.position), " : "")
            + ("month".equals(query.group()) ? "1, " : "")
            + "value DESC, label";
    String select =
        "SELECT "
            + grouping.key()
            + " AS key, MIN("
            + grouping.label()
            + ") AS label, COUNT(*) AS count, SUM("
            + VALUE
            + ") AS value, SUM("
            + VALUE
            + " * CASE o.state WHEN 'won' THEN 1000000 WHEN 'lost' THEN 0 ELSE COALESCE(o.own_probability,"
            + " (SELECT probability FROM stage WHERE id = o.stage_id)) END) AS weighted\n";
    String text =
        select
            + from(select + where.sql() + order)
            + grouping.join()
            + where.sql()
            + "GROUP BY 1 "
            + order;
    return ListFilter.bind(sql.sql(text), where, actor, today).query(Group.class).list();
  }

  /** How many of the open ones that somebody sees are neglected in which way. */
  Map<String, Long> attention(ListQuery query, Actor actor, LocalDate today) {
    Where where = ListFilter.where(query, actor);
    String text =
        "SELECT COALESCE(SUM("
            + ListFilter.NO_NEXT
            + "), 0) AS no_next, COALESCE(SUM("
            + ListFilter.SILENT
            + "), 0) AS silent, COALESCE(SUM("
            + ListFilter.SLIPPED
            + "), 0) AS slipped, COALESCE(SUM("
            + ListFilter.PAST
            + "), 0) AS past, COALESCE(SUM("
            + ListFilter.OVER_TIME
            + "), 0) AS over_time\n"
            + from("s. sp. " + where.sql())
            + where.sql();
    return ListFilter.bind(sql.sql(text), where, actor, today)
        .query(
            (row, n) ->
                Map.of(
                    "no-activity-planned", row.getLong("no_next"),
                    "no-contact", row.getLong("silent"),
                    "close-moved-back", row.getLong("slipped"),
                    "past-expected-close", row.getLong("past"),
                    "over-usual-days", row.getLong("over_time")))
        .single();
  }

  /**
   * The opportunities with what a statement asks for beside them, and nothing more to be looked up.
   */
  private static String from(String asked) {
    StringBuilder from = new StringBuilder("FROM opportunity o\n");
    BESIDE.forEach(
        (alias, join) -> {
          if (Pattern.compile("\\b" + Pattern.quote(alias)).matcher(asked).find()) {
            from.append(join);
          }
        });
    return from.toString();
  }

  private static Where inGroup(ListQuery query, Actor actor, Grouping grouping) {
    Where where = ListFilter.where(query, actor);
    if (query.key() != null && query.group() != null) {
      where.and("CAST(" + grouping.key() + " AS TEXT) = :groupKey", "groupKey", query.key());
    }
    return where;
  }

  private static Grouping grouping(ListQuery query) {
    String by = query.group() == null || query.group().isBlank() ? "stage" : query.group();
    Grouping grouping = GROUPINGS.get(by);
    if (grouping == null) {
      throw BadInput.at("group", "A list is not grouped by " + by + ".");
    }
    return grouping;
  }

  private static Order order(ListQuery query) {
    String by =
        query.sort() == null || query.sort().isBlank() ? "close" : query.sort().replace("-", "");
    for (Order order : Order.values()) {
      if (order.name().equalsIgnoreCase(by)) {
        return order;
      }
    }
    throw BadInput.at("sort", "A list is not sorted by " + by + ".");
  }

  private static long number(String key) {
    try {
      return Long.parseLong(key);
    } catch (NumberFormatException e) {
      throw BadInput.at(
          "after", "This is no place in a list; take the one that the page before gave.");
    }
  }

  private static ListService.OpportunityRow row(ResultSet row, LongFunction<String> amounts)
      throws SQLException {
    List<String> attention = new ArrayList<>();
    attention(attention, row.getBoolean("no_next"), "no-activity-planned");
    attention(attention, row.getBoolean("silent"), "no-contact");
    attention(
        attention,
        "open".equals(row.getString("state")) && row.getInt("slips") >= ListFilter.SLIPS,
        "close-moved-back");
    attention(attention, row.getBoolean("past"), "past-expected-close");
    attention(attention, row.getBoolean("over_time"), "over-usual-days");
    return new ListService.OpportunityRow(
        row.getLong("id"),
        row.getString("number"),
        row.getString("title"),
        row.getLong("account_id"),
        row.getString("account"),
        row.getString("owner"),
        row.getString("team"),
        row.getString("stage"),
        row.getString("process"),
        Percent.ofTenThousandths(row.getLong("probability")).toString(),
        row.getString("state"),
        row.getString("expected_close"),
        row.getInt("slips"),
        amounts.apply(row.getLong("value")),
        row.getString("stage_since"),
        row.getInt("usual_days"),
        row.getString("touched_on"),
        row.getString("priority"),
        row.getString("interest"),
        row.getString("closed_on"),
        row.getString("reason"),
        row.getString("competitor"),
        row.getString("campaign"),
        row.getString("source"),
        row.getString("next_due"),
        attention,
        row.getString("sort_key"));
  }

  private static void attention(List<String> attention, boolean is, String name) {
    if (is) {
      attention.add(name);
    }
  }
}
