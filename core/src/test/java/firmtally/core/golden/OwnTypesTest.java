package firmtally.core.golden;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.margin.Landing;
import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.Room;
import firmtally.core.margin.SignOff;
import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import firmtally.core.money.Texts;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.pipeline.ClosedOpportunity;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.Outlook;
import firmtally.core.pipeline.StageHistory;
import firmtally.core.pipeline.StageOdds;
import firmtally.core.pricing.PriceRule;
import firmtally.core.renewal.NextTerm;
import firmtally.core.renewal.RecurringBridge;
import firmtally.core.renewal.RecurringStream;
import firmtally.core.renewal.RunningTerm;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Totals;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The worked cases of the contract through the core's own types. Their results were given with the
 * contract.
 */
class OwnTypesTest {
  static Stream<String> worksheets() {
    return GoldenCase.names("worksheet");
  }

  static Stream<String> credits() {
    return GoldenCase.names("credit");
  }

  static Stream<String> odds() {
    return GoldenCase.names("odds");
  }

  static Stream<String> outlooks() {
    return GoldenCase.names("outlook");
  }

  static Stream<String> renewals() {
    return GoldenCase.names("renewals");
  }

  static Stream<String> bridges() {
    return GoldenCase.names("bridge");
  }

  static Stream<String> variances() {
    return GoldenCase.names("variance");
  }

  @ParameterizedTest
  @MethodSource("worksheets")
  void worksheet(String name) {
    WorksheetCase asked = WorksheetCase.of(GoldenCase.input(name));
    MarginCheck check = MarginCheck.of(asked.worksheet(), asked.policy(), asked.target());
    GoldenCase expected = GoldenCase.expected(name);
    List<GoldenCase> lines = expected.at("lines").items();
    assertThat(check.tally().lines()).hasSameSizeAs(lines);
    for (int i = 0; i < lines.size(); i++) {
      line(check.tally().lines().get(i), lines.get(i));
    }
    totals(check.tally().totals(), expected.at("totals"));
    assertThat(check.signOff().isPresent()).isEqualTo(expected.has("signOff"));
    check.signOff().ifPresent(s -> signOff(s, expected.at("signOff")));
    assertThat(check.room().isPresent()).isEqualTo(expected.has("room"));
    check.room().ifPresent(r -> room(r, expected.at("room")));
    assertThat(check.landing().isPresent()).isEqualTo(expected.has("landing"));
    check.landing().ifPresent(l -> landing(l, expected.at("landing")));
  }

  private static void line(LineTally line, GoldenCase expected) {
    assertThat(line.line().id()).isEqualTo(expected.at("id").text());
    assertThat(line.line().counted()).isEqualTo(expected.at("counted").isTrue());
    assertThat(line.line().item().listPrice()).isEqualTo(expected.at("listUnit").unitPrice());
    assertThat(line.price().unitPrice()).isEqualTo(expected.at("unitPrice").unitPrice());
    assertThat(line.price().from().map(PriceRule::id))
        .isEqualTo(expected.maybe("priceFrom", GoldenCase::text));
    money(line.gross(), expected, "gross");
    money(line.discount(), expected, "discount");
    money(line.net(), expected, "net");
    money(line.documentShare(), expected, "documentShare");
    money(line.finalAmount(), expected, "final");
    percent(line.discountPercent(), expected, "discountPercent");
    money(line.cost(), expected, "cost");
    money(line.margin(), expected, "margin");
    percent(line.marginPercent(), expected, "marginPercent");
    assertThat(line.line().periods()).isEqualTo(expected.at("periods").whole());
    assertThat(line.monthly()).isEqualTo(expected.maybe("monthly", GoldenCase::money));
  }

