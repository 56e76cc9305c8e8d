package firmtally.core.working;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.quantity;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.Some;
import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.Invoicing;
import firmtally.core.invoicing.OrderLine;
import firmtally.core.margin.Approval;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.pipeline.Funnel;
import firmtally.core.pipeline.Movement;
import firmtally.core.pipeline.PipelineState;
import firmtally.core.pipeline.StagePath;
import firmtally.core.receivables.LedgerItem;
import firmtally.core.receivables.Payment;
import firmtally.core.receivables.Settlement;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The words of workings of papers, charges, payments, stages and approvals. */
class WhatWorkingsOfMoneySayTest {
  private static final LocalDate DAY = LocalDate.of(2027, 6, 30);

  private static Map<String, Working> byFigure(List<Working> workings) {
    return workings.stream().collect(Collectors.toMap(Working::of, Function.identity()));
  }

  private static List<String> steps(Working working) {
    return working.steps().stream()
        .map(
            step ->
                step.subject()
                    + ": "
                    + step.outcome()
                    + step.inputs().stream()
                        .map(i -> " " + i.value())
                        .collect(Collectors.joining()))
        .toList();
  }

  private static String said(Working working) {
    return working.formula() + " = " + working.result().orElse("none");
  }

  @Test
  void papersNameTheShareTheDepositsAndThePapersBefore() {
    List<OrderLine> order =
        List.of(
            new OrderLine("s", quantity("3"), eur("100"), percent("19")),
            new OrderLine("b", quantity("2"), eur("10"), percent("7")));
    Ask.Portion one = new Ask.Portion("s", quantity("1"));
    List<Ask> asks =
        List.of(
            new Ask.PercentDeposit("D-1", percent("10")),
            new Ask.NetDeposit("D-2", eur("11")),
            new Ask.Part("I-1", List.of(one), true),
            new Ask.Part("I-2", List.of(one), true),
            new Ask.Credit("C-1", "I-1", Optional.of(List.of(one))),
            new Ask.Credit("C-2", "D-2", Optional.empty()),
            new Ask.Part("I-3", List.of(new Ask.Portion("b", quantity("1"))), false),
            new Ask.Credit("C-3", "I-3", Optional.empty()),
            new Ask.Rest("I-4", false),
            new Ask.Credit("C-4", "I-4", Optional.of(List.of(one))));
    Map<String, Working> said = byFigure(Invoicing.of(EUR, order, asks).workings(order, asks));
    assertThat(said(said.get("documents[0].taxes[1].base")))
        .isEqualTo("Σ net × percent/100 = 10.00");
    assertThat(said.get("documents[1].taxes[0].base").exact()).contains("110.0000 / 110.00");
    assertThat(steps(said.get("documents[2].deducted[0].base")))
        .containsExactly("deposit D-1: set-off 10.00", "deposit D-2: set-off 10.00");
    assertThat(steps(said.get("documents[2].taxes[0].base")))
        .containsExactly("line s: counts 33.33", "deposits: deducted 20.00");
    assertThat(said.get("documents[3].lines[0].net").formula()).startsWith("max(0, round(net");
    assertThat(steps(said.get("documents[3].lines[0].net")))
        .containsExactly("I-1: invoice 1 33.33");
    assertThat(said.get("documents[4].lines[0].net").formula()).startsWith("−(round(net");
    assertThat(said(said.get("documents[4].lines[0].quantity"))).isEqualTo("−quantity = -1");
    assertThat(said(said.get("documents[5].taxes[0].base")))
        .isEqualTo("−(what is left of D-2) = -1.00");
    assertThat(steps(said.get("documents[5].taxes[0].base")))
        .containsExactly("deposit D-2: charged 1.00");
    assertThat(said(said.get("documents[6].lines[0].quantity"))).isEqualTo("quantity = 1");
    assertThat(said(said.get("documents[7].lines[0].quantity")))
        .isEqualTo("−(ofQuantity − taken) = -1");
    assertThat(said(said.get("documents[8].lines[0].quantity")))
        .isEqualTo("ofQuantity − charged = 2");
    assertThat(steps(said.get("documents[8].lines[0].net")))
        .containsExactly("I-1: invoice 1 33.33", "I-2: invoice 1 33.34", "C-1: credit -1 -33.33");
    assertThat(steps(said.get("left[0].net"))).hasSize(5);
    assertThat(steps(said.get("deposits[0].base")))
        .containsExactly("D-1: deposit 1.00", "D-2: deposit 1.00", "C-2: credit -1.00");
    assertThat(steps(said.get("totals.charged"))).hasSize(10);
    assertThat(said)
        .containsKeys("totals.ordered", "totals.deposits", "totals.left", "documents[9].total");
  }

