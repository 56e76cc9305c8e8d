package firmtally.server.reporting.table;

import firmtally.formats.pdf.TablePaper;
import firmtally.formats.pdf.TablePdf;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.web.Written;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.TableMeasure;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** A saved table as files that are sent: XLSX to go on with, PDF to read. */
@Component
public class TableReport {
  private static final String NOTHING = "–";
  private final TableService tables;
  private final TableFiles files;
  private final SettingsService settings;
  private final Clock clock;
  private final TablePdf pdf = new TablePdf();

  TableReport(TableService tables, TableFiles files, SettingsService settings, Clock clock) {
    this.tables = tables;
    this.files = files;
    this.settings = settings;
    this.clock = clock;
  }

  /** Both files. */
  public record Files(byte[] xlsx, byte[] pdf) {}

  /**
   * Reads a saved query and makes nothing of it.
   *
   * @throws firmtally.server.platform.web.BadInput when it asks for what is not there
   */
  public void check(String query, Actor actor) {
    tables.check(read(query), actor);
  }

  /** The files of a saved query, with what somebody sees. */
  public Files files(String name, String query, Actor actor) {
    Table table = tables.table(read(query), actor);
    return new Files(files.xlsx(table), pdf.print(paper(name, table), Written.writing()));
  }

  /** A query as it stands in an address. */
  static TableQuery read(String query) {
    Map<String, String> values = new HashMap<>();
    for (String part : query.split("&")) {
      int at = part.indexOf('=');
      if (at > 0) {
        values.put(
            part.substring(0, at),
            URLDecoder.decode(part.substring(at + 1), StandardCharsets.UTF_8));
      }
    }
    return new TableQuery(
        values.get("subject"),
        values.get("rows"),
        values.get("columns"),
        values.get("measures"),
        values.get("filter"),
        values.get("day"),
        values.get("period"),
        values.get("from"),
        values.get("to"),
        values.get("show"),
        values.get("sort"),
        null);
  }

  private TablePaper paper(String name, Table table) {
    TablePlan plan = table.plan();
    List<Axis.Head> columns = table.columns();
    List<String> heads = new ArrayList<>();
    heads.add(String.join(", ", plan.rows().stream().map(d -> d.title()).toList()));
    for (Axis.Head column : columns) {
      for (TableMeasure measure : plan.measures()) {
        heads.add(
            columns.size() == 1
                ? measure.title()
                : column.label() + (plan.measures().size() > 1 ? " " + measure.title() : ""));
      }
    }
    List<TablePaper.Row> rows = new ArrayList<>();
    for (Axis.Head row : table.rows()) {
      List<String> cells = new ArrayList<>();
      cells.add(row.label());
      for (Axis.Head column : columns) {
        for (TableMeasure measure : plan.measures()) {
          cells.add(
              table
                  .shown(row, column, measure)
                  .map(figure -> written(figure, table.kind(measure)))
                  .orElse(NOTHING));
        }
      }
      String kind = row.keys().isEmpty() ? "sum" : row.keys().size() > 1 ? "part" : "plain";
      rows.add(new TablePaper.Row(kind, cells));
    }
    return new TablePaper(
        settings.company().name(),
        name,
        Written.day(LocalDate.now(clock)),
        List.of(narrowed(plan)),
        heads,
        rows);
  }

  private String narrowed(TablePlan plan) {
    List<String> words = new ArrayList<>();
    words.add(plan.subject().title());
    plan.from().ifPresent(d -> words.add(plan.day().title() + " from " + Written.day(d)));
    plan.to().ifPresent(d -> words.add("to " + Written.day(d)));
    plan.filter()
        .forEach(
            (dimension, keys) ->
                words.add(
                    dimension.title()
                        + ": "
                        + (dimension.kind() == Dimension.Kind.NUMBER
                            ? keys.size() + " chosen"
                            : String.join(
                                ", ", keys.stream().map(k -> dimension.called(k, k)).toList()))));
    words.add("amounts in " + settings.company().currency());
    return String.join("; ", words);
  }

  private String written(BigDecimal figure, TableMeasure.Kind kind) {
    int decimals =
        switch (kind) {
          case COUNT -> 0;
          case AMOUNT -> settings.company().currency().getDecimalPlaces();
          case PERCENT -> 2;
          case DAYS -> 1;
          case QUANTITY -> Math.max(0, figure.stripTrailingZeros().scale());
        };
    return Written.writing().number(figure.setScale(decimals, RoundingMode.HALF_UP), decimals)
        + (kind == TableMeasure.Kind.PERCENT ? "\u00a0%" : "");
  }
}
