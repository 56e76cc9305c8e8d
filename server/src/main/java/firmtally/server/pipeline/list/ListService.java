package firmtally.server.pipeline.list;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import firmtally.formats.table.TableWriter;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.ownfield.OwnField;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.reporting.metrics.Groups;
import firmtally.server.reporting.metrics.Measure;
import firmtally.server.reporting.metrics.OpportunityMetrics;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;

/** The list of opportunities: pages, groups with their subtotals, and as a file. */
@Service
public class ListService {
  private static final int PAGE = 100;
  private static final int OF_ACCOUNT = 60;

  /** More rows than that are not written into one file. */
  private static final int MOST_IN_FILE = 200_000;

  private final ListStore store;
  private final OwnFieldService fields;
  private final SettingsService settings;
  private final Clock clock;

  ListService(ListStore store, OwnFieldService fields, SettingsService settings, Clock clock) {
    this.store = store;
    this.fields = fields;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * An opportunity in a list; its parts lie beside each other in the answer.
   *
   * @param own what stands in the own fields that lists show, by the id of the field
   * @param sortKey what it is sorted by, for the place of the next page
   */
  public record OpportunityRow(
      OpportunityId id,
      @JsonUnwrapped What what,
      @JsonUnwrapped Standing standing,
      @JsonUnwrapped Days days,
      @JsonUnwrapped Details details,
      Map<String, String> own,
      long version,
      String sortKey) {
    OpportunityRow with(Map<String, String> has) {
      return new OpportunityRow(id, what, standing, days, details, has, version, sortKey);
    }
  }

  /**
   * What it is, for whom, whose, and what it is worth.
   *
   * @param budget what the customer said they can spend
   * @param weighted value times probability
   */
  public record What(
      String number,
      String title,
      AccountId accountId,
      String account,
      String owner,
      @MaybeNull String team,
      String value,
      @MaybeNull String budget,
      String weighted) {}

  /**
   * How it stands.
   *
   * @param attention what is neglected about it: no-activity-planned, no-contact, close-moved-back,
   *     past-expected-close, over-usual-days
   */
  public record Standing(
      String stage,
      String process,
      String probability,
      String state,
      int slips,
      int usualDays,
      List<String> attention) {}

  /** Its days. */
  public record Days(
      LocalDate expectedClose,
      LocalDate stageSince,
      LocalDate touchedOn,
      @MaybeNull LocalDate closedOn,
      @MaybeNull LocalDate nextDue,
      @MaybeNull Instant lastDone) {}

  /** What was typed about it. */
  public record Details(
      String priority,
      String interest,
      @MaybeNull String reason,
      @MaybeNull String competitor,
      String campaign,
      String source) {}

  /** A group with its subtotals; weighted is value times probability, rounded once. */
  public record GroupRow(
      String key, String label, long count, String value, String weighted, String budget) {}

  Paged<OpportunityRow> page(ListQuery query, Actor actor) {
    return Paged.of(
        store.page(query, actor, LocalDate.now(clock), PAGE + 1, settings.company().currency()),
        PAGE,
        last -> new Cursor(last.sortKey(), last.id()));
  }

  /** The opportunities of an account that somebody sees, the latest first. */
  public List<OpportunityRow> ofAccount(AccountId account, Actor actor) {
    return store.ofAccount(
        account, actor, LocalDate.now(clock), OF_ACCOUNT, settings.company().currency());
  }

  List<GroupRow> groups(ListQuery query, Actor actor) {
    CurrencyUnit currency = settings.company().currency();
    return store.groups(query, actor, LocalDate.now(clock)).stream()
        .map(
            g ->
                new GroupRow(
                    g.key(),
                    g.label(),
                    g.sum(OpportunityMetrics.COUNT),
                    text(OpportunityMetrics.WORTH, currency, g),
                    text(OpportunityMetrics.WEIGHTED, currency, g),
                    text(OpportunityMetrics.BUDGET, currency, g)))
        .toList();
  }

  private static String text(Measure measure, CurrencyUnit currency, Groups.Group group) {
    return measure.money(currency, group.sum(measure)).getAmount().toPlainString();
  }

  Map<String, Long> attention(ListQuery query, Actor actor) {
    return store.attention(query, actor, LocalDate.now(clock));
  }

  /** The list as a file, as it is narrowed and sorted. */
  byte[] file(ListQuery query, Actor actor, boolean asWorkbook) {
    int decimals = settings.company().currency().getDecimalPlaces();
    List<OwnField> own = fields.inList("opportunity");
    List<TableWriter.Column> columns =
        new ArrayList<>(
            List.of(
                TableWriter.Column.text("Number"),
                TableWriter.Column.text("Title"),
                TableWriter.Column.text("Account"),
                TableWriter.Column.text("State"),
                TableWriter.Column.text("Stage"),
                new TableWriter.Column("Probability %", "0.##", false),
                TableWriter.Column.amount("Value", decimals),
                TableWriter.Column.amount("Weighted", decimals),
                TableWriter.Column.amount("Budget", decimals),
                TableWriter.Column.text("Expected close"),
                new TableWriter.Column("Slips", "0", false),
                TableWriter.Column.text("Next activity due"),
                TableWriter.Column.text("Last activity"),
                TableWriter.Column.text("Owner"),
                TableWriter.Column.text("Team"),
                TableWriter.Column.text("Source"),
                TableWriter.Column.text("Campaign"),
                TableWriter.Column.text("Neglected")));
    own.forEach(field -> columns.add(TableWriter.Column.text(field.name())));
    TableWriter writer = TableWriter.of("Opportunities", columns);
    List<List<Object>> rows =
        store
            .page(query, actor, LocalDate.now(clock), MOST_IN_FILE, settings.company().currency())
            .stream()
            .map(row -> cells(row, clock.getZone(), own))
            .toList();
    return asWorkbook ? writer.xlsx(rows) : writer.csv(rows);
  }

  private static List<Object> cells(OpportunityRow row, ZoneId zone, List<OwnField> own) {
    List<Object> cells =
        new ArrayList<>(
            Arrays.asList(
                row.what().number(),
                row.what().title(),
                row.what().account(),
                row.standing().state(),
                row.standing().stage(),
                new BigDecimal(row.standing().probability()),
                new BigDecimal(row.what().value()),
                new BigDecimal(row.what().weighted()),
                Optional.ofNullable(row.what().budget()).map(BigDecimal::new).orElse(null),
                row.days().expectedClose(),
                BigDecimal.valueOf(row.standing().slips()),
                row.days().nextDue(),
                Optional.ofNullable(row.days().lastDone())
                    .map(at -> LocalDate.ofInstant(at, zone))
                    .orElse(null),
                row.what().owner(),
                row.what().team(),
                row.details().source(),
                row.details().campaign(),
                String.join(", ", row.standing().attention())));
    own.forEach(field -> cells.add(row.own().get(field.id().toString())));
    return cells;
  }
}
