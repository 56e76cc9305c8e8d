package firmtally.core.pipeline;

import firmtally.core.money.Rounding;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.Texts;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What moved in the pipeline of a period between an earlier day and now. An opportunity is in the
 * period when its expected close is; its weighted amount is {@code round(value × percent/100)},
 * half up.
 *
 * <p>Example: 1,000.00 at 20 % that are 60 % now moved the weighted view by odds of 400.00 and the
 * plain one by nothing.
 *
 * @param wonAmount Σ value of all that are won now, in the period or not
 * @param items those whose weighted amount changed, the largest change first, then by ref
 */
public record Movement(View weighted, View plain, Money wonAmount, List<Item> items) {
  /** From the first day to the last, both inclusive. */
  public record Period(LocalDate from, LocalDate to) {
    public Period {
      if (to.isBefore(from)) {
        throw new IllegalArgumentException("to " + to + " is before from " + from);
      }
    }

    boolean contains(LocalDate day) {
      return !day.isBefore(from) && !day.isAfter(to);
    }
  }

  /** Why an amount moved. */
  public enum Part {
    /** It was not there before. */
    OPENED("opened"),
    /** It was expected outside the period, and is expected in it now. */
    MOVED_IN("movedIn"),
    /** Its value changed. */
    VALUE("value"),
    /** Its odds changed. */
    ODDS("odds"),
    /** It is expected outside the period now. */
    MOVED_OUT("movedOut"),
    /** It is not worked on now. */
    PAUSED("paused"),
    WON("won"),
    LOST("lost");

    private final String word;

    Part(String word) {
      this.word = word;
    }

    /** As documents write it: {@code movedIn}. */
    public String word() {
      return word;
    }
  }

  /**
   * The sums of one way of counting; {@code opening} and the parts make {@code closing}.
   *
   * @param parts one for each {@link Part}; what leaves is below 0
   */
  public record View(Money opening, Map<Part, Money> parts, Money closing) {}

  /** What one opportunity moved in the weighted view. */
  public record Item(String ref, Part part, Money before, Money after) {
    /** {@code after − before}. */
    public Money change() {
      return after.minus(before);
    }
  }

  /**
   * Compares two days.
   *
   * @param before the open ones of the earlier day; refs are unique
   * @param after those and all opened since, as they are now; refs are unique
   * @throws IllegalArgumentException if a ref stands twice, one of before is missing after or is
   *     not open, or an amount is in another currency
   */
  public static Movement of(
      CurrencyUnit currency, Period period, List<PipelineState> before, List<PipelineState> after) {
    Map<String, PipelineState> was = byRef(currency, before);
    Sums weighted = new Sums(currency);
    Sums plain = new Sums(currency);
    BigDecimal won = BigDecimal.ZERO;
    List<Item> items = new ArrayList<>();
    int found = 0;
    for (PipelineState now : byRef(currency, after).values()) {
      Optional<PipelineState> then = Optional.ofNullable(was.get(now.ref()));
      found += then.isPresent() ? 1 : 0;
      weighted.add(Change.of(period, then, now, PipelineAmount.WEIGHTED)).ifPresent(items::add);
      plain.add(Change.of(period, then, now, PipelineAmount.PLAIN));
      if (now.status() == PipelineState.Status.WON) {
        won = won.add(now.value().getAmount());
      }
    }
    if (found < was.size()) {
      throw new IllegalArgumentException("something of before is missing after");
    }
    items.sort(
        Comparator.<Item, Money>comparing(item -> item.change().abs())
            .reversed()
            .thenComparing(Item::ref, Texts.BY_CODE_POINT));
    return new Movement(weighted.view(), plain.view(), Money.of(currency, won), List.copyOf(items));
  }

  /**
   * How each figure came about.
   *
   * @param period the one that was asked for
   * @param before what was open then
   * @param after what became of it
   */
  public List<Working> workings(
      Period period, List<PipelineState> before, List<PipelineState> after) {
    return MovementWorkings.of(this, period, before, after);
  }

  private static Map<String, PipelineState> byRef(
      CurrencyUnit currency, List<PipelineState> states) {
    Map<String, PipelineState> byRef = new LinkedHashMap<>(states.size() * 2);
    for (PipelineState state : states) {
      SameCurrency.check("value", state.value(), currency);
      if (byRef.put(state.ref(), state) != null) {
        throw new IllegalArgumentException("ref " + state.ref() + " stands twice");
      }
    }
    return byRef;
  }

