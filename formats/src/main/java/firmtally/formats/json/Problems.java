package firmtally.formats.json;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** Gathers every problem of an input, so that all are named at once. */
public final class Problems {
  private final List<Problem> found = new ArrayList<>();

  /** Notes a problem. */
  public void add(String at, String message) {
    found.add(new Problem(at, message));
  }

  /**
   * The value, or a problem at the path when making it is refused with an {@link
   * IllegalArgumentException}.
   */
  public <T> Optional<T> read(String at, Supplier<T> value) {
    try {
      return Optional.of(value.get());
    } catch (IllegalArgumentException | ArithmeticException e) {
      add(at, e.getMessage());
      return Optional.empty();
    }
  }

  /** Whether there is none so far. */
  public boolean isEmpty() {
    return found.isEmpty();
  }

  /** Whether there is one at a path or anywhere below it. */
  public boolean isAnyAt(String path) {
    return found.stream()
        .map(Problem::at)
        .anyMatch(at -> at.equals(path) || at.startsWith(path + ".") || at.startsWith(path + "["));
  }

  /** All so far, in the order in which they were found. */
  public List<Problem> list() {
    return List.copyOf(found);
  }
}
