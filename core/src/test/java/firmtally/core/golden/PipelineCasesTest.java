package firmtally.core.golden;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.margin.Approval;
import firmtally.core.money.Texts;
import firmtally.core.pipeline.Funnel;
import firmtally.core.pipeline.Movement;
import firmtally.core.pipeline.PipelineState;
import firmtally.core.pipeline.StagePath;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The worked cases of funnel, movement and approval through the core's own types. Their results
 * were given with the contract.
 */
class PipelineCasesTest {
  static Stream<String> funnels() {
    return GoldenCase.names("funnel");
  }

  static Stream<String> movements() {
    return GoldenCase.names("movement");
  }

  static Stream<String> approvals() {
    return GoldenCase.names("approval");
  }

  @ParameterizedTest
  @MethodSource("funnels")
  void funnel(String name) {
    GoldenCase input = GoldenCase.input(name);
    Funnel funnel =
        Funnel.of(
            input.list("stages", s -> s.at("id").text()),
            input.at("asOf").day(),
            input.list("opportunities", PipelineCasesTest::path));
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(funnel.stages())
        .isEqualTo(
            expected.list(
                "stages",
                s ->
                    new Funnel.Stage(
                        s.at("id").text(),
                        s.at("entered").whole(),
                        s.at("reached").whole(),
                        s.maybe("conversion", GoldenCase::percent),
                        s.maybe("winRate", GoldenCase::percent),
                        s.at("lostHere").whole(),
                        s.at("openHere").whole(),
                        s.at("wentBack").whole(),
                        s.at("skipped").whole(),
                        s.at("visits").whole(),
                        s.maybe("medianDays", GoldenCase::number),
                        s.maybe("openDays", GoldenCase::number))));
    GoldenCase totals = expected.at("totals");
    assertThat(funnel.totals())
        .isEqualTo(
            new Funnel.Totals(
                totals.at("opportunities").whole(),
                totals.at("won").whole(),
                totals.at("lost").whole(),
                totals.at("open").whole(),
                totals.maybe("winRate", GoldenCase::percent),
                totals.maybe("cycleDays", GoldenCase::number)));
  }

  private static StagePath path(GoldenCase opportunity) {
    return new StagePath(
        opportunity.at("ref").text(),
        opportunity.list("moves", m -> new StagePath.Move(m.at("on").day(), m.at("to").text())),
        opportunity.maybe(
            "closed", c -> new StagePath.Close(c.at("on").day(), c.at("won").isTrue())));
  }

  @ParameterizedTest
  @MethodSource("movements")
  void movement(String name) {
    GoldenCase input = GoldenCase.input(name);
    LocalDate from = input.at("period").at("from").day();
    Movement movement =
        Movement.of(
            input.currency(),
            new Movement.Period(from, input.at("period").at("to").day()),
            input.list("before", PipelineCasesTest::state),
            input.list("after", PipelineCasesTest::state));
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(figures(movement.weighted())).isEqualTo(figures(expected.at("weighted")));
    assertThat(figures(movement.plain())).isEqualTo(figures(expected.at("plain")));
    assertThat(movement.wonAmount()).isEqualTo(expected.at("wonAmount").money());
    assertThat(
            movement.items().stream()
                .map(i -> List.of(i.ref(), i.part().word(), i.before(), i.after(), i.change())))
        .containsExactlyElementsOf(
            expected.list(
                "items",
                i ->
                    List.of(
                        i.at("ref").text(),
                        i.at("part").text(),
                        i.at("before").money(),
                        i.at("after").money(),
                        i.at("change").money())));
  }

  private static PipelineState state(GoldenCase state) {
    return new PipelineState(
        state.at("ref").text(),
        state.at("value").money(),
        state.at("percent").percent(),
        state.at("close").day(),
        state
            .maybe("state", s -> s.text().toUpperCase(Locale.ROOT))
            .map(PipelineState.Status::valueOf)
            .orElse(PipelineState.Status.OPEN));
  }

  private static Map<String, Money> figures(Movement.View view) {
    Map<String, Money> figures = new LinkedHashMap<>();
    figures.put("opening", view.opening());
    view.parts().forEach((part, amount) -> figures.put(part.word(), amount));
    figures.put("closing", view.closing());
    return figures;
  }

  private static Map<String, Money> figures(GoldenCase view) {
    Map<String, Money> figures = new LinkedHashMap<>();
    view.node().propertyNames().forEach(name -> figures.put(name, view.at(name).money()));
    return figures;
  }

  @ParameterizedTest
  @MethodSource("approvals")
  void approval(String name) {
    GoldenCase input = GoldenCase.input(name);
    WorksheetCase approved = WorksheetCase.of(input.at("approved").inItsCurrency());
    WorksheetCase now = WorksheetCase.of(input.at("now").inItsCurrency());
    Approval approval =
        Approval.of(
            input.at("by").text(),
            approved.worksheet().tally(),
            now.worksheet().tally(),
            now.policy().orElseThrow());
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(approval.holds()).isEqualTo(expected.at("holds").isTrue());
    assertThat(
            approval.reasons().stream()
                .map(
                    r ->
                        Texts.word(r.reason().rule())
                            + r.reason().line()
                            + r.reason().role()
                            + r.covered()))
        .containsExactlyElementsOf(
            expected.list(
                "reasons",
                r ->
                    r.at("rule").text()
                        + r.maybe("line", GoldenCase::text)
                        + r.at("role").text()
                        + r.at("covered").isTrue()));
  }
}
