package firmtally.core.credit;

import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;

/**
 * The answer of the credit check.
 *
 * <p>Example: a limit of 20,000.00 with 4,000.00 invoiced and 2,500.00 ordered leaves 13,500.00; a
 * document of 5,000.00 leaves 8,500.00, which is clear.
 *
 * @param exposure open items and orders, credit notes taken off
 * @param asked the document's total less its deposit; 0 without a document
 * @param oldestOverdueDays days from due to asOf of the oldest overdue item; 0 without one
 * @param earliestClear the first day from asOf to asOf + 365 on which the limit alone would allow
 *     it
 * @param timeline limit and exposure at asOf and at each later day on which either changes
 */
public record CreditCheck(
    Money limit,
    Money exposure,
    Money asked,
    Money overdue,
    long oldestOverdueDays,
    Verdict verdict,
    List<CreditReason> reasons,
    Optional<LocalDate> earliestClear,
    List<Day> timeline) {
  /** What holds, and what would be owed, on a day. */
  public record Day(LocalDate date, Money limit, Money exposure) {}

  /** {@code limit − exposure}; below 0 when the limit is passed already. */
  public Money headroom() {
    return limit.minus(exposure);
  }

  /** {@code headroom − asked}. */
  public Money headroomAfter() {
    return headroom().minus(asked);
  }

  /** How each figure of the answer to a file came about. */
  public static List<Working> workings(CreditFile file) {
    return CreditWorkings.of(file);
  }

  /** Looks at an account's file. */
  public static CreditCheck of(CreditFile file) {
    Money zero = Money.zero(file.currency());
    Money exposure = zero;
    for (CreditFile.OpenItem item : file.openItems()) {
      exposure = exposure.plus(item.balance());
    }
    for (CreditFile.OpenOrder order : file.orders()) {
      exposure = exposure.plus(order.balance());
    }
    List<CreditFile.OpenItem> late =
        file.openItems().stream().filter(item -> isOverdue(item, file)).toList();
    Money overdue = late.stream().map(CreditFile.OpenItem::balance).reduce(zero, Money::plus);
    long oldest =
        late.stream()
            .mapToLong(item -> ChronoUnit.DAYS.between(item.due(), file.asOf()))
            .max()
            .orElse(0);
    Money asked = file.document().map(d -> d.total().minus(d.deposit().orElse(zero))).orElse(zero);
    Projection projection = new Projection(file, exposure);
    Money limit = projection.limit(file.asOf());
    List<CreditReason> reasons = reasons(file, overdue, limit, limit.minus(exposure).minus(asked));
    return new CreditCheck(
        limit,
        exposure,
        asked,
        overdue,
        oldest,
        verdict(reasons),
        reasons,
        projection.earliest(asked),
        projection.timeline());
  }

  static boolean isOverdue(CreditFile.OpenItem item, CreditFile file) {
    return item.balance().isPositive()
        && item.due().plusDays(file.graceDays()).isBefore(file.asOf());
  }

  private static List<CreditReason> reasons(
      CreditFile file, Money overdue, Money limit, Money after) {
    List<CreditReason> reasons = new ArrayList<>();
    if (file.stopped()) {
      reasons.add(CreditReason.STOPPED);
    }
    if (overdue.isGreaterThan(file.overdueAllowed())) {
      reasons.add(CreditReason.OVERDUE);
    }
    if (after.isNegative()) {
      reasons.add(CreditReason.OVER_LIMIT);
    } else if (isNear(after, limit, file.watchPercent())) {
      reasons.add(CreditReason.NEAR_LIMIT);
    }
    return List.copyOf(reasons);
  }

  /**
   * Whether so much available credit is near the limit. Exact, so that exactly on the mark is not
   * near: of a limit of 10,000.00 watched from 20 %, 1,999.99 is near and 2,000.00 is not.
   *
   * @param after the available credit, below 0 when it is over the limit
   * @param limit of 0 or more, in the same currency
   * @param watch from 0 to 100 % of the limit
   */
  public static boolean isNear(Money after, Money limit, Percent watch) {
    BigDecimal mark = limit.getAmount().multiply(watch.fraction());
    return after.getAmount().compareTo(mark) < 0;
  }

  private static Verdict verdict(List<CreditReason> reasons) {
    if (reasons.contains(CreditReason.STOPPED)) {
      return Verdict.STOP;
    }
    if (reasons.contains(CreditReason.OVERDUE) || reasons.contains(CreditReason.OVER_LIMIT)) {
      return Verdict.HOLD;
    }
    return reasons.contains(CreditReason.NEAR_LIMIT) ? Verdict.WATCH : Verdict.CLEAR;
  }
}
