package firmtally.server.worksheet.calculation;

import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.LineTally;
import firmtally.formats.json.Problem;
import firmtally.server.catalogue.product.Product;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What became of a question with something wrong in it.
 *
 * @param rows every row; those whose figures do not depend on what is wrong have them
 * @param shared whether something is taken off the whole, so that nobody knows yet what a line
 *     comes to
 */
public record PartialCalculation(
    List<Calculation.Row> rows, boolean shared, List<Problem> problems) {
  private static final Pattern AT_LINE = Pattern.compile("^lines\\[(\\d+)]");

  /** Tells which rows do not depend on what is wrong. */
  static final class Trust {
    private final List<FormReader.Read> rows;
    private final List<Problem> problems;
    private final List<Boolean> trusted;

    Trust(List<FormReader.Read> rows, Map<String, Product> products, List<Problem> problems) {
      this.rows = rows;
      this.problems = problems;
      Set<Integer> wrong =
          problems.stream()
              .map(p -> row(p.at()))
              .flatMap(Optional::stream)
              .collect(Collectors.toSet());
      List<Optional<String>> families =
          rows.stream().map(row -> family(row.form(), products)).toList();
      Set<String> moved = new HashSet<>();
      wrong.forEach(i -> families.get(i).ifPresent(moved::add));
      this.trusted =
          IntStream.range(0, rows.size())
              .mapToObj(
                  i -> !wrong.contains(i) && families.get(i).filter(moved::contains).isEmpty())
              .toList();
    }

    private static Optional<Integer> row(String at) {
      Matcher line = AT_LINE.matcher(at);
      return line.find() ? Optional.of(Integer.valueOf(line.group(1))) : Optional.empty();
    }

    /** The family whose breaks a line counts for; an inline line counts for none. */
    private static Optional<String> family(LineForm form, Map<String, Product> products) {
      return Optional.ofNullable(form.product())
          .map(code -> products.get(code.strip()))
          .map(Product::family);
    }

    List<Line> lines() {
      return IntStream.range(0, rows.size())
          .filter(trusted::get)
          .mapToObj(i -> rows.get(i).line())
          .flatMap(Optional::stream)
          .toList();
    }

    /** Every row, with the figures of those lines. */
    PartialCalculation partial(List<LineTally> tallies, boolean shared) {
      Map<String, LineTally> byId =
          tallies.stream().collect(Collectors.toMap(t -> t.line().id(), Function.identity()));
      List<Calculation.Row> all =
          IntStream.range(0, rows.size())
              .mapToObj(
                  i ->
                      new Calculation.Row(
                          rows.get(i).form(),
                          trusted.get(i)
                              ? Optional.ofNullable(byId.get(rows.get(i).form().id()))
                              : Optional.empty()))
              .toList();
      return new PartialCalculation(all, shared, problems);
    }
  }
}
