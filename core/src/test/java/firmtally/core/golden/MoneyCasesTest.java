package firmtally.core.golden;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.Invoicing;
import firmtally.core.invoicing.OrderLine;
import firmtally.core.invoicing.Paper;
import firmtally.core.money.TaxedSum;
import firmtally.core.money.Texts;
import firmtally.core.receivables.LedgerItem;
import firmtally.core.receivables.Payment;
import firmtally.core.receivables.Settlement;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.RecurringAgreement;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The worked cases of invoicing, charges and settlement through the core's own types. Their results
 * were given with the contract.
 */
class MoneyCasesTest {
  static Stream<String> invoicings() {
    return GoldenCase.names("invoicing");
  }

  static Stream<String> charges() {
    return GoldenCase.names("charges");
  }

  static Stream<String> settlements() {
    return GoldenCase.names("settlement");
  }

  @ParameterizedTest
  @MethodSource("invoicings")
  void invoicing(String name) {
    GoldenCase input = GoldenCase.input(name);
    Invoicing invoicing =
        Invoicing.of(
            input.currency(),
            input.list("lines", MoneyCasesTest::orderLine),
            input.list("asks", MoneyCasesTest::ask));
    GoldenCase expected = GoldenCase.expected(name);
    List<GoldenCase> documents = expected.at("documents").items();
    assertThat(invoicing.papers()).hasSameSizeAs(documents);
    for (int i = 0; i < documents.size(); i++) {
      paper(invoicing.papers().get(i), documents.get(i));
    }
    assertThat(invoicing.left().stream().map(l -> row(l.line().id(), l.quantity(), l.net())))
        .containsExactlyElementsOf(expected.list("left", MoneyCasesTest::row));
    assertThat(invoicing.deposits())
        .isEqualTo(
            expected.list(
                "deposits",
                d -> new Invoicing.OpenDeposit(d.at("percent").percent(), d.at("base").money())));
    GoldenCase totals = expected.at("totals");
    assertThat(invoicing.totals())
        .isEqualTo(
            new Invoicing.Totals(
                totals.at("ordered").money(),
                totals.at("charged").money(),
                totals.at("deposits").money(),
                totals.at("left").money()));
  }

  private static OrderLine orderLine(GoldenCase line) {
    return new OrderLine(
        line.at("id").text(),
        line.at("quantity").quantity(),
        line.at("net").money(),
        line.at("taxPercent").percent());
  }

  private static Ask ask(GoldenCase ask) {
    String ref = ask.at("ref").text();
    boolean deduct = ask.at("deduct").isTrue();
    if (ask.has("part")) {
      return new Ask.Part(ref, ask.at("part").list("lines", MoneyCasesTest::portion), deduct);
    } else if (ask.has("rest")) {
      return new Ask.Rest(ref, deduct);
    } else if (ask.has("credit")) {
      return new Ask.Credit(
          ref,
          ask.at("credit").at("of").text(),
          ask.at("credit")
              .maybe("lines", l -> l.items().stream().map(MoneyCasesTest::portion).toList()));
    } else if (ask.at("deposit").has("percent")) {
      return new Ask.PercentDeposit(ref, ask.at("deposit").at("percent").percent());
    }
    return new Ask.NetDeposit(ref, ask.at("deposit").at("net").money());
  }

  private static Ask.Portion portion(GoldenCase portion) {
    return new Ask.Portion(portion.at("line").text(), portion.at("quantity").quantity());
  }

  private static void paper(Paper paper, GoldenCase expected) {
    assertThat(paper.ref()).isEqualTo(expected.at("ref").text());
    assertThat(Texts.word(paper.kind())).isEqualTo(expected.at("kind").text());
    assertThat(paper.lines().stream().map(l -> row(l.line().id(), l.quantity(), l.net())))
        .containsExactlyElementsOf(expected.list("lines", MoneyCasesTest::row));
    assertThat(paper.deducted().stream().map(d -> List.of(d.percent(), d.base())))
        .containsExactlyElementsOf(
            expected.list(
                "deducted", d -> List.of(d.at("percent").percent(), d.at("base").money())));
    sum(paper.sum(), expected);
  }

  private static String row(Object line, BigDecimal quantity, Object net) {
    return line + " " + quantity.stripTrailingZeros().toPlainString() + " " + net;
  }

  private static String row(GoldenCase line) {
    return row(line.at("line").text(), line.at("quantity").number(), line.at("net").money());
  }

  private static void sum(TaxedSum sum, GoldenCase expected) {
    assertThat(sum)
        .isEqualTo(
            new TaxedSum(
                expected.list(
                    "taxes",
                    t ->
                        new TaxedSum.TaxLine(
                            t.at("percent").percent(), t.at("base").money(), t.at("tax").money())),
                expected.at("net").money(),
                expected.at("tax").money(),
                expected.at("total").money()));
  }

