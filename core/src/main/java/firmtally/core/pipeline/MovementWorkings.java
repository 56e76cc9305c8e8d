package firmtally.core.pipeline;

import firmtally.core.money.Texts;
import firmtally.core.pipeline.Movement.Change;
import firmtally.core.pipeline.Movement.Part;
import firmtally.core.pipeline.Movement.PipelineAmount;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** The workings of a movement: what each opportunity moved. */
final class MovementWorkings {
  private final Movement movement;
  private final Movement.Period period;
  private final Map<String, PipelineState> before = new HashMap<>();
  private final Map<String, PipelineState> after = new HashMap<>();
  private final List<PipelineState> now;
  private final CurrencyUnit currency;
  private final List<Working> workings = new ArrayList<>();

  private MovementWorkings(
      Movement movement,
      Movement.Period period,
      List<PipelineState> before,
      List<PipelineState> after) {
    this.movement = movement;
    this.period = period;
    this.now = after;
    this.currency = movement.wonAmount().getCurrencyUnit();
    before.forEach(state -> this.before.put(state.ref(), state));
    after.forEach(state -> this.after.put(state.ref(), state));
  }

  static List<Working> of(
      Movement movement,
      Movement.Period period,
      List<PipelineState> before,
      List<PipelineState> after) {
    MovementWorkings all = new MovementWorkings(movement, period, before, after);
    all.view("weighted.", PipelineAmount.WEIGHTED);
    all.view("plain.", PipelineAmount.PLAIN);
    all.won();
    for (int i = 0; i < movement.items().size(); i++) {
      all.item("items[" + i + "].", movement.items().get(i));
    }
    return List.copyOf(all.workings);
  }

  private void view(String at, PipelineAmount amount) {
    List<Change> changes = now.stream().map(state -> change(state, amount)).toList();
    workings.add(sum(Working.of(at + "opening", "Σ b"), changes, "before", Change::before));
    for (Part part : Part.values()) {
      workings.add(
          sum(
              Working.of(at + part.word(), formula(part, amount)),
              changes,
              "moved",
              change -> change.by(part)));
    }
    workings.add(sum(Working.of(at + "closing", "Σ a"), changes, "after", Change::after));
  }

  private static String formula(Part part, PipelineAmount amount) {
    return switch (part) {
      case OPENED, MOVED_IN -> "Σ a";
      case VALUE ->
          amount == PipelineAmount.PLAIN
              ? "Σ (value₂ − value₁)"
              : "Σ round((value₂ − value₁) × percent₁/100)";
      case ODDS -> "Σ (a − b − value)";
      case MOVED_OUT, PAUSED, WON, LOST -> "Σ −b";
    };
  }

  private interface Figure {
    BigDecimal of(Change change);
  }

  private Working sum(Working.Draft draft, List<Change> changes, String name, Figure figure) {
    BigDecimal sum = BigDecimal.ZERO;
    for (Change change : changes) {
      BigDecimal moved = figure.of(change);
      if (moved.signum() != 0) {
        sum = sum.add(moved);
        draft.step(Step.of(change.ref(), change.part().word(), amount(name, moved)));
      }
    }
    return draft.exactly(Money.of(currency, sum));
  }

  private void won() {
    Working.Draft draft = Working.of("wonAmount", "Σ value of all that are won now");
    Money sum = Money.zero(currency);
    for (PipelineState state : now) {
      if (state.status() == PipelineState.Status.WON) {
        sum = sum.plus(state.value());
        draft.step(Step.of(state.ref(), "won", Input.of("value", state.value())));
      }
    }
    workings.add(draft.exactly(sum));
  }

  private void item(String at, Movement.Item item) {
    Optional<PipelineState> was = Optional.ofNullable(before.get(item.ref()));
    PipelineState is = after.get(item.ref());
    workings.add(amount(at + "before", was));
    workings.add(
        amount(at + "after", Optional.of(is).filter(s -> s.status() == PipelineState.Status.OPEN)));
    Change change = change(is, PipelineAmount.WEIGHTED);
    Working.Draft draft =
        Working.of(
            at + "change",
            "a − b",
            amount("a", change.after()),
            amount("b", change.before()),
            Input.of("state", Texts.word(is.status())));
    for (Part part : Part.values()) {
      BigDecimal moved = change.by(part);
      if (moved.signum() != 0) {
        draft.step(Step.of(item.ref(), part.word(), amount("moved", moved)));
      }
    }
    workings.add(draft.exactly(Money.of(currency, change.change())));
  }

  /** An amount in the period, by hand from the state. */
  private Working amount(String of, Optional<PipelineState> state) {
    Optional<PipelineState> in = state.filter(s -> period.contains(s.close()));
    if (in.isEmpty()) {
      Working.Draft draft = Working.of(of, "0 when it is not open in the period");
      state.ifPresent(s -> draft.step(Step.of(s.ref(), "outside", Input.of("close", s.close()))));
      return draft.exactly(Money.zero(currency));
    }
    PipelineState here = in.get();
    return Working.of(
            of,
            "value × percent/100",
            Input.of("value", here.value()),
            Input.of("percent", here.percent()),
            Input.of("close", here.close()))
        .halfUp(here.value().getAmount().multiply(here.percent().fraction()), currency);
  }

  private Change change(PipelineState state, PipelineAmount amount) {
    return Change.of(period, Optional.ofNullable(before.get(state.ref())), state, amount);
  }

  private Input amount(String name, BigDecimal amount) {
    return Input.of(name, Money.of(currency, amount));
  }
}
