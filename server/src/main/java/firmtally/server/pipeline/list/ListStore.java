package firmtally.server.pipeline.list;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.OpenTotal;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Cursor;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.Groups;
import firmtally.server.reporting.metrics.OpportunityMetrics;
import firmtally.server.reporting.metrics.OwnDimensions;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

/** The list of opportunities, narrowed, sorted, grouped and subtotalled in SQL. */
@Repository
class ListStore {
  private static final String COLUMNS =
      "SELECT o.id, o.number, o.title, o.account_id, a.name AS account, o.owner_id, p.name AS owner, p.team,"
          + " s.name AS stage, sp.name AS process, COALESCE(o.own_probability, s.probability) AS probability, o.state, o.expected_close,"
          + " o.slips, o.value, o.stage_since, s.usual_days, o.touched_on,"
          + " o.budget, o.priority, o.interest, o.closed_on, o.reason, o.competitor, o.campaign, o.source, o.version,"
          + " (SELECT MIN(due) FROM activity x WHERE x.opportunity_id = o.id AND x.closed_at IS NULL) AS next_due,"
          + " (SELECT MAX(done_at) FROM activity x WHERE x.opportunity_id = o.id AND x.done_at IS NOT NULL) AS last_done, ("
          + ListFilter.NO_NEXT
          + ") AS no_next, ("
          + ListFilter.SILENT
          + ") AS silent, ("
          + ListFilter.PAST
          + ") AS past, ("
          + ListFilter.OVER_TIME
          + ") AS over_time\n";

  /** What a list may be sorted by. */
  private enum Order {
    CLOSE("o.expected_close", false),
    VALUE(OpportunityMetrics.VALUE, true),
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

  private final Sql sql;
  private final Groups groups;
  private final OwnDimensions own;
  private final OwnFieldService fields;

  ListStore(Sql sql, Groups groups, OwnDimensions own, OwnFieldService fields) {
    this.sql = sql;
    this.groups = groups;
    this.own = own;
    this.fields = fields;
  }

  List<ListService.OpportunityRow> page(
      ListQuery query, Actor actor, LocalDate today, int most, CurrencyUnit currency) {
    Where where = inGroup(query, actor, today);
    Order order = order(query);
    boolean isDown = query.sort() != null && query.sort().startsWith("-");
    Cursor from = Cursor.of(query.after());
    if (from.id() > 0) {
      where.and(
          "(" + order.column + ", o.id) " + (isDown ? "<" : ">") + " (:key, :id)",
          "key",
          order.isNumber ? (Object) from.number() : from.key());
      where.with("id", from.id());
    }
    String direction = isDown ? " DESC" : "";
    String beside = beside(query, query.key() != null, query.thenKey() != null);
    return rows(
        where,
        beside,
        order.column,
        order.column + direction + ", o.id" + direction,
        most,
        actor,
        currency);
  }

  /** The opportunities of an account, the latest close first. */
  List<ListService.OpportunityRow> ofAccount(
      AccountId account, Actor actor, LocalDate today, int most, CurrencyUnit currency) {
    String close = Order.CLOSE.column;
    Where where = ListFilter.ofAccount(account, actor, today);
    return rows(where, "", close, close + " DESC, o.id DESC", most, actor, currency);
  }

  private List<ListService.OpportunityRow> rows(
      Where where,
      String beside,
      String key,
      String order,
      int most,
      Actor actor,
      CurrencyUnit currency) {
    String text =
        COLUMNS
            + ", "
            + key
            + " AS sort_key\n"
            + OpportunityMetrics.from(COLUMNS + where.sql() + key)
            + beside
            + where.sql()
            + "ORDER BY "
            + order
            + " LIMIT :most";
    return withOwn(
        where
            .bind(Visibility.bind(sql.sql(text), actor))
            .param("most", most)
            .query((row, n) -> row(row, currency))
            .list());
  }

  /** What the own fields that lists show hold, read for all rows at once. */
  private List<ListService.OpportunityRow> withOwn(List<ListService.OpportunityRow> rows) {
    Map<Long, Map<String, String>> listed =
        fields.listed("opportunity", rows.stream().map(ListService.OpportunityRow::id).toList());
    return listed.isEmpty()
        ? rows
        : rows.stream()
            .map(row -> row.with(listed.getOrDefault(row.id().value(), Map.of())))
            .toList();
  }

