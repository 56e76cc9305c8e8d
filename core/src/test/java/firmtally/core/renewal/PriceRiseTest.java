package firmtally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PriceRiseTest {
  private static Optional<Percent> percent(String text) {
    return Optional.ofNullable(text).map(Percent::parse);
  }

  private static PriceRise rise(String percent, String cap, String floor, String step) {
    return new PriceRise(
        percent(percent),
        percent(cap),
        percent(floor),
        Optional.ofNullable(step).map(UnitPrice::parse));
  }

  @ParameterizedTest
  @CsvSource({
    // by a percent, half up to 4 decimals, and in steps
    "9.95, 99, 4, , , , 10.348",
    "9.95, 99, 4, , , 0.05, 10.35",
    "95.0050, 99, 3.5, , , , 98.3302",
    "10, 99, -5, , , , 9.5",
    // the cap, also after rounding
    "9.95, 99, 4, 3.9, , , 10.3381",
    "9.95, 99, 4, 3.9, , 0.05, 10.30",
    "10, 99, 4, 4, , 1, 10",
    // the price of today between floor and cap
    "10, 10.80, , , , , 10.80",
    "10, 12, , 5, , , 10.5",
    "10, 9, , , 0, , 10",
    "10, 9, , , 2, 0.25, 10.25",
    "10, 9, , , 1, 0.25, 10.25",
    "10, 9, , , -20, , 9",
    // no multiple within the bounds: the bound itself
    "10, 99, 4, 4, 3, 1, 10.4",
    "10, 9, , 4, 3, 1, 10.3"
  })
  void isBoundedAndRounded(
      String agreed,
      String today,
      String percent,
      String cap,
      String floor,
      String step,
      String next) {
    assertThat(rise(percent, cap, floor, step).of(UnitPrice.parse(agreed), UnitPrice.parse(today)))
        .isEqualTo(UnitPrice.parse(next));
  }

  @Test
  void aPercentAloneIsTheUpliftOfTheNextTerm() {
    assertThat(PriceRise.by(Percent.parse("4")).of(UnitPrice.parse("96"), UnitPrice.ZERO))
        .isEqualTo(UnitPrice.parse("96").raised(Percent.parse("4")));
  }

  /** Whatever the prices are: within the bounds, and a multiple of the step unless at a bound. */
  @Test
  void staysWithinItsBounds() {
    Random dice = new Random(15);
    for (int i = 0; i < 2_000; i++) {
      UnitPrice agreed = UnitPrice.ofTenThousandths(1 + dice.nextInt(2_000_000));
      UnitPrice today = UnitPrice.ofTenThousandths(dice.nextInt(3_000_000));
      Percent floor = Percent.of(BigDecimal.valueOf(dice.nextInt(10) - 5));
      Percent cap = Percent.of(BigDecimal.valueOf(5 + dice.nextInt(5)));
      UnitPrice step = UnitPrice.ofTenThousandths(1 + dice.nextInt(20_000));
      PriceRise rise =
          new PriceRise(
              dice.nextBoolean() ? Optional.empty() : percent(String.valueOf(dice.nextInt(12))),
              Optional.of(cap),
              Optional.of(floor),
              Optional.of(step));
      UnitPrice next = rise.of(agreed, today);
      UnitPrice least = agreed.raised(floor);
      UnitPrice most = agreed.raised(cap);
      assertThat(next).isBetween(least, most);
      if (!next.equals(least) && !next.equals(most)) {
        boolean isMultiple = next.value().remainder(step.value()).signum() == 0;
        boolean hasNone = most.value().subtract(least.value()).compareTo(step.value()) < 0;
        assertThat(isMultiple || hasNone).as("%s in steps of %s", next, step).isTrue();
      }
    }
  }

  @Test
  void refusesWhatCannotBe() {
    assertThatIllegalArgumentException().isThrownBy(() -> rise("1000.0001", null, null, null));
    assertThatIllegalArgumentException().isThrownBy(() -> rise("4", "-100.0001", null, null));
    assertThatIllegalArgumentException().isThrownBy(() -> rise("4", null, "1001", null));
    assertThatIllegalArgumentException().isThrownBy(() -> rise("4", null, null, "0"));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> rise("4", "3", "4", null))
        .withMessage("floor 4 is above cap 3");
    assertThat(rise("4", "4", "4", null).of(UnitPrice.parse("10"), UnitPrice.ZERO))
        .isEqualTo(UnitPrice.parse("10.4"));
  }
}
