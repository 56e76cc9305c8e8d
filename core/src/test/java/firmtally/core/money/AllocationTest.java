package firmtally.core.money;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AllocationTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1.00 | 1 1 1 | 0.34 0.33 0.33",
        "0.02 | 1 1 1 | 0.01 0.01 0.00",
        "0.05 | 3 7 | 0.02 0.03", // 1.5 and 3.5 units: a tie, the earlier has it
        "0.10 | 1 2 3 | 0.02 0.03 0.05", // 1.67, 3.33, 5: the largest part cut off
        "7.00 | 0 5 0 2 | 0.00 5.00 0.00 2.00",
        "0.00 | 0 0 | 0.00 0.00",
        "0.01 | 0 1 | 0.00 0.01"
      })
  void unitsLeftGoToTheLargestPartsCutOff(String total, String weights, String parts) {
    assertThat(Allocation.byWeight(eur(total), amounts(weights))).isEqualTo(amounts(parts));
  }

  private static List<Money> amounts(String text) {
    return Stream.of(text.split(" ")).map(a -> eur(a)).toList();
  }

  @Test
  void amountsOfAnySizeAreShared() {
    Money huge = Money.of(EUR, new BigDecimal(BigInteger.TEN.pow(40)));
    List<Money> parts = Allocation.byWeight(huge, Arrays.asList(huge, huge, eur("0.01")));
    assertThat(Money.total(parts)).isEqualTo(huge);
    assertThat(parts.get(2)).isEqualTo(eur("0.01").multipliedBy(0));
  }

  @Test
  void refusesWhatCannotBeShared() {
    assertThatThrownBy(() -> Allocation.byWeight(eur("-0.01"), amounts("1")))
        .hasMessage("total EUR -0.01 is below 0");
    assertThatThrownBy(() -> Allocation.byWeight(eur("0.01"), List.of()))
        .hasMessage("total EUR 0.01 cannot be split by weights that sum to 0");
    assertThat(Allocation.byWeight(eur("0"), List.of())).isEmpty();
  }
}
