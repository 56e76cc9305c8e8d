package firmtally.core.worksheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

class PicksTest {
  private static final Item ITEM =
      Item.inline(Optional.empty(), UnitPrice.parse("100"), UnitPrice.ZERO, Percent.parse("19"));

  private static Line line(String id, String quantity) {
    return Line.of(id, ITEM, Quantity.parse(quantity));
  }

  private static Line alternative(String id, String quantity, boolean chosen) {
    Line line = line(id, quantity);
    return new Line(
        id,
        ITEM,
        line.quantity(),
        Terms.AS_FOUND,
        false,
        Optional.of(new Alternative("stand", chosen)),
        Optional.empty());
  }

  private static final Worksheet OFFER =
      Worksheet.of(
          CurrencyUnit.EUR,
          LocalDate.of(2027, 3, 1),
          List.of(
              line("scale", "1"),
              new Line(
                  "printer",
                  ITEM,
                  Quantity.parse("2"),
                  Terms.AS_FOUND,
                  true,
                  Optional.empty(),
                  Optional.empty()),
              alternative("steel", "3", true),
              alternative("aluminium", "5", false)));

  private static String contract(Picks picks) {
    Money contract = picks.applied(OFFER).tally().totals().contract();
    return contract.getAmount().toPlainString();
  }

  @Test
  void theExampleOfTheDocumentation() {
    assertThat(contract(Picks.NONE)).isEqualTo("400.00");
    assertThat(contract(new Picks(Set.of("printer"), Map.of("stand", "aluminium"))))
        .isEqualTo("800.00");
  }

  @Test
  void whatIsNotNamedStaysAsItWasOffered() {
    assertThat(contract(new Picks(Set.of("printer"), Map.of()))).isEqualTo("600.00");
    assertThat(contract(new Picks(Set.of(), Map.of("stand", "steel")))).isEqualTo("400.00");
    assertThat(Picks.NONE.applied(OFFER)).isEqualTo(OFFER);
  }

  @Test
  void whatIsNotOnOfferCannotBePicked() {
    for (Picks wrong :
        List.of(
            new Picks(Set.of("scale"), Map.of()),
            new Picks(Set.of("nothing"), Map.of()),
            new Picks(Set.of(), Map.of("stand", "scale")),
            new Picks(Set.of(), Map.of("other", "steel")))) {
      assertThatThrownBy(() -> wrong.applied(OFFER)).isInstanceOf(IllegalArgumentException.class);
    }
  }
}
