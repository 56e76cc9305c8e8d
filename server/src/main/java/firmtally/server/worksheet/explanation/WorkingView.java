package firmtally.server.worksheet.explanation;

import firmtally.core.money.Texts;
import firmtally.core.working.Input;
import firmtally.core.working.Working;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import java.util.Map;

/** How one figure came about; {@code of} is its place in the answers of the reckoning. */
public record WorkingView(
    String of,
    String formula,
    List<InputView> inputs,
    List<StepView> steps,
    @MaybeNull String exact,
    @MaybeNull String rounding,
    @MaybeNull String result) {
  /** A value that went into a figure. */
  public record InputView(String name, String kind, String value) {}

  /** One of several things that went into a figure. */
  public record StepView(String subject, String outcome, List<InputView> inputs) {}

  private static final String LINE = "line ";

  /**
   * A working of the core, its place set behind another.
   *
   * @param names how people find the lines that it speaks of, by their ids
   */
  public static WorkingView of(String at, Working working, Map<String, String> names) {
    return new WorkingView(
        at + working.of(),
        working.formula(),
        inputs(working.inputs()),
        working.steps().stream()
            .map(
                step ->
                    new StepView(
                        named(step.subject(), names), step.outcome(), inputs(step.inputs())))
            .toList(),
        working.exact().orElse(null),
        working.rounding().orElse(null),
        working.result().orElse(null));
  }

  private static String named(String subject, Map<String, String> names) {
    return subject.startsWith(LINE)
        ? names.getOrDefault(subject.substring(LINE.length()), subject)
        : subject;
  }

  private static List<InputView> inputs(List<Input> inputs) {
    return inputs.stream()
        .map(input -> new InputView(input.name(), Texts.word(input.kind()), input.value()))
        .toList();
  }
}
