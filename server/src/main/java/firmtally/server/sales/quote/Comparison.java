package firmtally.server.sales.quote;

import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.worksheet.LineTally;
import firmtally.server.access.Actor;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.worksheet.calculation.Calculation;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.joda.money.Money;

/**
 * Two worksheets line by line: what each difference is, and what it costs in value and margin.
 *
 * @param before what the first is called
 * @param after what the second is called
 * @param lines those of the first in their order, then those that only the second has
 */
public record Comparison(String before, String after, List<Row> lines, Totals totals) {
  /** One of the two, and what it is called. */
  public record Side(String called, Calculation calculation) {}

  /**
   * How a line stands in one of the two.
   *
   * @param finalAmount over the whole term of a plan
   */
  public record Stand(String quantity, String unitPrice, String finalAmount) {}

  /**
   * A line in both.
   *
   * @param parts what the difference is made of: by quantity, price, discount, added, removed
   * @param marginChange null for those who do not see costs
   */
  public record Row(
      String id,
      String description,
      @MaybeNull Stand before,
      @MaybeNull Stand after,
      String change,
      Parts parts,
      @MaybeNull String marginChange) {}

  /** A difference taken apart. */
  public record Parts(
      String quantity, String price, String discount, String added, String removed) {
    static Parts of(Variance.Parts parts) {
      return new Parts(
          text(parts.quantity()),
          text(parts.price()),
          text(parts.discount()),
          text(parts.added()),
          text(parts.removed()));
    }
  }

  /** What all of it comes to; margins are null for those who do not see costs. */
  public record Totals(
      String before,
      String after,
      String change,
      Parts parts,
      @MaybeNull String marginBefore,
      @MaybeNull String marginAfter,
      @MaybeNull String marginPercentBefore,
      @MaybeNull String marginPercentAfter) {}

  /** Compares them: lines with the same id are the same line. */
  public static Comparison of(Side before, Side after, Actor actor) {
    Map<String, Calculation.Row> first = counted(before.calculation());
    Map<String, Calculation.Row> second = counted(after.calculation());
    Variance variance =
        Variance.of(
            before.calculation().question().worksheet().currency(),
            first.values().stream().map(Comparison::line).toList(),
            second.values().stream().map(Comparison::line).toList());
    return new Comparison(
        before.called(),
        after.called(),
        variance.lines().stream()
            .map(line -> row(line, first.get(line.key()), second.get(line.key()), actor))
            .toList(),
        new Totals(
            text(variance.before()),
            text(variance.after()),
            text(variance.totals().change()),
            Parts.of(variance.totals()),
            margin(before.calculation(), actor),
            margin(after.calculation(), actor),
            marginPercent(before.calculation(), actor),
            marginPercent(after.calculation(), actor)));
  }

  /** Whether anything differs that counts. */
  public boolean differs() {
    return lines.stream()
        .anyMatch(row -> row.before() == null || !row.before().equals(row.after()));
  }

  private static Map<String, Calculation.Row> counted(Calculation calculation) {
    Map<String, Calculation.Row> rows = new LinkedHashMap<>();
    for (Calculation.Row row : calculation.rows()) {
      if (row.tally().filter(tally -> tally.line().counted()).isPresent()) {
        rows.put(row.form().id(), row);
      }
    }
    return rows;
  }

  private static VarianceLine line(Calculation.Row row) {
    LineTally tally = row.tally().orElseThrow();
    return new VarianceLine(
        row.form().id(), tally.line().quantity(), tally.price().unitPrice(), contract(tally));
  }

  /** What a line comes to over its whole term, as the contract counts it. */
  private static Money contract(LineTally tally) {
    return tally.overTerm();
  }

  private static Row row(
      Variance.Line line, Calculation.Row before, Calculation.Row after, Actor actor) {
    Calculation.Row either = after == null ? before : after;
    return new Row(
        line.key(),
        either.form().description(),
        stand(before),
        stand(after),
        text(line.parts().change()),
        Parts.of(line.parts()),
        actor.seesCosts() ? text(margin(after, either).minus(margin(before, either))) : null);
  }

  private static Stand stand(Calculation.Row row) {
    return Optional.ofNullable(row)
        .flatMap(Calculation.Row::tally)
        .map(
            tally ->
                new Stand(
                    tally.line().quantity().toString(),
                    tally.price().unitPrice().toString(),
                    text(contract(tally))))
        .orElse(null);
  }

  private static Money margin(Calculation.Row row, Calculation.Row either) {
    Function<Calculation.Row, Money> margin =
        r -> {
          LineTally tally = r.tally().orElseThrow();
          return tally.margin().multipliedBy(tally.line().periods());
        };
    return row == null ? Money.zero(margin.apply(either).getCurrencyUnit()) : margin.apply(row);
  }

  private static String margin(Calculation calculation, Actor actor) {
    return actor.seesCosts() ? text(calculation.check().tally().totals().margin()) : null;
  }

  private static String marginPercent(Calculation calculation, Actor actor) {
    return actor.seesCosts()
        ? calculation
            .check()
            .tally()
            .totals()
            .marginPercent()
            .map(percent -> percent.toString())
            .orElse(null)
        : null;
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
