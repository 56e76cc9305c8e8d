package firmtally.core.working;

import static firmtally.core.Some.DAY;
import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.price;
import static firmtally.core.Some.quantity;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;

class WorkingTest {
  private static BigDecimal number(String number) {
    return new BigDecimal(number);
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Working gross =
        Working.of(
                "lines[0].gross",
                "quantity × unitPrice",
                Input.of("quantity", quantity("3")),
                Input.of("unitPrice", price("0.335")))
            .halfUp(number("1.005"), EUR);
    assertThat(gross.exact()).contains("1.005");
    assertThat(gross.rounding()).contains("half up to 2 decimals");
    assertThat(gross.result()).contains("1.01");
  }

  @Test
  void whatDoesNotEndIsAFraction() {
    Working third = Working.of("m", "a / b").halfUp(number("10.00"), number("3"), 2);
    assertThat(third.exact()).contains("10 / 3");
    assertThat(third.result()).contains("3.33");
    assertThat(Working.of("m", "a / b").halfUp(number("0.00"), number("3"), 1).exact())
        .contains("0");
    assertThat(Working.of("m", "a / b").halfUp(number("1"), number("4"), 1).rounding())
        .contains("half up to 1 decimal");
  }

  @Test
  void percentsAreRatiosAndNoneByNothing() {
    assertThat(Working.of("p", "a / b").percent(number("2"), number("3")).result())
        .contains("66.67");
    assertThat(Working.of("p", "a / b").percent(number("2"), number("0")).result()).isEmpty();
    assertThat(Working.of("p", "a / b").percentCutDown(number("2"), number("3")).result())
        .contains("66.66");
    assertThat(Working.of("p", "a / b").percentCutDown(number("-2"), number("3")).result())
        .contains("-66.67");
    assertThat(Working.of("p", "a / b").percentCutDown(number("2"), number("0")).result())
        .isEmpty();
  }

  @Test
  void upIsTakenFromAnAmount() {
    Working room = Working.of("r", "").lessUp(eur("1"), number("1"), number("3"));
    assertThat(room.result()).contains("0.66");
    assertThat(room.exact()).contains("1 / 3");
    assertThat(room.rounding()).contains("up to 2 decimals");
    assertThat(Working.of("r", "").lessUp(eur("1"), number("-1"), number("3")).result())
        .contains("1.33");
  }

  @Test
  void inputsSayWhatTheyAre() {
    assertThat(Input.of("a", eur("1"))).isEqualTo(new Input("a", Input.Kind.AMOUNT, "1.00"));
    assertThat(Input.of("a", percent("5"))).isEqualTo(new Input("a", Input.Kind.PERCENT, "5"));
    assertThat(Input.of("a", DAY)).isEqualTo(new Input("a", Input.Kind.DAY, "2027-03-15"));
    assertThat(Input.of("a", "b")).isEqualTo(new Input("a", Input.Kind.TEXT, "b"));
    assertThat(Input.count("a", 7)).isEqualTo(new Input("a", Input.Kind.COUNT, "7"));
    assertThat(Input.number("a", number("1E+2")))
        .isEqualTo(new Input("a", Input.Kind.NUMBER, "100"));
  }

  @Test
  void stepsKeepTheirOrder() {
    Working sum =
        Working.of("s", "Σ")
            .step(Step.of("line 1", "counts", Input.of("net", eur("1"))))
            .step(Step.of("line 2", "left-out"))
            .exactly(eur("1"));
    assertThat(sum.steps()).extracting(Step::outcome).containsExactly("counts", "left-out");
    assertThat(sum.exact()).isEmpty();
    assertThat(sum.result()).contains("1.00");
    assertThat(Working.of("s", "Σ").none().result()).isEmpty();
  }
}
