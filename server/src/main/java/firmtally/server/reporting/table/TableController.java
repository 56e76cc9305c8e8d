package firmtally.server.reporting.table;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.OwnDimensions;
import firmtally.server.reporting.metrics.Subject;
import firmtally.server.reporting.metrics.TableMeasure;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.function.LongFunction;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The free table, what it can be made of, and the records behind its figures. */
@RestController
@RequestMapping("/api/table")
class TableController {
  private static final int PAGE = 100;
  private final TableService tables;
  private final TableFiles files;
  private final SettingsService settings;
  private final OwnDimensions subjects;
  private final Clock clock;

  TableController(
      TableService tables,
      TableFiles files,
      SettingsService settings,
      Clock clock,
      OwnDimensions subjects) {
    this.tables = tables;
    this.files = files;
    this.settings = settings;
    this.subjects = subjects;
    this.clock = clock;
  }

  /** A field that is put on rows, columns or filters. */
  record TableField(String name, String title, boolean date) {}

  /**
   * A figure that can be shown.
   *
   * @param kind amount, count, percent, days or quantity
   * @param within which records it counts, as a filter; blank for all
   */
  record TableFigure(String name, String title, String kind, String within) {}

  /** A day that records have. */
  record TableDay(String name, String title) {}

  /** What tables of one subject can be made of. */
  record TableSubject(
      String name,
      String title,
      List<TableField> fields,
      List<TableFigure> figures,
      List<TableDay> days) {}

  @GetMapping("/subjects")
  List<TableSubject> subjects(@SignedIn Actor actor) {
    return subjects.all().stream().map(subject -> subject(subject, actor)).toList();
  }

  private static TableSubject subject(Subject subject, Actor actor) {
    return new TableSubject(
        subject.name(),
        subject.title(),
        subject.dimensions().values().stream().map(TableController::field).toList(),
        subject.measures().values().stream()
            .filter(m -> actor.seesCosts() || !m.tellsCosts())
            .map(m -> figure(m, m.kind()))
            .toList(),
        subject.days().values().stream().map(d -> new TableDay(d.name(), d.title())).toList());
  }

  private static TableField field(Dimension d) {
    return new TableField(d.name(), d.title(), d.kind().isDate());
  }

  private static TableFigure figure(TableMeasure measure, TableMeasure.Kind kind) {
    return new TableFigure(
        measure.name(), measure.title(), kind.name().toLowerCase(Locale.ROOT), measure.within());
  }

  /**
   * A column, or one that holds several together.
   *
   * @param keys what it is narrowed to; none for all together
   */
  record TableColumn(List<String> keys, String label, boolean others) {}

  /**
   * A row.
   *
   * @param cells for each column its figures, in the order of the figures; blank for nothing
   */
  record TableRow(List<String> keys, String label, boolean others, List<List<String>> cells) {}

  record TableView(
      String subject,
      List<TableField> rowFields,
      List<TableField> columnFields,
      List<TableFigure> figures,
      List<TableColumn> columns,
      List<TableRow> rows,
      List<TablePiece> notable) {}

  /** A piece of the sentence on what is notable: text, a name, or a figure of a kind. */
  record TablePiece(String kind, String text) {}

  @GetMapping
  TableView table(@ParameterObject TableQuery query, @SignedIn Actor actor) {
    return view(tables.table(query, actor));
  }

  static TableView view(Table table) {
    TablePlan plan = table.plan();
    List<Axis.Head> columns = table.columns();
    return new TableView(
        plan.subject().name(),
        plan.rows().stream().map(TableController::field).toList(),
        plan.columns().stream().map(TableController::field).toList(),
        plan.measures().stream().map(m -> figure(m, table.kind(m))).toList(),
        columns.stream().map(c -> new TableColumn(c.keys(), c.label(), isOthers(c))).toList(),
        table.rows().stream()
            .map(
                row ->
                    new TableRow(
                        row.keys(),
                        row.label(),
                        isOthers(row),
                        columns.stream().map(column -> cell(table, row, column)).toList()))
            .toList(),
        Notable.of(table).stream().map(p -> new TablePiece(p.kind(), p.text())).toList());
  }

  private static boolean isOthers(Axis.Head head) {
    return head.keys().contains(Axis.OTHERS);
  }

  private static List<String> cell(Table table, Axis.Head row, Axis.Head column) {
    return table.plan().measures().stream()
        .map(m -> table.shown(row, column, m).map(BigDecimal::toPlainString).orElse(""))
        .toList();
  }

  /** A group that the table can be narrowed to, and how many records it has. */
  record TableValue(String key, String label, long count) {}

  @GetMapping("/values")
  List<TableValue> values(
      @ParameterObject TableQuery query,
      @RequestParam String field,
      @RequestParam(defaultValue = "") String text,
      @SignedIn Actor actor) {
    return tables.values(query, field, text, PAGE, actor).stream()
        .map(v -> new TableValue(v.key(), v.label(), v.count()))
        .toList();
  }

  /** A record behind a figure. */
  record TableRecord(
      String kind,
      RecordId id,
      String number,
      String what,
      @MaybeNull String who,
      @MaybeNull String day,
      String amount) {}

  /** The records behind a figure, which is named by the filter. */
  @GetMapping("/records")
  Paged<TableRecord> records(@ParameterObject TableQuery query, @SignedIn Actor actor) {
    LongFunction<String> amounts = settings.amounts();
    long skip = Cursor.skipped(query.after());
    return Paged.of(
            tables.records(query, skip, PAGE + 1, actor),
            PAGE,
            last -> Cursor.skipping(skip + PAGE, last.id()))
        .map(
            r ->
                new TableRecord(
                    r.kind(),
                    r.id(),
                    r.number(),
                    r.what(),
                    r.who(),
                    r.day(),
                    amounts.apply(r.amount())));
  }

  @GetMapping(path = "/table.csv", produces = Download.CSV)
  ResponseEntity<byte[]> csv(@ParameterObject TableQuery query, @SignedIn Actor actor) {
    return Download.of(files.csv(tables.table(query, actor)), name("csv"), Download.CSV);
  }

  @GetMapping(path = "/table.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> xlsx(@ParameterObject TableQuery query, @SignedIn Actor actor) {
    return Download.of(files.xlsx(tables.table(query, actor)), name("xlsx"), Download.XLSX);
  }

  private String name(String ending) {
    return "table-" + LocalDate.now(clock) + "." + ending;
  }
}