  /** How an opportunity's amount is counted. */
  enum PipelineAmount {
    WEIGHTED,
    PLAIN;

    /** Of a value at the odds of a state. */
    BigDecimal of(BigDecimal value, PipelineState state) {
      return this == PLAIN
          ? value
          : Rounding.number(
              state.value().getCurrencyUnit(), value.multiply(state.percent().fraction()));
    }
  }

  /**
   * One opportunity in one view.
   *
   * @param value what its value moved, where it was and is in the period
   */
  record Change(String ref, Part part, BigDecimal before, BigDecimal after, BigDecimal value) {
    static Change of(
        Period period, Optional<PipelineState> then, PipelineState now, PipelineAmount amount) {
      boolean wasIn = then.filter(t -> period.contains(t.close())).isPresent();
      boolean isOpen = now.status() == PipelineState.Status.OPEN;
      boolean isIn = isOpen && period.contains(now.close());
      BigDecimal b =
          wasIn ? amount.of(then.get().value().getAmount(), then.get()) : BigDecimal.ZERO;
      BigDecimal a = isIn ? amount.of(now.value().getAmount(), now) : BigDecimal.ZERO;
      if (wasIn && isIn) {
        BigDecimal moved =
            amount.of(now.value().getAmount().subtract(then.get().value().getAmount()), then.get());
        boolean isByValue = moved.abs().compareTo(a.subtract(b).subtract(moved).abs()) >= 0;
        return new Change(now.ref(), isByValue ? Part.VALUE : Part.ODDS, b, a, moved);
      }
      return new Change(now.ref(), part(then, now, wasIn), b, a, BigDecimal.ZERO);
    }

    private static Part part(Optional<PipelineState> then, PipelineState now, boolean wasIn) {
      if (then.isEmpty()) {
        return Part.OPENED;
      }
      return switch (now.status()) {
        case WON -> Part.WON;
        case LOST -> Part.LOST;
        case PAUSED -> Part.PAUSED;
        case OPEN -> wasIn ? Part.MOVED_OUT : Part.MOVED_IN;
      };
    }

    BigDecimal change() {
      return after.subtract(before);
    }

    /** What it moved by a part; value and odds stand beside each other. */
    BigDecimal by(Part asked) {
      boolean isBoth = part == Part.VALUE || part == Part.ODDS;
      if (isBoth && asked == Part.VALUE) {
        return value;
      } else if (isBoth && asked == Part.ODDS) {
        return change().subtract(value);
      }
      return part == asked ? change() : BigDecimal.ZERO;
    }
  }

  /** Adds changes up. */
  private static final class Sums {
    private final CurrencyUnit currency;
    private final BigDecimal[] parts = new BigDecimal[Part.values().length];
    private BigDecimal opening = BigDecimal.ZERO;
    private BigDecimal closing = BigDecimal.ZERO;

    Sums(CurrencyUnit currency) {
      this.currency = currency;
      Arrays.fill(parts, BigDecimal.ZERO);
    }

    /** The item that it is on the list, when it moved anything. */
    Optional<Item> add(Change change) {
      opening = opening.add(change.before());
      closing = closing.add(change.after());
      if (change.part() == Part.VALUE || change.part() == Part.ODDS) {
        move(Part.VALUE, change.by(Part.VALUE));
        move(Part.ODDS, change.by(Part.ODDS));
      } else {
        move(change.part(), change.change());
      }
      return change.change().signum() == 0
          ? Optional.empty()
          : Optional.of(
              new Item(change.ref(), change.part(), money(change.before()), money(change.after())));
    }

    private void move(Part part, BigDecimal by) {
      parts[part.ordinal()] = parts[part.ordinal()].add(by);
    }

    View view() {
      Map<Part, Money> all = new LinkedHashMap<>();
      for (Part part : Part.values()) {
        all.put(part, money(parts[part.ordinal()]));
      }
      return new View(money(opening), Map.copyOf(all), money(closing));
    }

    private Money money(BigDecimal amount) {
      return Money.of(currency, amount);
    }
  }
}
