package firmtally.server.worksheet.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.margin.SignOff;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Worksheet;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

/** A cost that somebody typed is no way round the sign-off. */
class SignOffNeedTest {
  private static final CurrencyUnit EUR = CurrencyUnit.EUR;
  private static final Optional<Money> LIMIT = Optional.of(Money.parse("EUR 500.00"));
  private static final UnitPrice COST = UnitPrice.parse("1");

  private static List<LineTally> lines(Item item, String quantity) {
    Line line = Line.of("a", item, Quantity.parse(quantity));
    return Worksheet.of(EUR, LocalDate.of(2027, 3, 15), List.of(line)).tally().lines();
  }

  private static Item own(String price) {
    return Item.inline(Optional.empty(), UnitPrice.parse(price), COST, Percent.ZERO);
  }

  private static SignOffNeed need(List<LineTally> lines, Role asker) {
    return SignOffNeed.of(Optional.empty(), lines, LIMIT, Roles.of(asker));
  }

  @Test
  void aboveTheAmountALineOfOnesOwnIsTheManagersToSign() {
    SignOffNeed need = need(lines(own("500.01"), "1"), Role.REP);
    assertThat(need.role()).contains("manager");
    assertThat(need.reasons())
        .containsExactly(new SignOffNeed.Reason("own-cost", Optional.of("a"), "manager"));
    assertThat(need(lines(own("500.00"), "1"), Role.REP).needed()).isFalse();
    assertThat(need(lines(own("250.01"), "2"), Role.REP).needed()).isTrue();
  }

  @Test
  void aProductsCostIsKnownAndAManagersOwnLineIsTheirs() {
    Item product =
        Item.product("BS-15", Optional.empty(), UnitPrice.parse("900"), COST, Percent.ZERO);
    assertThat(need(lines(product, "1"), Role.REP).needed()).isFalse();
    assertThat(need(lines(own("900"), "1"), Role.MANAGER).needed()).isFalse();
  }

  @Test
  void withoutAnAmountInTheSettingsNothingIsAsked() {
    assertThat(
            SignOffNeed.of(
                    Optional.empty(), lines(own("900"), "1"), Optional.empty(), Roles.of(Role.REP))
                .needed())
        .isFalse();
  }

  @Test
  void whatTheCoreSaysStandsFirstAndItsRoleIsTheHigher() {
    SignOff core =
        new SignOff(
            Optional.of("administrator"),
            List.of(
                new SignOff.Reason(
                    SignOff.Rule.DOCUMENT_FLOOR, Optional.empty(), "administrator")));
    SignOffNeed need =
        SignOffNeed.of(Optional.of(core), lines(own("900"), "1"), LIMIT, Roles.of(Role.REP));
    assertThat(need.role()).contains("administrator");
    assertThat(need.reasons())
        .extracting(SignOffNeed.Reason::rule)
        .containsExactly("document-floor", "own-cost");
  }
}