  private static void totals(Totals totals, GoldenCase expected) {
    money(totals.list(), expected, "list");
    money(totals.contract(), expected, "contract");
    money(totals.given(), expected, "given");
    money(totals.cost(), expected, "cost");
    money(totals.margin(), expected, "margin");
    percent(totals.marginPercent(), expected, "marginPercent");
    percent(totals.markupPercent(), expected, "markupPercent");
    money(totals.oneOff(), expected, "oneOff");
    money(totals.recurringMonthly(), expected, "recurringMonthly");
    money(totals.recurringYearly(), expected, "recurringYearly");
    assertThat(totals.weighted()).isEqualTo(expected.maybe("weighted", GoldenCase::money));
    GoldenCase invoice = expected.at("firstInvoice");
    money(totals.firstInvoice().net(), invoice, "net");
    money(totals.firstInvoice().tax(), invoice, "tax");
    money(totals.firstInvoice().total(), invoice, "total");
    assertThat(totals.firstInvoice().taxes())
        .isEqualTo(
            invoice.list(
                "taxes",
                t ->
                    new TaxedSum.TaxLine(
                        t.at("percent").percent(), t.at("base").money(), t.at("tax").money())));
  }

  private static void signOff(SignOff signOff, GoldenCase expected) {
    assertThat(signOff.needed()).isEqualTo(expected.at("needed").isTrue());
    assertThat(signOff.role()).isEqualTo(expected.maybe("role", GoldenCase::text));
    assertThat(signOff.reasons().stream().map(r -> Texts.word(r.rule())).toList())
        .isEqualTo(expected.list("reasons", r -> r.at("rule").text()));
    assertThat(signOff.reasons().stream().map(SignOff.Reason::line).toList())
        .isEqualTo(expected.list("reasons", r -> r.maybe("line", GoldenCase::text)));
    assertThat(signOff.reasons().stream().map(SignOff.Reason::role).toList())
        .isEqualTo(expected.list("reasons", r -> r.at("role").text()));
  }

  private static void room(Room room, GoldenCase expected) {
    percent(room.floorPercent(), expected, "floorPercent");
    assertThat(room.floorAmount()).isEqualTo(expected.maybe("floorAmount", GoldenCase::money));
    percent(room.authorityPercent(), expected, "authorityPercent");
  }

  private static void landing(Landing landing, GoldenCase expected) {
    money(landing.documentDiscount(), expected, "documentDiscount");
    assertThat(landing.feasible()).isEqualTo(expected.at("feasible").isTrue());
    assertThat(landing.contract()).isEqualTo(expected.maybe("contract", GoldenCase::money));
    percent(landing.marginPercent(), expected, "marginPercent");
  }

  @ParameterizedTest
  @MethodSource("credits")
  void credit(String name) {
    GoldenCase input = GoldenCase.input(name);
    CreditCheck check =
        CreditCheck.of(
            new CreditFile(
                input.currency(),
                input.at("asOf").day(),
                input.at("stopped").isTrue(),
                input.list(
                    "limits",
                    l -> new CreditFile.Limit(l.at("from").day(), l.at("amount").money())),
                input.list(
                    "openItems",
                    o ->
                        new CreditFile.OpenItem(
                            o.at("ref").text(), o.at("balance").money(), o.at("due").day())),
                input.list(
                    "orders",
                    o ->
                        new CreditFile.OpenOrder(
                            o.at("ref").text(), o.at("balance").money(), o.at("invoiceOn").day())),
                input.at("termsDays").whole(),
                input.at("lateDays").whole(),
                input.at("graceDays").whole(),
                input.at("overdueAllowed").money(),
                input.at("watchPercent").percent(),
                input.maybe(
                    "document",
                    d ->
                        new CreditFile.Document(
                            d.at("total").money(), d.maybe("deposit", GoldenCase::money)))));
    GoldenCase expected = GoldenCase.expected(name);
    money(check.limit(), expected, "limit");
    money(check.exposure(), expected, "exposure");
    money(check.headroom(), expected, "headroom");
    money(check.asked(), expected, "asked");
    money(check.headroomAfter(), expected, "headroomAfter");
    money(check.overdue(), expected, "overdue");
    assertThat(check.oldestOverdueDays()).isEqualTo(expected.at("oldestOverdueDays").whole());
    assertThat(Texts.word(check.verdict())).isEqualTo(expected.at("verdict").text());
    assertThat(check.reasons().stream().map(Texts::word).toList())
        .isEqualTo(expected.list("reasons", GoldenCase::text));
    assertThat(check.earliestClear()).isEqualTo(expected.maybe("earliestClear", GoldenCase::day));
    assertThat(check.timeline())
        .isEqualTo(
            expected.list(
                "timeline",
                d ->
                    new CreditCheck.Day(
                        d.at("date").day(), d.at("limit").money(), d.at("exposure").money())));
  }

