package firmtally.core.credit;

import firmtally.core.money.Texts;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.Money;

/** The workings of a credit check: each part of the exposure, each step of the projection. */
final class CreditWorkings {
  private final CreditFile file;
  private final CreditCheck check;
  private final List<Working> workings = new ArrayList<>();

  private CreditWorkings(CreditFile file) {
    this.file = file;
    this.check = CreditCheck.of(file);
  }

  static List<Working> of(CreditFile file) {
    CreditWorkings all = new CreditWorkings(file);
    all.limit();
    all.exposure();
    all.headroom();
    all.overdue();
    all.verdict();
    all.timeline();
    return List.copyOf(all.workings);
  }

  private void limit() {
    Working.Draft draft =
        Working.of(
            "limit", "the amount with the latest from on or before asOf", day("asOf", file.asOf()));
    Money holding = Money.zero(file.currency());
    Map<LocalDate, Money> byDay = new TreeMap<>();
    file.limits().forEach(limit -> byDay.put(limit.from(), limit.amount()));
    for (Map.Entry<LocalDate, Money> limit : byDay.entrySet()) {
      boolean later = limit.getKey().isAfter(file.asOf());
      holding = later ? holding : limit.getValue();
      draft.step(
          Step.of(
              "limit from " + limit.getKey(),
              later ? "later" : "reached",
              Input.of("amount", limit.getValue())));
    }
    workings.add(draft.exactly(holding));
  }

  private void exposure() {
    Working.Draft draft = Working.of("exposure", "Σ openItems + Σ orders");
    Money sum = Money.zero(file.currency());
    for (CreditFile.OpenItem item : file.openItems()) {
      sum = sum.plus(item.balance());
      draft.step(
          Step.of(
              "item " + item.ref(),
              "counts",
              Input.of("balance", item.balance()),
              day("due", item.due())));
    }
    for (CreditFile.OpenOrder order : file.orders()) {
      sum = sum.plus(order.balance());
      draft.step(
          Step.of(
              "order " + order.ref(),
              "counts",
              Input.of("balance", order.balance()),
              day("invoiceOn", order.invoiceOn())));
    }
    workings.add(draft.exactly(sum));
  }

  private void headroom() {
    minus("headroom", "limit", check.limit(), "exposure", check.exposure());
    Money zero = Money.zero(file.currency());
    Money total = file.document().map(CreditFile.Document::total).orElse(zero);
    Money deposit = file.document().flatMap(CreditFile.Document::deposit).orElse(zero);
    minus("asked", "total", total, "deposit", deposit);
    minus("headroomAfter", "headroom", check.headroom(), "asked", check.asked());
  }

  private void minus(String of, String from, Money whole, String less, Money part) {
    workings.add(
        Working.of(of, from + " − " + less, Input.of(from, whole), Input.of(less, part))
            .exactly(whole.minus(part)));
  }

  private void overdue() {
    Working.Draft sum =
        Working.of(
            "overdue",
            "Σ balances above 0 with due + graceDays before asOf",
            day("asOf", file.asOf()),
            Input.count("graceDays", file.graceDays()));
    Money overdue = Money.zero(file.currency());
    long oldest = 0;
    for (CreditFile.OpenItem item : file.openItems()) {
      long past = ChronoUnit.DAYS.between(item.due(), file.asOf());
      sum.step(
          Step.of(
              "item " + item.ref(),
              standing(item, past),
              Input.of("balance", item.balance()),
              Input.count("daysPastDue", past)));
      if (CreditCheck.isOverdue(item, file)) {
        overdue = overdue.plus(item.balance());
        oldest = Math.max(oldest, past);
      }
    }
    workings.add(sum.exactly(overdue));
    workings.add(
        Working.of("oldestOverdueDays", "the largest asOf − due of what is overdue")
            .exactly(Long.toString(oldest)));
  }

  private String standing(CreditFile.OpenItem item, long daysPast) {
    if (!item.balance().isPositive()) {
      return "credit-note";
    }
    if (CreditCheck.isOverdue(item, file)) {
      return "overdue";
    }
    return daysPast > 0 ? "within-grace" : "not-due";
  }

  private void verdict() {
    Money after = check.headroomAfter();
    Working.Draft draft =
        Working.of("verdict", "stop if stopped, else hold, else watch, else clear")
            .step(
                Step.of(
                    "stopped",
                    applies(file.stopped()),
                    Input.of("stopped", String.valueOf(file.stopped()))))
            .step(
                Step.of(
                    "overdue > overdueAllowed",
                    applies(check.overdue().isGreaterThan(file.overdueAllowed())),
                    Input.of("overdue", check.overdue()),
                    Input.of("overdueAllowed", file.overdueAllowed())))
            .step(
                Step.of(
                    "headroomAfter < 0",
                    applies(after.isNegative()),
                    Input.of("headroomAfter", after)))
            .step(
                Step.of(
                    "headroomAfter < limit × watchPercent/100",
                    applies(CreditCheck.isNear(after, check.limit(), file.watchPercent())),
                    Input.of("headroomAfter", after),
                    Input.of("watchPercent", file.watchPercent()),
                    Input.number(
                        "mark",
                        check.limit().getAmount().multiply(file.watchPercent().fraction()))));
    workings.add(draft.exactly(Texts.word(check.verdict())));
  }

  private static String applies(boolean does) {
    return does ? "applies" : "does-not-apply";
  }

  private void timeline() {
    List<CreditCheck.Day> days = check.timeline();
    Projection projection = new Projection(file, check.exposure());
    Working.Draft first =
        Working.of("timeline[0].exposure", "on asOf all still count", day("asOf", file.asOf()));
    for (Leaving leaving : projection.leavings()) {
      List<Input> inputs = new ArrayList<>(List.of(Input.of("balance", leaving.balance())));
      leaving.on().ifPresent(on -> inputs.add(day("leavesOn", on)));
      first.step(new Step(leaving.ref(), Texts.word(leaving.why()), inputs));
    }
    workings.add(first.exactly(check.exposure()));
    for (int i = 1; i < days.size(); i++) {
      Money before = days.get(i - 1).exposure();
      Money leaving = projection.leavingBetween(days.get(i - 1).date(), days.get(i).date());
      workings.add(
          Working.of(
                  "timeline[" + i + "].exposure",
                  "exposure before − what leaves",
                  Input.of("before", before),
                  Input.of("leaves", leaving))
              .exactly(before.minus(leaving)));
    }
    earliestClear(days);
  }

  private void earliestClear(List<CreditCheck.Day> days) {
    Working.Draft draft =
        Working.of(
            "earliestClear",
            "the first day with limit − projected ≥ asked, up to asOf + 365",
            Input.of("asked", check.asked()));
    for (CreditCheck.Day day : days) {
      Money room = day.limit().minus(day.exposure());
      draft.step(
          Step.of(
              day.date().toString(),
              room.isLessThan(check.asked()) ? "not-enough" : "enough",
              Input.of("limit", day.limit()),
              Input.of("projected", day.exposure()),
              Input.of("room", room)));
    }
    workings.add(
        check.earliestClear().map(day -> draft.exactly(day.toString())).orElseGet(draft::none));
  }

  private static Input day(String name, LocalDate day) {
    return Input.of(name, day);
  }
}
