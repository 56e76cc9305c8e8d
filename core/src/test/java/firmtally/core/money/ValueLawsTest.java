package firmtally.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for each decimal value type alike. */
class ValueLawsTest {
  private record Kind<T extends Comparable<T>>(
      String name,
      Function<String, T> parse,
      Function<T, Long> stored,
      BiFunction<Object, Long, T> load) {
    Kind(String name, Function<String, T> parse, Function<T, Long> stored, Function<Long, T> load) {
      this(name, parse, stored, (unused, number) -> load.apply(number));
    }
  }

  private static final Kind<Percent> PERCENT =
      new Kind<>("percent", Percent::parse, Percent::toTenThousandths, Percent::ofTenThousandths);
  private static final Kind<Quantity> QUANTITY =
      new Kind<>("quantity", Quantity::parse, Quantity::toThousandths, Quantity::ofThousandths);
  private static final Kind<UnitPrice> PRICE =
      new Kind<>(
          "unit price", UnitPrice::parse, UnitPrice::toTenThousandths, UnitPrice::ofTenThousandths);

  static Stream<Arguments> values() {
    return Stream.of(PERCENT, QUANTITY, PRICE)
        .flatMap(
            kind ->
                Stream.of("0", "0.001", "1", "12.5", "100", "1000000", "987654321.123")
                    .map(text -> Arguments.of(kind, text)));
  }

  @ParameterizedTest(name = "{0} {1}")
  @MethodSource("values")
  <T extends Comparable<T>> void equalityOrderAndTextAgree(Kind<T> kind, String text) {
    T value = kind.parse().apply(text);
    T longer = kind.parse().apply(text.contains(".") ? text + "000" : text + ".000");
    assertThat(longer).isEqualTo(value).hasSameHashCodeAs(value);
    assertThat(longer.compareTo(value)).isZero();
    assertThat(value).hasToString(text);
    assertThat(kind.parse().apply(value.toString())).isEqualTo(value);
    assertThat(kind.load().apply(null, kind.stored().apply(value))).isEqualTo(value);
    T more = kind.parse().apply(new BigDecimal(text).add(BigDecimal.ONE).toPlainString());
    assertThat(more).isGreaterThan(value).isNotEqualTo(value);
    assertThat(value).isNotEqualTo(text).isNotEqualTo(null);
  }

  @ParameterizedTest
  @CsvSource({"1.2345, 1.23451", "0.0001, 0.00001", "5.00000000, 5.00001"})
  void percentsAndPricesHaveFourDecimals(String last, String first) {
    assertThat(Percent.parse(last)).isNotNull();
    assertThat(UnitPrice.parse(last)).isNotNull();
    assertThatThrownBy(() -> Percent.parse(first))
        .hasMessage("percent " + first + " has more than 4 decimals");
    assertThatThrownBy(() -> UnitPrice.parse(first))
        .hasMessage("unit price " + first + " has more than 4 decimals");
  }

  @ParameterizedTest
  @CsvSource({"1.234, 1.2341", "0.001, 0.0001"})
  void quantitiesHaveThreeDecimals(String last, String first) {
    assertThat(Quantity.parse(last)).isNotNull();
    assertThatThrownBy(() -> Quantity.parse(first))
        .hasMessage("quantity " + first + " has more than 3 decimals");
  }

  @Test
  void differentNumbersSeldomShareAHash() {
    assertThat(Percent.parse("7").hashCode()).isNotEqualTo(Percent.parse("8").hashCode());
    assertThat(Quantity.parse("7").hashCode()).isNotEqualTo(Quantity.parse("8").hashCode());
    assertThat(UnitPrice.parse("7").hashCode()).isNotEqualTo(UnitPrice.parse("8").hashCode());
    assertThat(Quantity.parse("7").positive()).isEqualTo(Quantity.parse("7"));
    assertThat(Texts.notEmpty("name", "x")).isEqualTo("x");
  }

  @Test
  void onlyPercentsMayBeBelowZero() {
    assertThat(Percent.parse("-12.5")).hasToString("-12.5").isLessThan(Percent.ZERO);
    assertThatThrownBy(() -> Quantity.parse("-0.001")).hasMessage("quantity -0.001 is below 0");
    assertThatThrownBy(() -> UnitPrice.parse("-0.0001"))
        .hasMessage("unit price -0.0001 is below 0");
    assertThat(Quantity.parse("-0")).isEqualTo(Quantity.ZERO);
  }