  @Test
  void chargesNameTheirPeriod() {
    RecurringAgreement agreement =
        new RecurringAgreement(
            "V",
            LocalDate.of(2027, 4, 1),
            12,
            Optional.of(LocalDate.of(2027, 8, 15)),
            true,
            List.of(
                new RecurringAgreement.ChargeLine("a", eur("276"), 3, percent("19")),
                new RecurringAgreement.ChargeLine("b", eur("0"), 3, percent("7"))));
    Map<String, Working> said =
        byFigure(
            ChargeCalendar.of(
                    EUR, LocalDate.of(2027, 4, 1), LocalDate.of(2027, 7, 31), List.of(agreement))
                .workings());
    assertThat(said(said.get("charges[0].net"))).isEqualTo("charge = 276.00");
    assertThat(steps(said.get("charges[0].net")))
        .containsExactly("period: whole 2027-04-01 2027-06-30 2027-04-01 3");
    assertThat(said(said.get("charges[2].net")))
        .isEqualTo("charge × days run / days of the period = 138.00");
    assertThat(steps(said.get("charges[2].net")))
        .containsExactly("period: cut 2027-07-01 2027-09-30 2027-04-01 3");
    assertThat(steps(said.get("invoices[1].taxes[1].base")))
        .containsExactly("line a of V: counts 2027-07-01 138.00");
    assertThat(said(said.get("months[1].net")))
        .isEqualTo("Σ net of the charges on days of the month = 0.00");
    assertThat(steps(said.get("months[3].net"))).hasSize(2);
    assertThat(said).containsKeys("invoices[0].net", "invoices[0].tax", "invoices[1].total");
  }

  private static LedgerItem item(String ref, int month, int day, String total, String of) {
    LocalDate on = LocalDate.of(2027, month, day);
    return new LedgerItem(
        ref, on, of == null ? on.plusDays(30) : on, eur(total), Optional.ofNullable(of));
  }

  @Test
  void settlementsSayWhatWentWhereAndWhy() {
    Settlement settlement =
        Settlement.of(
            EUR,
            DAY,
            List.of(
                item("I-1", 1, 10, "100", null),
                item("I-2", 1, 20, "50", null),
                item("I-3", 6, 10, "9", null),
                item("C-1", 2, 1, "-10", "I-1")),
            List.of(
                new Payment("P-1", LocalDate.of(2027, 3, 1), eur("120"), List.of("I-2")),
                new Payment("P-2", LocalDate.of(2027, 1, 1), eur("20"), List.of())));
    Map<String, Working> said = byFigure(settlement.workings(DAY));
    assertThat(steps(said.get("items[0].balance")))
        .containsExactly(
            "note C-1: credit 2027-02-01 10.00",
            "payment P-2: oldest 2027-01-01 20.00",
            "payment P-1: oldest 2027-03-01 70.00");
    assertThat(said(said.get("items[0].balance"))).isEqualTo("total − Σ applied = 0.00");
    assertThat(said(said.get("items[0].settledOn"))).endsWith("= 2027-03-01");
    assertThat(said(said.get("items[0].daysLate"))).isEqualTo("settledOn − due = 20");
    assertThat(said).doesNotContainKey("items[2].settledOn");
    assertThat(said(said.get("items[3].balance"))).isEqualTo("total + Σ set off = 0.00");
    assertThat(steps(said.get("items[3].balance")))
        .containsExactly("invoice I-1: credit 2027-02-01 10.00");
    assertThat(steps(said.get("payments[0].applied[0].amount")))
        .containsExactly("invoice I-2: named");
    assertThat(steps(said.get("payments[0].applied[1].amount")))
        .containsExactly("invoice I-1: oldest");
    assertThat(said(said.get("payments[1].unapplied"))).isEqualTo("amount − Σ applied = 0.00");
    assertThat(steps(said.get("totals.overdue")))
        .containsExactly("I-1: counts 0.00", "I-2: counts 0.00");
    assertThat(said(said.get("totals.owed"))).isEqualTo("balance − unapplied = 9.00");
    assertThat(said).containsKeys("totals.balance", "totals.unapplied");
    assertThat(said(said.get("habit.daysLate"))).isEqualTo("Σ daysLate / settled = 15.0");
    assertThat(steps(said.get("habit.daysLate")))
        .containsExactly("I-1: counts 20", "I-2: counts 10");
    Settlement none = Settlement.of(EUR, DAY, List.of(), List.of());
    assertThat(byFigure(none.workings(DAY)).get("habit.daysLate").result()).isEmpty();
  }

  private static StagePath path(String ref, int days, boolean won) {
    LocalDate on = LocalDate.of(2027, 1, 1);
    return new StagePath(
        ref,
        List.of(new StagePath.Move(on, "a"), new StagePath.Move(on.plusDays(days), "b")),
        Optional.of(new StagePath.Close(on.plusDays(days), won)));
  }

