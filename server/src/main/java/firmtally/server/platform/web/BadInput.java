package firmtally.server.platform.web;

import firmtally.formats.json.Problem;
import firmtally.formats.json.Problems;
import java.util.List;

/** An input with problems, all of them named at once. */
public final class BadInput extends RuntimeException {
  private final transient List<Problem> problems;

  public BadInput(List<Problem> problems) {
    super(problems.toString());
    this.problems = List.copyOf(problems);
  }

  /** A single problem. */
  public static BadInput at(String at, String message) {
    return new BadInput(List.of(new Problem(at, message)));
  }

  /** Throws when there is any problem. */
  public static void throwIfAny(Problems problems) {
    if (!problems.isEmpty()) {
      throw new BadInput(problems.list());
    }
  }

  public List<Problem> problems() {
    return problems;
  }
}
