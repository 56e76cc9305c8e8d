package firmtally.core.ordering;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.money.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class SupplyTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 3, 1);

  private static Supply.Need need(String product, String quantity, String stock) {
    return new Supply.Need(
        product,
        Quantity.parse(quantity),
        Optional.ofNullable(stock).map(Quantity::parse),
        List.of(),
        10,
        Optional.empty(),
        true);
  }

  private static Supply.Need wanted(Supply.Need need, LocalDate on) {
    return new Supply.Need(
        need.product(),
        need.quantity(),
        need.stock(),
        need.arrivals(),
        need.leadDays(),
        Optional.of(on),
        true);
  }

  private static Supply only(Supply.Need need) {
    return Supply.of(List.of(need), TODAY).get(0);
  }

  @Test
  void theExampleOfTheDocumentation() {
    List<Supply> supplies = Supply.of(List.of(need("A", "8", "12"), need("A", "6", "12")), TODAY);
    assertThat(supplies.get(0))
        .isEqualTo(new Supply(Optional.of(Quantity.parse("12")), Quantity.ZERO, TODAY, false));
    assertThat(supplies.get(1))
        .isEqualTo(
            new Supply(
                Optional.of(Quantity.parse("4")),
                Quantity.parse("2"),
                LocalDate.of(2027, 3, 11),
                false));
  }

  @Test
  void allOfTheStockIsEnoughAndAThousandthMoreIsNot() {
    assertThat(only(need("A", "12", "12")).missing()).isEqualTo(Quantity.ZERO);
    assertThat(only(need("A", "12.001", "12")).missing()).isEqualTo(Quantity.parse("0.001"));
    assertThat(only(need("A", "1", "0")).readyOn()).isEqualTo(LocalDate.of(2027, 3, 11));
  }

  @Test
  void whatIsNotStockedIsNeverShortAndReadyAfterItsLeadTime() {
    Supply supply = only(need("JOB", "3", null));
    assertThat(supply.onHand()).isEmpty();
    assertThat(supply.missing()).isEqualTo(Quantity.ZERO);
    assertThat(supply.readyOn()).isEqualTo(LocalDate.of(2027, 3, 11));
  }

  @Test
  void aLineThatDoesNotCountTakesNothing() {
    Supply.Need option =
        new Supply.Need(
            "A",
            Quantity.parse("10"),
            Optional.of(Quantity.parse("12")),
            List.of(),
            10,
            Optional.empty(),
            false);
    List<Supply> supplies = Supply.of(List.of(option, need("A", "12", "12")), TODAY);
    assertThat(supplies.get(1).missing()).isEqualTo(Quantity.ZERO);
  }

  @Test
  void otherProductsHaveStockOfTheirOwn() {
    List<Supply> supplies = Supply.of(List.of(need("A", "12", "12"), need("B", "5", "5")), TODAY);
    assertThat(supplies).allMatch(s -> s.missing().equals(Quantity.ZERO));
  }

  @Test
  void isLateFromTheDayBeforeItIsReady() {
    Supply.Need need = need("A", "1", "0");
    assertThat(only(wanted(need, LocalDate.of(2027, 3, 11))).late()).isFalse();
    assertThat(only(wanted(need, LocalDate.of(2027, 3, 10))).late()).isTrue();
  }

  private static Supply.Need with(Supply.Need need, Availability.Arrival... arrivals) {
    return new Supply.Need(
        need.product(),
        need.quantity(),
        need.stock(),
        List.of(arrivals),
        need.leadDays(),
        need.requestedOn(),
        need.counted());
  }

  private static Availability.Arrival arrival(int day, String quantity) {
    return new Availability.Arrival(LocalDate.of(2027, 3, day), Quantity.parse(quantity));
  }

  @Test
  void whatComesInBeforeTheLeadTimeIsOverIsPromised() {
    List<Supply> supplies =
        Supply.of(
            List.of(
                with(need("A", "8", "12"), arrival(5, "2")),
                with(need("A", "6", "12"), arrival(5, "2"))),
            TODAY);
    assertThat(supplies.get(1).readyOn()).isEqualTo(LocalDate.of(2027, 3, 5));
    assertThat(only(with(need("A", "15", "12"), arrival(5, "2"))).readyOn())
        .isEqualTo(LocalDate.of(2027, 3, 11));
    assertThat(only(with(need("A", "14", "12"), arrival(20, "2"))).readyOn())
        .isEqualTo(LocalDate.of(2027, 3, 11));
  }

  @Test
  void theExampleOfAvailability() {
    Availability of =
        Availability.of(
            BigDecimal.valueOf(-3), List.of(arrival(4, "10")), LocalDate.of(2027, 3, 1));
    assertThat(of.days())
        .containsExactly(
            new Availability.Day(TODAY, BigDecimal.valueOf(-3)),
            new Availability.Day(LocalDate.of(2027, 3, 4), BigDecimal.valueOf(7)));
    assertThat(of.firstDayOf(Quantity.parse("7"))).contains(LocalDate.of(2027, 3, 4));
    assertThat(of.firstDayOf(Quantity.parse("7.001"))).isEmpty();
  }

  @Test
  void whatIsLateIsTakenToComeTodayAndADayStandsOnce() {
    Availability of =
        Availability.of(
            BigDecimal.ONE,
            List.of(arrival(9, "1"), arrival(9, "2"), arrival(1, "4")),
            LocalDate.of(2027, 3, 8));
    assertThat(of.days())
        .containsExactly(
            new Availability.Day(LocalDate.of(2027, 3, 8), BigDecimal.valueOf(5)),
            new Availability.Day(LocalDate.of(2027, 3, 9), BigDecimal.valueOf(8)));
  }
}