  @ParameterizedTest
  @MethodSource("odds")
  void stageHistory(String name) {
    GoldenCase input = GoldenCase.input(name);
    BigInteger pseudo =
        input.maybe("pseudo", p -> p.number().toBigInteger()).orElse(StageHistory.USUAL_PSEUDO);
    List<StageHistory> history =
        StageHistory.of(
            input.list("stages", s -> new StageOdds(s.at("id").text(), s.at("percent").percent())),
            input.list(
                "closed", c -> new ClosedOpportunity(c.at("reached").text(), c.at("won").isTrue())),
            pseudo);
    assertThat(history)
        .isEqualTo(
            GoldenCase.expected(name)
                .list(
                    "stages",
                    s ->
                        new StageHistory(
                            new StageOdds(s.at("id").text(), s.at("percent").percent()),
                            s.at("entered").whole(),
                            s.at("won").whole(),
                            s.maybe("observed", GoldenCase::percent),
                            s.maybe("low", GoldenCase::percent),
                            s.maybe("high", GoldenCase::percent),
                            s.maybe("adjusted", GoldenCase::percent))));
  }

  @ParameterizedTest
  @MethodSource("outlooks")
  void outlook(String name) {
    GoldenCase input = GoldenCase.input(name);
    Outlook outlook =
        Outlook.of(
            input.currency(),
            input.maybe("goal", GoldenCase::money),
            input.at("won").money(),
            input.list(
                "open",
                o ->
                    new OpenOpportunity(
                        o.at("ref").text(), o.at("value").money(), o.at("percent").percent())));
    GoldenCase expected = GoldenCase.expected(name);
    money(outlook.expected(), expected, "expected");
    money(outlook.best(), expected, "best");
    assertThat(outlook.gap()).isEqualTo(expected.maybe("gap", GoldenCase::money));
    assertThat(outlook.deviation().getAmount())
        .isEqualByComparingTo(expected.at("deviation").number());
    near(outlook.low().getAmount(), expected, "low");
    near(outlook.middle().getAmount(), expected, "middle");
    near(outlook.high().getAmount(), expected, "high");
    assertThat(outlook.goalPercent().isPresent()).isEqualTo(expected.has("goalPercent"));
    outlook.goalPercent().ifPresent(p -> near(p.value(), expected, "goalPercent"));
    assertThat(outlook.closers().map(c -> c.stream().map(OpenOpportunity::ref).toList()))
        .isEqualTo(
            expected.maybe("closers", c -> c.items().stream().map(GoldenCase::text).toList()));
  }

  private static void near(BigDecimal actual, GoldenCase expected, String field) {
    BigDecimal within = expected.maybe("within", w -> w.at(field).number()).orElse(BigDecimal.ZERO);
    assertThat(actual.subtract(expected.at(field).number()).abs())
        .as(field)
        .isLessThanOrEqualTo(within);
  }

  @ParameterizedTest
  @MethodSource("renewals")
  void renewal(String name) {
    List<GoldenCase> expected = GoldenCase.expected(name).at("agreements").items();
    List<GoldenCase> agreements = GoldenCase.input(name).at("agreements").items();
    assertThat(agreements).hasSameSizeAs(expected);
    for (int i = 0; i < agreements.size(); i++) {
      renewal(term(agreements.get(i)).next(), expected.get(i));
    }
  }

  private static RunningTerm term(GoldenCase agreement) {
    return new RunningTerm(
        agreement.currency(),
        agreement.at("start").day(),
        agreement.at("termMonths").whole(),
        agreement.maybe("noticeMonths", GoldenCase::whole).orElse(1),
        agreement.maybe("upliftPercent", GoldenCase::percent).orElse(Percent.ZERO),
        agreement.list(
            "lines",
            l ->
                new RunningTerm.PlanLine(
                    l.at("id").text(),
                    l.at("quantity").quantity(),
                    l.at("unitNet").unitPrice(),
                    l.at("everyMonths").whole())));
  }

