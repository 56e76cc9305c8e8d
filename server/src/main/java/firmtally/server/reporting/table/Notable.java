package firmtally.server.reporting.table;

import firmtally.core.money.Percent;
import firmtally.server.reporting.metrics.TableMeasure;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What is notable in a table, in a sentence or two: what there is in all, which row has most of it,
 * and between which rows a percent lies. Figures stand in it as figures, so that they are written
 * as everywhere.
 */
final class Notable {
  /** Rows of so little say nothing about a percent. */
  private static final int LEAST_PER = 5;

  private final Table table;
  private final List<Piece> pieces = new ArrayList<>();

  private Notable(Table table) {
    this.table = table;
  }

  /** A piece of a sentence: text, a name, or a figure of a kind. */
  record Piece(String kind, String text) {}

  static List<Piece> of(Table table) {
    Notable notable = new Notable(table);
    if (table.plan().show() == TablePlan.Show.VALUE) {
      notable.sum();
      table.plan().measures().stream()
          .filter(m -> m.kind() == TableMeasure.Kind.PERCENT)
          .findFirst()
          .ifPresent(notable::percent);
    }
    return notable.pieces;
  }

  private void text(String text) {
    pieces.add(new Piece("text", text));
  }

  private void name(Axis.Head head) {
    pieces.add(new Piece("name", head.label()));
  }

  private void figure(TableMeasure measure, BigDecimal figure) {
    pieces.add(new Piece(measure.kind().name().toLowerCase(Locale.ROOT), figure.toPlainString()));
  }

  private List<Axis.Head> first() {
    return table.rows().stream()
        .filter(row -> row.keys().size() == 1 && !row.keys().get(0).isEmpty())
        .filter(row -> !row.keys().get(0).equals(Axis.OTHERS))
        .toList();
  }

  private Optional<BigDecimal> of(Axis.Head row, TableMeasure measure) {
    return table.figure(row.path(), "", measure);
  }

  /** How much there is, and who has most of it. */
  private void sum() {
    Optional<TableMeasure> measure =
        table.plan().measures().stream().filter(TableMeasure::isSum).findFirst();
    Optional<BigDecimal> all = measure.flatMap(m -> table.figure("", "", m));
    if (all.isEmpty() || all.get().signum() == 0) {
      return;
    }
    text(measure.get().title() + " ");
    figure(measure.get(), all.get());
    Optional<Axis.Head> most =
        first().stream()
            .filter(row -> of(row, measure.get()).filter(f -> f.signum() > 0).isPresent())
            .max(Comparator.comparing(row -> of(row, measure.get()).get()));
    if (most.isPresent() && first().size() > 1) {
      BigDecimal its = of(most.get(), measure.get()).get();
      text("; most in ");
      name(most.get());
      text(" with ");
      figure(measure.get(), its);
      Percent.ratio(its, all.get())
          .ifPresent(
              share -> {
                text(" (");
                pieces.add(new Piece("percent", share.toString()));
                text(")");
              });
    }
    text(". ");
  }

  /** What a percent is in all, and in which rows it is highest and lowest. */
  private void percent(TableMeasure measure) {
    Optional<BigDecimal> all = table.figure("", "", measure);
    if (all.isEmpty()) {
      return;
    }
    text(measure.title().replace(", %", "") + " ");
    figure(measure, all.get());
    List<Axis.Head> telling =
        first().stream()
            .filter(row -> of(row, measure).isPresent() && isTelling(row, measure))
            .sorted(Comparator.comparing((Axis.Head row) -> of(row, measure).get()))
            .toList();
    if (telling.size() > 1) {
      Axis.Head least = telling.get(0);
      Axis.Head most = telling.get(telling.size() - 1);
      text(": from ");
      figure(measure, of(least, measure).get());
      text(" (");
      name(least);
      text(") to ");
      figure(measure, of(most, measure).get());
      text(" (");
      name(most);
      text(")");
    }
    text(". ");
  }

  /** Of counts a few, of amounts one in fifty of all. */
  private boolean isTelling(Axis.Head row, TableMeasure measure) {
    BigDecimal its = table.per(row.path(), measure);
    BigDecimal all = table.per("", measure);
    return all.signum() > 0
        && its.multiply(BigDecimal.valueOf(50)).compareTo(all) >= 0
        && its.compareTo(BigDecimal.valueOf(LEAST_PER)) >= 0;
  }
}