  /** The groups of the list, or those within one of them, with what they come to. */
  List<Groups.Group> groups(ListQuery query, Actor actor, LocalDate today) {
    Dimension by = query.isWithin() ? then(query) : dimension(query);
    return groups.of(
        by.joining(beside(query, true, query.isWithin())),
        List.of(
            OpportunityMetrics.WORTH,
            OpportunityMetrics.COUNT,
            OpportunityMetrics.WEIGHTED,
            OpportunityMetrics.BUDGET),
        inGroup(query, actor, today),
        actor);
  }

  /** How many of the open ones that somebody sees are neglected in which way. */
  Map<String, Long> attention(ListQuery query, Actor actor, LocalDate today) {
    Where where = ListFilter.where(query, actor, today);
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
            + OpportunityMetrics.from("s. sp. " + where.sql())
            + where.sql();
    return where
        .bind(Visibility.bind(sql.sql(text), actor))
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

  private Where inGroup(ListQuery query, Actor actor, LocalDate today) {
    Where where = ListFilter.where(query, actor, today);
    if (query.key() != null && query.group() != null) {
      where.and(
          "CAST(" + dimension(query).key() + " AS TEXT) = :groupKey", "groupKey", query.key());
    }
    if (query.thenKey() != null && query.isWithin()) {
      where.and("CAST(" + then(query).key() + " AS TEXT) = :thenKey", "thenKey", query.thenKey());
    }
    return where;
  }

  /** What has to stand beside an opportunity for what it is grouped by. */
  private String beside(ListQuery query, boolean byFirst, boolean byThen) {
    return (byFirst ? dimension(query).join() : "")
        + (byThen && query.isWithin() ? then(query).join() : "");
  }

  private Dimension then(ListQuery query) {
    if (query.then().equals(query.group())) {
      throw BadInput.at("then", "Choose another field than the first.");
    }
    return own.ofList(query.then());
  }

  private Dimension dimension(ListQuery query) {
    return own.ofList(query.group() == null || query.group().isBlank() ? "stage" : query.group());
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

  private static ListService.OpportunityRow row(ResultSet row, CurrencyUnit currency)
      throws SQLException {
    Money value = Money.ofMinor(currency, row.getLong("value"));
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
        new OpportunityId(row.getLong("id")),
        new ListService.What(
            row.getString("number"),
            row.getString("title"),
            new AccountId(row.getLong("account_id")),
            row.getString("account"),
            row.getString("owner"),
            row.getString("team"),
            text(value),
            Columns.maybe(row, "budget", minor -> text(Money.ofMinor(currency, minor)))
                .orElse(null),
            text(weighted(row, value))),
        new ListService.Standing(
            row.getString("stage"),
            row.getString("process"),
            Percent.ofTenThousandths(row.getLong("probability")).toString(),
            row.getString("state"),
            row.getInt("slips"),
            row.getInt("usual_days"),
            attention),
        new ListService.Days(
            Columns.day(row, "expected_close"),
            Columns.day(row, "stage_since"),
            Columns.day(row, "touched_on"),
            Columns.day(row, "closed_on"),
            Columns.day(row, "next_due"),
            Columns.instant(row, "last_done")),
        new ListService.Details(
            row.getString("priority"),
            row.getString("interest"),
            row.getString("reason"),
            row.getString("competitor"),
            row.getString("campaign"),
            row.getString("source")),
        Map.of(),
        row.getLong("version"),
        row.getString("sort_key"));
  }

  /** As the core weighs it; what is won is sure, what is lost is nothing. */
  private static Money weighted(ResultSet row, Money value) throws SQLException {
    return switch (row.getString("state")) {
      case "won" -> value;
      case "lost" -> Money.zero(value.getCurrencyUnit());
      default ->
          OpenTotal.of(
                  value.getCurrencyUnit(),
                  List.of(
                      new OpenOpportunity(
                          row.getString("number"),
                          value,
                          Percent.ofTenThousandths(row.getLong("probability")))))
              .weighted();
    };
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  private static void attention(List<String> attention, boolean is, String name) {
    if (is) {
      attention.add(name);
    }
  }
}