  @Test
  void funnelsNameTheVisitsBehindAMedian() {
    List<StagePath> paths =
        List.of(path("O-1", 9, true), path("O-2", 3, false), path("O-3", 4, false));
    Map<String, Working> said =
        byFigure(Funnel.of(List.of("a", "b"), DAY, paths).workings(DAY, paths));
    assertThat(steps(said.get("stages[0].medianDays")))
        .containsExactly(
            "O-2: counts 2027-01-01 2027-01-04 3",
            "O-3: middle 2027-01-01 2027-01-05 4",
            "O-1: counts 2027-01-01 2027-01-10 9");
    assertThat(said(said.get("stages[0].conversion"))).isEqualTo("reachedNext / reached = 100.00");
    assertThat(said(said.get("stages[1].conversion"))).isEqualTo("won / reached = 33.33");
    assertThat(said.get("stages[0].openDays").result()).isEmpty();
    assertThat(said(said.get("totals.cycleDays"))).endsWith("= 9.0");
    assertThat(said(said.get("totals.winRate"))).isEqualTo("won / closed = 33.33");
  }

  private static PipelineState state(String value, int month, PipelineState.Status status) {
    return new PipelineState("O", eur(value), percent("50"), LocalDate.of(2027, month, 1), status);
  }

  @Test
  void movementsSayWhatEachOpportunityMoved() {
    Movement.Period june = new Movement.Period(LocalDate.of(2027, 6, 1), DAY);
    List<PipelineState> before = List.of(state("100", 6, PipelineState.Status.OPEN));
    List<PipelineState> after = List.of(state("140", 7, PipelineState.Status.OPEN));
    Map<String, Working> said =
        byFigure(Movement.of(EUR, june, before, after).workings(june, before, after));
    assertThat(said(said.get("weighted.movedOut"))).isEqualTo("Σ −b = -50.00");
    assertThat(steps(said.get("weighted.movedOut"))).containsExactly("O: movedOut -50.00");
    assertThat(said(said.get("weighted.value")))
        .isEqualTo("Σ round((value₂ − value₁) × percent₁/100) = 0.00");
    assertThat(said(said.get("plain.value"))).isEqualTo("Σ (value₂ − value₁) = 0.00");
    assertThat(said(said.get("items[0].before"))).isEqualTo("value × percent/100 = 50.00");
    assertThat(said(said.get("items[0].after")))
        .isEqualTo("0 when it is not open in the period = 0.00");
    assertThat(steps(said.get("items[0].after"))).containsExactly("O: outside 2027-07-01");
    assertThat(steps(said.get("items[0].change"))).containsExactly("O: movedOut -50.00");
    List<PipelineState> won = List.of(state("140", 6, PipelineState.Status.WON));
    Map<String, Working> then =
        byFigure(Movement.of(EUR, june, before, won).workings(june, before, won));
    assertThat(steps(then.get("wonAmount"))).containsExactly("O: won 140.00");
    assertThat(steps(then.get("items[0].after"))).isEmpty();
  }

  @Test
  void approvalsNameTheFigureThatCovers() {
    SignOffPolicy policy =
        new SignOffPolicy(
            "rep",
            List.of(
                new SignOffPolicy.Level("rep", percent("10")),
                new SignOffPolicy.Level("manager", percent("20")),
                new SignOffPolicy.Level("director", Percent.HUNDRED)),
            List.of(),
            Optional.empty(),
            Optional.empty(),
            List.of(new SignOffPolicy.AmountRole(eur("50"), "manager")));
    Map<String, Working> said =
        byFigure(Approval.of("manager", tally("15"), tally("14"), policy).workings("manager"));
    assertThat(steps(said.get("reasons[0].covered")))
        .containsExactly(
            "role: may manager manager", "approved: covers 15.00 100.00", "now: asks 14.00 100.00");
    assertThat(steps(said.get("reasons[1].covered")))
        .containsExactly(
            "role: may manager manager", "approved: does-not-cover 85.00", "now: asks 86.00");
    assertThat(said.get("reasons[1].covered").formula()).contains("contract approved ≥ now");
    assertThat(said(said.get("holds"))).isEqualTo("all reasons are covered = false");
    assertThat(steps(said.get("holds")))
        .containsExactly("reason 1: covered", "reason 2: not-covered");
    Tally none = Some.sheet().tally();
    Map<String, Working> nothing =
        byFigure(Approval.of("rep", none, tally("14"), policy).workings("rep"));
    assertThat(steps(nothing.get("reasons[0].covered")))
        .startsWith("role: may-not rep manager", "approved: no-such-line");
  }

  private static Tally tally(String discount) {
    return Some.sheet(
            Some.line("1", Some.product("P", "bench", "100", "50"), "1")
                .on(new Terms.Discount(percent(discount))))
        .tally();
  }
}
