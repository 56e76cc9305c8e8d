package firmtally.core.receivables;

import firmtally.core.money.Texts;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.Money;

/** The workings of a settlement. */
final class SettlementWorkings {
  private final Settlement settlement;
  private final LocalDate asOf;
  private final Money zero;
  private final Map<String, LocalDate> days = new HashMap<>();
  private final List<Working> workings = new ArrayList<>();

  private SettlementWorkings(Settlement settlement, LocalDate asOf) {
    this.settlement = settlement;
    this.asOf = asOf;
    this.zero = Money.zero(settlement.totals().balance().getCurrencyUnit());
    settlement.items().forEach(item -> days.put("note " + item.item().ref(), item.item().on()));
    settlement.payments().forEach(p -> days.put("payment " + p.payment().ref(), p.payment().on()));
  }

  static List<Working> of(Settlement settlement, LocalDate asOf) {
    SettlementWorkings all = new SettlementWorkings(settlement, asOf);
    for (int i = 0; i < settlement.items().size(); i++) {
      all.item("items[" + i + "].", settlement.items().get(i));
    }
    for (int i = 0; i < settlement.payments().size(); i++) {
      all.payment("payments[" + i + "].", settlement.payments().get(i));
    }
    all.totals();
    all.habit();
    return List.copyOf(all.workings);
  }

  private void item(String at, Settlement.ItemState state) {
    LedgerItem item = state.item();
    Input total = Input.of("total", item.total());
    Money balance = item.total();
    List<Step> steps = new ArrayList<>();
    LocalDate last = item.on();
    for (Settlement.Applied applied : state.applied()) {
      balance = item.isInvoice() ? balance.minus(applied.amount()) : balance.plus(applied.amount());
      LocalDate on = day(applied);
      last = on;
      steps.add(
          Step.of(
              item.isInvoice() ? source(applied) : "invoice " + applied.invoice(),
              Texts.word(applied.kind()),
              Input.of("on", on),
              Input.of("amount", applied.amount())));
    }
    workings.add(
        Working.of(
                at + "balance", item.isInvoice() ? "total − Σ applied" : "total + Σ set off", total)
            .steps(steps)
            .exactly(balance));
    if (state.settledOn().isPresent()) {
      LocalDate settled = last.isAfter(item.on()) ? last : item.on();
      workings.add(
          Working.of(
                  at + "settledOn",
                  "the later of on and the day that brought the balance to 0",
                  Input.of("on", item.on()),
                  Input.of("settledBy", last))
              .exactly(settled.toString()));
      workings.add(
          Working.of(
                  at + "daysLate",
                  "settledOn − due",
                  Input.of("settledOn", settled),
                  Input.of("due", item.due()))
              .exactly(String.valueOf(settled.toEpochDay() - item.due().toEpochDay())));
    }
  }

  private void payment(String at, Settlement.PaymentState state) {
    Money left = state.payment().amount();
    for (int j = 0; j < state.applied().size(); j++) {
      Settlement.Applied applied = state.applied().get(j);
      Money balance = left;
      left = left.minus(applied.amount());
      workings.add(
          Working.of(
                  at + "applied[" + j + "].amount",
                  "min(left of the payment, balance of the invoice)",
                  Input.of("left", balance))
              .step(Step.of("invoice " + applied.invoice(), Texts.word(applied.kind())))
              .exactly(applied.amount()));
    }
    workings.add(
        Working.of(
                at + "unapplied",
                "amount − Σ applied",
                Input.of("amount", state.payment().amount()))
            .exactly(left));
  }

  private void totals() {
    Money balance = zero;
    Money overdue = zero;
    List<Step> balances = new ArrayList<>();
    List<Step> late = new ArrayList<>();
    for (Settlement.ItemState state : settlement.items()) {
      Step step = Step.of(state.item().ref(), "counts", Input.of("balance", state.balance()));
      balance = balance.plus(state.balance());
      balances.add(step);
      if (state.item().isInvoice() && state.item().due().isBefore(asOf)) {
        overdue = overdue.plus(state.balance());
        late.add(step);
      }
    }
    Money unapplied = zero;
    List<Step> payments = new ArrayList<>();
    for (Settlement.PaymentState state : settlement.payments()) {
      unapplied = unapplied.plus(state.unapplied());
      payments.add(
          Step.of(state.payment().ref(), "counts", Input.of("unapplied", state.unapplied())));
    }
    workings.add(Working.of("totals.balance", "Σ balance").steps(balances).exactly(balance));
    workings.add(
        Working.of(
                "totals.overdue",
                "Σ balance of the invoices due before asOf",
                Input.of("asOf", asOf))
            .steps(late)
            .exactly(overdue));
    workings.add(Working.of("totals.unapplied", "Σ unapplied").steps(payments).exactly(unapplied));
    workings.add(
        Working.of(
                "totals.owed",
                "balance − unapplied",
                Input.of("balance", balance),
                Input.of("unapplied", unapplied))
            .exactly(balance.minus(unapplied)));
  }

  private void habit() {
    long sum = 0;
    long settled = 0;
    Working.Draft draft = Working.of("habit.daysLate", "Σ daysLate / settled");
    for (Settlement.ItemState state : settlement.items()) {
      if (state.daysLate().isPresent()) {
        long late = state.daysLate().get();
        sum += late;
        settled++;
        draft.step(
            Step.of(
                state.item().ref(), "counts", Input.number("daysLate", BigDecimal.valueOf(late))));
      }
    }
    workings.add(
        settled == 0
            ? draft.none()
            : draft.halfUp(BigDecimal.valueOf(sum), BigDecimal.valueOf(settled), 1));
  }

  private static String source(Settlement.Applied applied) {
    return (applied.kind() == Settlement.By.CREDIT ? "note " : "payment ") + applied.by();
  }

  private LocalDate day(Settlement.Applied applied) {
    return days.get(source(applied));
  }
}
