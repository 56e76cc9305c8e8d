package firmtally.server.platform.web;

import java.util.List;
import java.util.function.Function;

/**
 * A page of a list.
 *
 * @param after where the next page begins, to be given back as it is; null on the last page
 */
public record Paged<T>(List<T> rows, @MaybeNull String after) {
  /**
   * A page of what was found.
   *
   * @param found one row more than fits on the page, where there are more
   * @param most how many fit
   * @param place where the page after a row begins
   */
  public static <T> Paged<T> of(List<T> found, int most, Function<T, Object> place) {
    if (found.size() <= most) {
      return new Paged<>(found, null);
    }
    return new Paged<>(
        List.copyOf(found.subList(0, most)), place.apply(found.get(most - 1)).toString());
  }

  /** The same page, its rows as they are shown. */
  public <R> Paged<R> map(Function<T, R> show) {
    return new Paged<>(rows.stream().map(show).toList(), after);
  }

  /**
   * The id below which a page of the newest begins; blank is the newest of all.
   *
   * @throws BadInput when it is none
   */
  public static long below(String after) {
    return after == null || after.isBlank() ? Long.MAX_VALUE : Cursor.idOf(after);
  }
}
