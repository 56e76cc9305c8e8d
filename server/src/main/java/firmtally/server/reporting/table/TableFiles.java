package firmtally.server.reporting.table;

import firmtally.formats.table.TableWriter;
import firmtally.server.company.SettingsService;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.TableMeasure;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * A table as a file: a row for each group of the lowest level, whose fields stand in columns of
 * their own, so that it can be sorted and summed on; the sums at the foot are live.
 */
@Component
class TableFiles {
  private final SettingsService settings;

  TableFiles(SettingsService settings) {
    this.settings = settings;
  }

  byte[] csv(Table table) {
    return writer(table).csv(rows(table));
  }

  byte[] xlsx(Table table) {
    return writer(table).xlsx(rows(table));
  }

  private TableWriter writer(Table table) {
    TablePlan plan = table.plan();
    List<TableWriter.Column> columns = new ArrayList<>();
    for (Dimension dimension : plan.rows()) {
      columns.add(TableWriter.Column.text(dimension.title()));
    }
    for (Axis.Head head : cells(table)) {
      for (TableMeasure measure : plan.measures()) {
        String name =
            head.keys().isEmpty()
                ? measure.title()
                : name(table, head) + (plan.measures().size() > 1 ? ", " + measure.title() : "");
        columns.add(
            new TableWriter.Column(
                name,
                format(table.kind(measure)),
                measure.isSum() && plan.show() != TablePlan.Show.RUNNING));
      }
    }
    return TableWriter.of(plan.subject().title(), columns);
  }

  private String format(TableMeasure.Kind kind) {
    int decimals = settings.company().currency().getDecimalPlaces();
    return switch (kind) {
      case COUNT -> "#,##0";
      case AMOUNT -> decimals == 0 ? "#,##0" : "#,##0." + "0".repeat(decimals);
      case PERCENT -> "0.00\"%\"";
      case DAYS -> "0.0";
      case QUANTITY -> "#,##0.###";
    };
  }

  /** The columns of the lowest level; without any, all together. */
  private static List<Axis.Head> cells(Table table) {
    int width = table.plan().columns().size();
    return table.columns().stream().filter(c -> isLeaf(c, width)).toList();
  }

  private static boolean isLeaf(Axis.Head head, int depth) {
    return head.keys().size() == depth || head.keys().contains(Axis.OTHERS);
  }

  private static String name(Table table, Axis.Head head) {
    return head.keys().size() < 2
        ? head.label()
        : table.columns().stream()
                .filter(c -> c.keys().equals(head.keys().subList(0, 1)))
                .map(Axis.Head::label)
                .findFirst()
                .orElse("")
            + " "
            + head.label();
  }

  private static List<List<Object>> rows(Table table) {
    TablePlan plan = table.plan();
    int depth = plan.rows().size();
    List<List<Object>> rows = new ArrayList<>();
    String above = "";
    for (Axis.Head row : table.rows()) {
      if (row.keys().size() == 1) {
        above = row.label();
      }
      if (!isLeaf(row, depth)) {
        continue;
      }
      List<Object> cells = new ArrayList<>();
      if (depth > 0) {
        cells.add(above);
      }
      if (depth > 1) {
        cells.add(row.keys().size() == 1 ? "" : row.label());
      }
      for (Axis.Head column : cells(table)) {
        for (TableMeasure measure : plan.measures()) {
          BigDecimal shown = table.shown(row, column, measure).orElse(null);
          cells.add(shown);
        }
      }
      rows.add(cells);
    }
    return rows;
  }
}
