package firmtally.server.pipeline.list;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.company.days.DaysSql;
import firmtally.server.company.ownfield.OwnFieldSql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.BadInput;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * What the list and the sheet are narrowed to, as conditions on an opportunity {@code o}, its owner
 * {@code p}, stage {@code s} and process {@code sp}.
 */
public final class ListFilter {
  static final int SLIPS = 2;

  static final String NO_NEXT =
      """
      o.state = 'open'
      AND NOT EXISTS (SELECT 1 FROM activity x WHERE x.opportunity_id = o.id AND x.closed_at IS NULL)
      """;

  /** Nobody was in contact for too long; it asks for the day {@code silent}. */
  public static final String SILENT =
      """
      o.state = 'open' AND sp.kind = 'new' AND o.touched_on < <since>
      AND NOT EXISTS (SELECT 1 FROM activity x WHERE x.opportunity_id = o.id AND x.done_at >= <since>)
      """
          .replace("<since>", DaysSql.SILENT_SINCE);

  static final String SLIPPED = "o.state = 'open' AND o.slips >= " + SLIPS;
  static final String PAST = "o.state = 'open' AND o.expected_close < :today";
  static final String OVER_TIME =
      "o.state = 'open' AND sp.kind = 'new' AND julianday(:today) - julianday(o.stage_since) > s.usual_days";

  /** What is neglected, and the condition that tells. */
  private static final Map<String, String> ATTENTION =
      Map.of(
          "no-activity-planned", NO_NEXT,
          "no-contact", SILENT,
          "close-moved-back", SLIPPED,
          "past-expected-close", PAST,
          "over-usual-days", OVER_TIME);

  private ListFilter() {}

  /** What a query is narrowed to, of what somebody sees. */
  public static Where where(ListQuery query, Actor actor, LocalDate today) {
    String state = query.state() == null || query.state().isBlank() ? "open" : query.state();
    Where where = readable(actor, today);
    if (!"all".equals(state)) {
      where.and("o.state = :state", "state", state);
    }
    narrow(where, query);
    String process = query.process() == null ? "" : query.process();
    if (process.matches("[0-9]{1,9}")) {
      where.and("o.process_id = :process", "process", Long.valueOf(process));
    } else {
      where.maybe("sp.kind = :process", "process", process);
    }
    return where;
  }

  /** The same of what is open on one process, whatever state and process the query names. */
  public static Where onSheet(ListQuery query, ProcessId process, Actor actor, LocalDate today) {
    Where where =
        readable(actor, today)
            .and("o.state = 'open'")
            .and("o.process_id = :process", "process", process);
    narrow(where, query);
    return where;
  }

  /** All of an account that somebody sees. */
  static Where ofAccount(AccountId account, Actor actor, LocalDate today) {
    return readable(actor, today).and("o.account_id = :account", "account", account);
  }

  private static Where readable(Actor actor, LocalDate today) {
    Where where = new Where().with("today", today);
    return actor.seesTeam().isEmpty() ? where : where.and(Visibility.OPPORTUNITY_READABLE);
  }

  private static void narrow(Where where, ListQuery query) {
    if (query.owner() != null && query.owner().value() > 0) {
      where.and("o.owner_id = :owner", "owner", query.owner());
    }
    if (query.stage() != null) {
      where.and("o.stage_id = :stage", "stage", query.stage());
    }
    if (query.account() != null) {
      where.and("o.account_id = :account", "account", query.account());
    }
    narrowByWords(where, query);
    OwnFieldSql.narrow(where, "opportunity", "o.id", query.own());
    narrowByAttention(where, query.attention());
  }

  private static void narrowByWords(Where where, ListQuery query) {
    String day = query.isClosed() ? "o.closed_on" : "o.expected_close";
    where
        .maybe("p.team = :team", "team", query.team())
        .maybe("o.priority = :priority", "priority", query.priority())
        .maybe("o.interest = :interest", "interest", query.interest())
        .maybe("o.business = :business", "business", query.business())
        .maybe("o.source = :source", "source", query.source())
        .maybe("o.campaign = :campaign", "campaign", query.campaign())
        .maybe(
            "o.id IN (SELECT opportunity_id FROM opportunity_tag WHERE tag = :tag)",
            "tag",
            query.tag())
        .maybe(
            "o.id IN (SELECT opportunity_id FROM opportunity_competitor WHERE name = :competitor)",
            "competitor",
            query.competitor())
        .maybe(day + " >= :from", "from", query.from())
        .maybe(day + " <= :to", "to", query.to());
    if (query.q() != null && !query.q().isBlank()) {
      where.and(
          "o.id IN (" + SearchIndex.idsMatching("opportunity") + ")",
          "q",
          SearchIndex.wordsOf(query.q()));
    }
  }

  private static void narrowByAttention(Where where, String attention) {
    if (attention == null || attention.isBlank()) {
      return;
    }
    if ("any".equals(attention)) {
      List<String> all = new ArrayList<>();
      ATTENTION.values().forEach(condition -> all.add("(" + condition + ")"));
      where.and("(" + String.join(" OR ", all) + ")");
      return;
    }
    String condition = ATTENTION.get(attention);
    if (condition == null) {
      throw BadInput.at(
          "attention", "Choose one of any, " + String.join(", ", ATTENTION.keySet()) + ".");
    }
    where.and("(" + condition + ")");
  }
}
