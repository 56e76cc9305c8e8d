package firmtally.core.working;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.BigMoneyProvider;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * How one figure came about.
 *
 * <p>Example: 3 at 0.335 in EUR. {@code Working.of("lines[0].gross", "quantity × unitPrice")} with
 * both inputs, {@code halfUp(1.005, EUR)}, has the exact value 1.005, the rounding {@code half up
 * to 2 decimals} and the result 1.01.
 *
 * <p>A working rounds by itself from its exact value; that it comes out at the figure it explains
 * is what the tests hold.
 *
 * @param of the place of the figure in the answer, such as {@code lines[0].gross}
 * @param formula in the words and signs of the contract, on one line
 * @param exact the number before rounding, a fraction {@code a / b} where it does not end; empty
 *     when nothing was rounded
 * @param rounding how it was rounded; empty when nothing was
 * @param result the figure as documents write it; empty when there is none, such as a ratio by 0
 */
public record Working(
    String of,
    String formula,
    List<Input> inputs,
    List<Step> steps,
    Optional<String> exact,
    Optional<String> rounding,
    Optional<String> result) {
  private static final int PERCENT_DECIMALS = 2;
  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  /** Begins a working. */
  public static Draft of(String of, String formula, Input... inputs) {
    return new Draft(of, formula, List.of(inputs));
  }

  /** A working that lacks its steps or its result. */
  public static final class Draft {
    private final String of;
    private final String formula;
    private final List<Input> inputs;
    private final List<Step> steps = new ArrayList<>();

    private Draft(String of, String formula, List<Input> inputs) {
      this.of = of;
      this.formula = formula;
      this.inputs = inputs;
    }

    /** Adds a step after those there are. */
    public Draft step(Step step) {
      steps.add(step);
      return this;
    }

    /** Adds steps in their order. */
    public Draft steps(List<Step> more) {
      steps.addAll(more);
      return this;
    }

    /** Nothing was rounded. */
    public Working exactly(BigMoneyProvider result) {
      return exactly(result.toBigMoney().getAmount().toPlainString());
    }

    /** Nothing was rounded. */
    public Working exactly(String result) {
      return finish(Optional.empty(), Optional.empty(), Optional.of(result));
    }

    /** There is no figure, because something that it needs is not there or is 0. */
    public Working none() {
      return finish(Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** Rounded half up to the minor unit. */
    public Working halfUp(BigDecimal exact, CurrencyUnit currency) {
      return halfUp(exact, BigDecimal.ONE, currency.getDecimalPlaces());
    }

    /** A quotient, rounded half up to so many decimals. */
    public Working halfUp(BigDecimal dividend, BigDecimal divisor, int decimals) {
      return rounded(dividend, divisor, decimals, RoundingMode.HALF_UP, "half up");
    }

    /**
     * A quotient, rounded half up to the minor unit, from which the figure comes by the rest of the
     * formula: a share up to here less the shares before.
     */
    public Working halfUpThen(
        BigDecimal dividend, BigDecimal divisor, CurrencyUnit currency, BigDecimal figure) {
      return finish(
          Optional.of(text(dividend, divisor)),
          Optional.of(rule("half up", currency.getDecimalPlaces())),
          Optional.of(figure.toPlainString()));
    }

    /** An amount less a quotient that is rounded up to the minor unit. */
    public Working lessUp(Money from, BigDecimal dividend, BigDecimal divisor) {
      int decimals = from.getCurrencyUnit().getDecimalPlaces();
      BigDecimal up = dividend.divide(divisor, decimals, RoundingMode.CEILING);
      return finish(
          Optional.of(text(dividend, divisor)),
          Optional.of(rule("up", decimals)),
          Optional.of(from.getAmount().subtract(up).toPlainString()));
    }

    /** A ratio in percent, 2 decimals half up; no figure when the divisor is 0. */
    public Working percent(BigDecimal part, BigDecimal whole) {
      return whole.signum() == 0 ? none() : halfUp(part.multiply(HUNDRED), whole, PERCENT_DECIMALS);
    }

    /** A ratio in percent, cut down to 2 decimals; no figure when the divisor is 0. */
    public Working percentCutDown(BigDecimal part, BigDecimal whole) {
      return whole.signum() == 0
          ? none()
          : rounded(
              part.multiply(HUNDRED), whole, PERCENT_DECIMALS, RoundingMode.FLOOR, "cut down");
    }

    /** A figure that is rounded in a way of its own, such as an irrational one. */
    public Working rounded(String exact, String rule, Optional<String> result) {
      return finish(Optional.of(exact), Optional.of(rule), result);
    }

    private Working rounded(
        BigDecimal dividend, BigDecimal divisor, int decimals, RoundingMode mode, String word) {
      return finish(
          Optional.of(text(dividend, divisor)),
          Optional.of(rule(word, decimals)),
          Optional.of(dividend.divide(divisor, decimals, mode).toPlainString()));
    }

    private Working finish(
        Optional<String> exact, Optional<String> rounding, Optional<String> result) {
      return new Working(of, formula, inputs, List.copyOf(steps), exact, rounding, result);
    }

    private static String rule(String word, int decimals) {
      return word + " to " + decimals + (decimals == 1 ? " decimal" : " decimals");
    }

    private static String text(BigDecimal dividend, BigDecimal divisor) {
      try {
        return plain(dividend.divide(divisor));
      } catch (ArithmeticException endless) {
        return plain(dividend) + " / " + plain(divisor);
      }
    }

    private static String plain(BigDecimal number) {
      return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }
  }
}
