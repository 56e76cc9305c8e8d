package firmtally.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class MoneyTest {
  private static final CurrencyUnit EUR = Currencies.get("EUR");

  private static Money eur(String amount) {
    return Money.of(EUR, new BigDecimal(amount));
  }

  static IntStream seeds() {
    return IntStream.range(0, 60);
  }

  @ParameterizedTest
  @CsvSource({"2.345, 2.35", "2.344, 2.34", "-2.345, -2.35", "-2.344, -2.34", "0.005, 0.01"})
  void roundsHalfAwayFromZero(String exact, String rounded) {
    assertThat(Rounding.amount(EUR, new BigDecimal(exact))).isEqualTo(eur(rounded));
  }

  @ParameterizedTest
  @CsvSource({"EUR, 2", "JPY, 0", "KWD, 3", "CLF, 4", "XCG, 2"})
  void knowsMinorDigits(String code, int digits) {
    assertThat(Currencies.get(code).getDecimalPlaces()).isEqualTo(digits);
  }

  @Test
  void namesACurrencyThatIsNotActive() {
    assertThatThrownBy(() -> Currencies.get("HRK"))
        .hasMessage("currency HRK is not an active ISO 4217 code with minor digits");
  }

  @Test
  void splitsSoThatTheEarlierGetsTheUnitLeft() {
    assertThat(Allocation.byWeight(eur("1.00"), List.of(eur("1"), eur("1"), eur("1"))))
        .containsExactly(eur("0.34"), eur("0.33"), eur("0.33"));
  }

  /** Law: parts sum to the whole, and no part is a unit away from its exact share. */
  @ParameterizedTest
  @MethodSource("seeds")
  void partsSumToTheWhole(int seed) {
    Random random = new Random(seed);
    List<Money> weights = new ArrayList<>();
    for (int i = 0; i <= random.nextInt(12); i++) {
      weights.add(Money.ofMinor(EUR, random.nextInt(100_000)));
    }
    weights.add(Money.ofMinor(EUR, 1 + random.nextInt(9)));
    Money total = Money.ofMinor(EUR, random.nextInt(1_000_000));
    List<Money> parts = Allocation.byWeight(total, weights);
    assertThat(Money.total(parts)).isEqualTo(total);
    BigDecimal whole = Money.total(weights).getAmount();
    for (int i = 0; i < parts.size(); i++) {
      BigDecimal exact =
          total
              .getAmount()
              .multiply(weights.get(i).getAmount())
              .divide(whole, 9, RoundingMode.HALF_UP);
      assertThat(parts.get(i).getAmount().subtract(exact).abs()).isLessThan(new BigDecimal("0.01"));
    }
  }

  @Test
  void cannotSplitByNothing() {
    assertThatThrownBy(() -> Allocation.byWeight(eur("1"), List.of(eur("0"))))
        .hasMessage("total EUR 1.00 cannot be split by weights that sum to 0");
  }

  @Test
  void sumsQuotientsExactlyAndRoundsOnce() {
    assertThat(
            Rounding.sumOfQuotients(EUR, Map.of(3, new BigDecimal("10"), 6, new BigDecimal("5"))))
        .isEqualTo(eur("4.17"));
  }

  @ParameterizedTest
  @CsvSource({"399.00, 5, 379.05", "0.0001, 50, 0.0001", "420, 100, 0"})
  void takesAPercentOffToFourDecimals(String list, String off, String price) {
    assertThat(UnitPrice.parse(list).less(Percent.parse(off))).isEqualTo(UnitPrice.parse(price));
  }

  @Test
  void raisesAPrice() {
    assertThat(UnitPrice.parse("95.0050").raised(Percent.parse("3.5"))).hasToString("98.3302");
  }

  @Test
  void equalNumbersAreEqualValues() {
    assertThat(Percent.parse("5.00"))
        .isEqualTo(Percent.parse("5"))
        .hasSameHashCodeAs(Percent.parse("5.0"));
    assertThat(Quantity.parse("2.500")).isEqualTo(Quantity.ofThousandths(2500));
    assertThat(UnitPrice.parse("420.00")).isEqualTo(UnitPrice.ofTenThousandths(4_200_000));
  }

  @Test
  void messagesNameValueAndRule() {
    assertThatThrownBy(
            () -> Percent.parse("120").within("discountPercent", Percent.ZERO, Percent.HUNDRED))
        .hasMessage("discountPercent 120 is outside [0, 100]");
    assertThatThrownBy(() -> Quantity.parse("1.2345"))
        .hasMessage("quantity 1.2345 has more than 3 decimals");
    assertThatThrownBy(() -> Quantity.parse("1,5"))
        .hasMessageContaining("\"1,5\" is not a plain decimal");
    assertThatThrownBy(() -> UnitPrice.parse("-1")).hasMessage("unit price -1 is below 0");
    assertThatThrownBy(() -> Quantity.ZERO.positive()).hasMessage("quantity 0 is not above 0");
  }

  @Test
  void idsAreOrderedByCodePoint() {
    assertThat(Texts.BY_CODE_POINT.compare("R10", "R9")).isNegative();
    assertThat(Texts.BY_CODE_POINT.compare("\uFFFD", "\uD83D\uDE00")).isNegative();
    assertThat(Texts.BY_CODE_POINT.compare("R1", "R1")).isZero();
  }

  @Test
  void aPriceIsRoundedToTheNearestStepHalfUp() {
    UnitPrice price = UnitPrice.parse("98.3302");
    assertThat(price.roundedTo(UnitPrice.parse("0.05"))).isEqualTo(UnitPrice.parse("98.35"));
    assertThat(price.roundedTo(UnitPrice.parse("5"))).isEqualTo(UnitPrice.parse("100"));
    assertThat(UnitPrice.parse("97.5").roundedTo(UnitPrice.parse("5")))
        .isEqualTo(UnitPrice.parse("100"));
    assertThat(UnitPrice.parse("97.4999").roundedTo(UnitPrice.parse("5")))
        .isEqualTo(UnitPrice.parse("95"));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> price.roundedTo(UnitPrice.ZERO))
        .withMessage("a step of 0 has no multiples but 0");
  }

  @Test
  void aUnitOfAnAmountIsRoundedHalfUpToFourDecimals() {
    Money hundred = Money.parse("EUR 100.00");
    assertThat(UnitPrice.each(hundred, Quantity.parse("3"))).isEqualTo(UnitPrice.parse("33.3333"));
    assertThat(UnitPrice.each(hundred, Quantity.parse("8"))).isEqualTo(UnitPrice.parse("12.5"));
    assertThat(UnitPrice.each(Money.parse("EUR 0.01"), Quantity.parse("200")))
        .isEqualTo(UnitPrice.parse("0.0001"));
    assertThatThrownBy(() -> UnitPrice.each(hundred, Quantity.parse("0")))
        .isInstanceOf(ArithmeticException.class);
    assertThatThrownBy(() -> UnitPrice.each(Money.parse("EUR -1.00"), Quantity.parse("1")))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
