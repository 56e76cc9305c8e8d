package firmtally.server.worksheet.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;

class LineFormTest {
  private static final LineForm WHOLE =
      LineForm.line("7")
          .product("BS-15")
          .description("Bench scale")
          .family("bench")
          .numbers(new LineForm.Numbers("120", "70", "19", "3", "5", null))
          .optional(true)
          .plan(LineForm.Plan.of(Optional.of(12), Optional.of(24)))
          .requestedOn("2027-04-01")
          .build();

  @Test
  void nothingIsLostWhenItIsTakenApartAndPutTogether() {
    assertThat(WHOLE.but().build()).isEqualTo(WHOLE);
  }

  @Test
  void whatIsNamedIsChangedAndNothingElse() {
    LineForm less = WHOLE.less("10");
    assertThat(less.discountPercent()).isEqualTo("10");
    assertThat(less.but().discountPercent("5").build()).isEqualTo(WHOLE);
    LineForm given = WHOLE.given(null, "99", "2027-05-01");
    assertThat(given.unitPrice()).isEqualTo("99");
    assertThat(given.discountPercent()).isNull();
    assertThat(given.requestedOn()).isEqualTo("2027-05-01");
    assertThat(given.everyMonths()).isEqualTo(12);
  }

  @Test
  void whatIsSoldIsNeitherOptionalNorOneOfSeveralNorWantedByADay() {
    LineForm sold = WHOLE.but().alternative("A", true).build().sold();
    assertThat(sold.optional()).isFalse();
    assertThat(sold.alternativeSet()).isNull();
    assertThat(sold.chosen()).isFalse();
    assertThat(sold.requestedOn()).isNull();
    assertThat(sold.discountPercent()).isEqualTo("5");
    LineForm at = WHOLE.but().gift(true).build().at("80");
    assertThat(at.unitPrice()).isEqualTo("80");
    assertThat(at.discountPercent()).isNull();
    assertThat(at.gift()).isFalse();
  }

  @Test
  void whoSeesNoCostsGetsTheLineWithoutThem() {
    assertThat(WHOLE.withoutCost().unitCost()).isNull();
    assertThat(WHOLE.withoutCost().but().unitCost("70").build()).isEqualTo(WHOLE);
    LineForm none = WHOLE.withoutCost();
    assertThat(none.withoutCost()).isSameAs(none);
  }

  @Test
  void headingsAndNotesHaveNoPrice() {
    LineForm section = LineForm.words("1", "section", "On site");
    assertThat(section.priced()).isFalse();
    assertThat(section.quantity()).isEmpty();
    assertThat(section.description()).isEqualTo("On site");
    assertThat(LineForm.line("2").kind(null).build().priced()).isTrue();
    assertThat(LineForm.line("2").kind(" ").build().priced()).isTrue();
  }

  @Test
  void aLineOfAProductAndOneOfItsOwn() {
    LineForm plan = LineForm.ofProduct("1", "CAL-B", "Plan", "2", new LineForm.Plan(12, 24));
    assertThat(plan.product()).isEqualTo("CAL-B");
    assertThat(plan.termMonths()).isEqualTo(24);
    assertThat(plan.listPrice()).isNull();
    LineForm own =
        LineForm.inline(
            "2", "Made", "bench", new LineForm.Numbers("1", "0", null, "4", null, null));
    assertThat(own.product()).isNull();
    assertThat(own.quantity()).isEqualTo("4");
    assertThat(own.unitCost()).isEqualTo("0");
  }
}
