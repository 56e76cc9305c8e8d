package firmtally.core.working;

import java.util.List;

/**
 * One of several things that went into a figure: a rule that was considered, a line of a sum, a
 * part of an allocation.
 *
 * @param subject what it is about, such as {@code line 2} or {@code rule R-7}
 * @param outcome what came of it, one of a closed set of words per figure, such as {@code wins} or
 *     {@code break-not-reached}
 */
public record Step(String subject, String outcome, List<Input> inputs) {
  public Step {
    inputs = List.copyOf(inputs);
  }

  /** A step with its inputs in order; none is fine: {@code Step.of("line 2", "left-out")}. */
  public static Step of(String subject, String outcome, Input... inputs) {
    return new Step(subject, outcome, List.of(inputs));
  }
}
