package firmtally.formats.reckon;

import firmtally.core.money.Texts;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/**
 * A result, and how its figures came about if somebody asks.
 *
 * @param workings not worked out before they are asked for
 */
record Reply(Map<String, Object> answer, Supplier<List<Working>> workings) {
  /** The answer as it is printed. */
  Map<String, Object> document(boolean withWorkings) {
    if (!withWorkings) {
      return answer;
    }
    Map<String, Object> document = new LinkedHashMap<>(answer);
    document.put("workings", workings.get().stream().map(Reply::render).toList());
    return document;
  }

  /** A working as maps, lists and texts. */
  static Map<String, Object> render(Working working) {
    return Values.map(
        "of", working.of(),
        "formula", working.formula(),
        "inputs", inputs(working.inputs()),
        "steps", working.steps().stream().map(Reply::step).toList(),
        "exact", working.exact().orElse(null),
        "rounding", working.rounding().orElse(null),
        "result", working.result().orElse(null));
  }

  private static Map<String, Object> step(Step step) {
    return Values.map(
        "subject", step.subject(), "outcome", step.outcome(), "inputs", inputs(step.inputs()));
  }

  private static List<Map<String, Object>> inputs(List<Input> inputs) {
    return inputs.stream()
        .map(
            input ->
                Values.map(
                    "name", input.name(),
                    "kind", Texts.word(input.kind()),
                    "value", input.value()))
        .toList();
  }
}
