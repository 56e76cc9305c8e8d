package firmtally.core.pipeline;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

class OpenTotalTest {
  private static OpenOpportunity open(String value, String odds) {
    return new OpenOpportunity("O", eur(value), percent(odds));
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    assertThat(OpenTotal.of(EUR, List.of(open("1000", "50"), open("333.33", "33.3333"))))
        .isEqualTo(new OpenTotal(2, eur("1333.33"), eur("611.11")));
  }

  @Test
  void theSumIsExactAndRoundedOnce() {
    // Three times 0.004 is 0.012: by itself each would be nothing.
    assertThat(OpenTotal.of(EUR, Collections.nCopies(3, open("0.01", "40"))).weighted())
        .isEqualTo(eur("0.01"));
    assertThat(OpenTotal.of(EUR, List.of(open("0.01", "50"))).weighted()).isEqualTo(eur("0.01"));
  }

  @Test
  void noneComeToNothing() {
    assertThat(OpenTotal.of(EUR, List.of())).isEqualTo(new OpenTotal(0, eur("0"), eur("0")));
  }
}