  @Test
  void writtenOtherwiseIsNoDecimal() {
    for (String text : List.of("", " 1", "1 ", "1.", ".5", "+1", "1e2", "1,5", "--1", "٣")) {
      assertThatThrownBy(() -> Percent.parse(text))
          .hasMessage("percent \"" + text + "\" is not a plain decimal such as 12.5");
    }
  }

  @ParameterizedTest
  @CsvSource({"0, true", "100, true", "100.0001, false", "-0.0001, false"})
  void withinIncludesBothEnds(String percent, boolean within) {
    Percent value = Percent.parse(percent);
    if (within) {
      assertThat(value.within("p", Percent.ZERO, Percent.HUNDRED)).isSameAs(value);
    } else {
      assertThatThrownBy(() -> value.within("p", Percent.ZERO, Percent.HUNDRED))
          .hasMessage("p " + percent + " is outside [0, 100]");
    }
  }

  @ParameterizedTest
  @CsvSource({
    "1, 3, 33.33",
    "2, 3, 66.67",
    "-1, 3, -33.33",
    "1, 16, 6.25",
    "1, 800, 0.13",
    "-1, 800, -0.13",
    "0, 5, 0"
  })
  void aRatioHasTwoDecimalsHalfUp(BigDecimal part, BigDecimal whole, String percent) {
    assertThat(Percent.ratio(part, whole)).contains(Percent.parse(percent));
  }

  @Test
  void aRatioByNothingIsNone() {
    assertThat(Percent.ratio(BigDecimal.TEN, BigDecimal.ZERO)).isEmpty();
  }

  @Test
  void factorsAreExact() {
    assertThat(Percent.parse("12.3456").fraction()).isEqualByComparingTo("0.123456");
    assertThat(Percent.parse("12.3456").complement()).isEqualByComparingTo("0.876544");
    assertThat(UnitPrice.parse("0.3333").times(Quantity.parse("0.333")))
        .isEqualByComparingTo("0.1109889");
    assertThat(Quantity.parse("1.5").plus(Quantity.parse("0.5"))).isEqualTo(Quantity.parse("2"));
  }

  @ParameterizedTest
  @CsvSource({
    "2, 2, 1.41",
    "3, 2, 1.73",
    "0.000025, 2, 0.01",
    "0.00002499, 2, 0.00",
    "16, 0, 4",
    "2.25, 0, 2",
    "2.2499, 0, 1"
  })
  void aSquareRootIsRoundedExactly(BigDecimal square, int decimals, BigDecimal root) {
    assertThat(Rounding.squareRoot(square, decimals)).isEqualTo(root);
  }

  @Test
  void thereIsNoRootOfLessThanNothing() {
    assertThatThrownBy(() -> Rounding.squareRoot(new BigDecimal("-0.01"), 2))
        .hasMessage("square -0.01 is below 0");
    assertThat(Rounding.squareRoot(BigDecimal.ZERO, 2)).isEqualByComparingTo("0");
  }

  @ParameterizedTest
  @CsvSource({
    "1, 3, 0.33, 0.34",
    "-1, 3, -0.33, -0.33",
    "1, 200, 0.01, 0.01",
    "-1, 200, -0.01, 0.00",
    "6, 3, 2.00, 2.00",
    "20000, 3, 6666.67, 6666.67"
  })
  void quotientsAreRoundedHalfUpOrUp(
      BigDecimal part, BigDecimal whole, BigDecimal half, BigDecimal up) {
    assertThat(Rounding.quotient(Currencies.get("EUR"), part, whole).getAmount()).isEqualTo(half);
    assertThat(Rounding.up(Currencies.get("EUR"), part, whole).getAmount()).isEqualTo(up);
  }

  @Test
  void roundsToTheDigitsOfTheCurrency() {
    BigDecimal exact = new BigDecimal("2.3455");
    assertThat(Rounding.amount(Currencies.get("JPY"), exact)).hasToString("JPY 2");
    assertThat(Rounding.amount(Currencies.get("KWD"), exact)).hasToString("KWD 2.346");
    assertThat(Rounding.minorUnit(Currencies.get("KWD"))).hasToString("KWD 0.001");
    assertThat(
            Rounding.percentOf(
                Rounding.amount(Currencies.get("EUR"), new BigDecimal("0.9")), Percent.parse("5")))
        .hasToString("EUR 0.05");
  }

  @Test
  void currenciesAreFoundOnceAndInOrder() {
    assertThat(Currencies.codes())
        .isSorted()
        .contains("EUR", "JPY", "XCG")
        .doesNotContain("XAU", "DEM");
    assertThat(Currencies.find("eur")).isEmpty();
    assertThat(Currencies.get("EUR")).isSameAs(Currencies.get("EUR"));
  }
}