  @ParameterizedTest
  @MethodSource("charges")
  void charges(String name) {
    GoldenCase input = GoldenCase.input(name);
    ChargeCalendar calendar =
        ChargeCalendar.of(
            input.currency(),
            input.at("from").day(),
            input.at("to").day(),
            input.list("agreements", MoneyCasesTest::agreement));
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(
            calendar.charges().stream()
                .map(
                    c ->
                        List.<Object>of(
                            c.on(), c.agreement().ref(), c.line().id(), c.from(), c.to(), c.net())))
        .containsExactlyElementsOf(
            expected.list(
                "charges",
                c ->
                    List.<Object>of(
                        c.at("on").day(),
                        c.at("agreement").text(),
                        c.at("line").text(),
                        c.at("from").day(),
                        c.at("to").day(),
                        c.at("net").money())));
    List<GoldenCase> invoices = expected.at("invoices").items();
    assertThat(calendar.invoices()).hasSameSizeAs(invoices);
    for (int i = 0; i < invoices.size(); i++) {
      assertThat(calendar.invoices().get(i).on()).isEqualTo(invoices.get(i).at("on").day());
      assertThat(calendar.invoices().get(i).agreement())
          .isEqualTo(invoices.get(i).at("agreement").text());
      sum(calendar.invoices().get(i).sum(), invoices.get(i));
    }
    assertThat(calendar.months().stream().map(m -> m.month() + " " + m.net()))
        .containsExactlyElementsOf(
            expected.list("months", m -> m.at("month").text() + " " + m.at("net").money()));
  }

  private static RecurringAgreement agreement(GoldenCase agreement) {
    return new RecurringAgreement(
        agreement.at("ref").text(),
        agreement.at("start").day(),
        agreement.at("termMonths").whole(),
        agreement.maybe("endsOn", GoldenCase::day),
        agreement.maybe("inAdvance", GoldenCase::isTrue).orElse(true),
        agreement.list(
            "lines",
            l ->
                new RecurringAgreement.ChargeLine(
                    l.at("id").text(),
                    l.at("charge").money(),
                    l.at("everyMonths").whole(),
                    l.at("taxPercent").percent())));
  }

  @ParameterizedTest
  @MethodSource("settlements")
  void settlement(String name) {
    GoldenCase input = GoldenCase.input(name);
    LocalDate asOf = input.at("asOf").day();
    Settlement settlement =
        Settlement.of(
            input.currency(),
            asOf,
            input.list("items", MoneyCasesTest::item),
            input.list("payments", MoneyCasesTest::payment));
    GoldenCase expected = GoldenCase.expected(name);
    assertThat(
            settlement.items().stream()
                .map(i -> i.item().ref() + " " + i.balance() + " " + i.settledOn() + i.daysLate()))
        .containsExactlyElementsOf(
            expected.list(
                "items",
                i ->
                    i.at("ref").text()
                        + " "
                        + i.at("balance").money()
                        + " "
                        + i.maybe("settledOn", GoldenCase::day)
                        + i.maybe("daysLate", GoldenCase::whole)));
    assertThat(
            settlement.payments().stream()
                .map(
                    p ->
                        p.payment().ref()
                            + p.applied().stream().map(a -> a.invoice() + a.amount()).toList()
                            + p.unapplied()))
        .containsExactlyElementsOf(
            expected.list(
                "payments",
                p ->
                    p.at("ref").text()
                        + p.list("applied", a -> a.at("item").text() + a.at("amount").money())
                        + p.at("unapplied").money()));
    GoldenCase totals = expected.at("totals");
    assertThat(settlement.totals())
        .isEqualTo(
            new Settlement.Totals(
                totals.at("balance").money(),
                totals.at("overdue").money(),
                totals.at("unapplied").money(),
                totals.at("owed").money()));
    assertThat(settlement.habit().settled()).isEqualTo(expected.at("habit").at("settled").whole());
    assertThat(settlement.habit().daysLate().map(d -> d.toPlainString()))
        .isEqualTo(expected.at("habit").maybe("daysLate", GoldenCase::text));
  }

  private static LedgerItem item(GoldenCase item) {
    return new LedgerItem(
        item.at("ref").text(),
        item.at("on").day(),
        item.at("due").day(),
        item.at("total").money(),
        item.maybe("of", GoldenCase::text));
  }

  private static Payment payment(GoldenCase payment) {
    return new Payment(
        payment.at("ref").text(),
        payment.at("on").day(),
        payment.at("amount").money(),
        payment.list("for", GoldenCase::text));
  }
}
