package firmtally.core.worksheet;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a customer picks of an offer: the options they take, and of each set of alternatives the one
 * they want. What they do not name stays as it was offered.
 *
 * <p>Example: an offer of a scale, an optional printer, and a stand of steel (chosen) or of
 * aluminium; {@code new Picks(Set.of("printer"), Map.of("stand", "aluminium"))} makes a worksheet
 * of the scale, the printer and the stand of aluminium.
 *
 * @param options the ids of optional lines that are taken
 * @param alternatives the id of the line that is wanted, by its set
 */
public record Picks(Set<String> options, Map<String, String> alternatives) {
  /** The offer as it is. */
  public static final Picks NONE = new Picks(Set.of(), Map.of());

  public Picks {
    options = Set.copyOf(options);
    alternatives = Map.copyOf(alternatives);
  }

  /**
   * The offer with what was picked: options taken count from now on, and so does the alternative
   * that is wanted in place of the one that was chosen. Order, prices and everything else stay.
   *
   * @throws IllegalArgumentException if an option or alternative is not on offer
   */
  public Worksheet applied(Worksheet offer) {
    check(offer.lines());
    List<Line> lines = new ArrayList<>();
    for (Line line : offer.lines()) {
      lines.add(picked(line));
    }
    return offer.withLines(lines);
  }

  private Line picked(Line line) {
    boolean isTaken = options.contains(line.id());
    Optional<Alternative> alternative =
        line.alternative()
            .map(
                a ->
                    Optional.ofNullable(alternatives.get(a.set()))
                        .map(wanted -> new Alternative(a.set(), wanted.equals(line.id())))
                        .orElse(a));
    return new Line(
        line.id(),
        line.item(),
        line.quantity(),
        line.terms(),
        line.optional() && !isTaken,
        alternative,
        line.recurring());
  }

  private void check(List<Line> lines) {
    for (String option : options) {
      if (lines.stream().noneMatch(l -> l.id().equals(option) && l.optional())) {
        throw new IllegalArgumentException("line " + option + " is no option of this offer");
      }
    }
    alternatives.forEach(
        (set, wanted) -> {
          boolean isOffered =
              lines.stream()
                  .anyMatch(
                      l ->
                          l.id().equals(wanted)
                              && l.alternative().filter(a -> a.set().equals(set)).isPresent());
          if (!isOffered) {
            throw new IllegalArgumentException(
                "line " + wanted + " is no alternative of set " + set);
          }
        });
  }
}