  private static void renewal(NextTerm next, GoldenCase expected) {
    assertThat(List.of(next.end(), next.renewalStart(), next.callOn()))
        .isEqualTo(
            Stream.of("end", "renewalStart", "callOn")
                .map(field -> expected.at(field).day())
                .map(LocalDate.class::cast)
                .toList());
    money(next.before(), expected, "before");
    money(next.value(), expected, "value");
    money(next.change(), expected, "change");
    money(next.monthly(), expected, "monthly");
    List<GoldenCase> lines = expected.at("lines").items();
    assertThat(next.lines()).hasSameSizeAs(lines);
    for (int i = 0; i < lines.size(); i++) {
      assertThat(next.lines().get(i).line().id()).isEqualTo(lines.get(i).at("id").text());
      assertThat(next.lines().get(i).unitNet()).isEqualTo(lines.get(i).at("unitNet").unitPrice());
      money(next.lines().get(i).charge(), lines.get(i), "charge");
    }
  }

  @ParameterizedTest
  @MethodSource("bridges")
  void bridge(String name) {
    GoldenCase input = GoldenCase.input(name);
    RecurringBridge bridge =
        RecurringBridge.of(
            input.currency(),
            YearMonth.parse(input.at("from").text()),
            YearMonth.parse(input.at("to").text()),
            input.list(
                "streams",
                s ->
                    new RecurringStream(
                        s.at("account").text(),
                        s.at("monthly").money(),
                        s.at("from").day(),
                        s.maybe("to", GoldenCase::day))));
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(bridge.months())
        .isEqualTo(
            expected.list(
                "months",
                m ->
                    new RecurringBridge.Month(
                        YearMonth.parse(m.at("month").text()),
                        m.at("opening").money(),
                        m.at("new").money(),
                        m.at("wonBack").money(),
                        m.at("expansion").money(),
                        m.at("contraction").money(),
                        m.at("lost").money(),
                        m.at("closing").money())));
    percent(bridge.retention().net(), expected.at("retention"), "net");
    percent(bridge.retention().gross(), expected.at("retention"), "gross");
  }

  @ParameterizedTest
  @MethodSource("variances")
  void variance(String name) {
    GoldenCase input = GoldenCase.input(name);
    Variance variance =
        Variance.of(
            input.currency(),
            input.list("before", OwnTypesTest::varianceLine),
            input.list("after", OwnTypesTest::varianceLine));
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(variance.lines())
        .isEqualTo(expected.list("lines", l -> new Variance.Line(l.at("key").text(), parts(l))));
    variance
        .lines()
        .forEach(
            line ->
                assertThat(line.parts().change())
                    .isEqualTo(
                        expected.at("lines").items().stream()
                            .filter(l -> l.at("key").text().equals(line.key()))
                            .map(l -> l.at("change").money())
                            .findFirst()
                            .orElseThrow()));
    assertThat(variance.totals()).isEqualTo(parts(expected.at("totals")));
    money(variance.before(), expected.at("totals"), "before");
    money(variance.after(), expected.at("totals"), "after");
    money(variance.totals().change(), expected.at("totals"), "change");
  }

  private static VarianceLine varianceLine(GoldenCase line) {
    return new VarianceLine(
        line.at("key").text(),
        line.at("quantity").quantity(),
        line.at("unitPrice").unitPrice(),
        line.at("final").money());
  }

  private static Variance.Parts parts(GoldenCase line) {
    return new Variance.Parts(
        line.at("quantity").money(),
        line.at("price").money(),
        line.at("discount").money(),
        line.at("added").money(),
        line.at("removed").money());
  }

  private static void money(Money actual, GoldenCase expected, String field) {
    assertThat(actual).as(field).isEqualTo(expected.at(field).money());
  }

  private static void percent(Optional<Percent> actual, GoldenCase expected, String field) {
    assertThat(actual).as(field).isEqualTo(expected.maybe(field, GoldenCase::percent));
  }
}
