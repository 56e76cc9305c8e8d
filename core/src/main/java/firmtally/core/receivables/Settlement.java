package firmtally.core.receivables;

import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * Who has paid what: credit notes are set off first, then payments go to the invoices they name,
 * then to the oldest due.
 *
 * <p>Example: invoices of 100.00 due on 9 February and 50.00 due on 20 February, and a payment of
 * 120.00 that names the second: 50.00 go there, 70.00 to the first, which keeps a balance of 30.00.
 *
 * @param items in the order of the question
 * @param payments in the order of the question
 */
public record Settlement(
    List<ItemState> items, List<PaymentState> payments, Totals totals, Habit habit) {
  /**
   * What became of an item.
   *
   * @param balance what is open; below 0 what is left of a credit note
   * @param settledOn the later of the invoice's day and the day of what brought its balance to 0;
   *     empty while it has one, and on credit notes
   * @param applied what was set against it, in that order
   */
  public record ItemState(
      LedgerItem item, Money balance, Optional<LocalDate> settledOn, List<Applied> applied) {
    /** {@code settledOn − due} in days, below 0 when early; empty without settledOn. */
    public Optional<Long> daysLate() {
      return settledOn.map(day -> day.toEpochDay() - item.due().toEpochDay());
    }
  }

  /** What became of a payment. */
  public record PaymentState(Payment payment, List<Applied> applied, Money unapplied) {}

  /**
   * An amount set against an invoice.
   *
   * @param by the ref of the credit note or payment
   * @param invoice the ref of the invoice
   * @param amount above 0
   */
  public record Applied(By kind, String by, String invoice, Money amount) {}

  /** Why an amount went to an invoice. */
  public enum By {
    /** A credit note for it. */
    CREDIT,
    /** A payment that names it. */
    NAMED,
    /** What was left of a payment: it was the oldest due that had a balance. */
    OLDEST
  }

  /**
   * @param balance Σ of all balances
   * @param overdue Σ balance of the invoices due before the day
   * @param unapplied Σ of what is left of payments
   * @param owed {@code balance − unapplied}
   */
  public record Totals(Money balance, Money overdue, Money unapplied, Money owed) {}

  /**
   * How the customer pays.
   *
   * @param settled invoices that are settled
   * @param daysLate the mean of their days late, 1 decimal, half up; empty without any
   */
  public record Habit(int settled, Optional<BigDecimal> daysLate) {}

  /**
   * Sets off.
   *
   * @param asOf the day on which one looks; nothing is dated after it
   * @throws IllegalArgumentException if a ref stands twice, a reference names no invoice, something
   *     is dated after asOf or an amount is in another currency
   */
  public static Settlement of(
      CurrencyUnit currency, LocalDate asOf, List<LedgerItem> items, List<Payment> payments) {
    return new SettlementRun(currency, asOf, items).run(payments);
  }

  /**
   * How each figure came about.
   *
   * @param asOf the day that was asked for
   */
  public List<Working> workings(LocalDate asOf) {
    return SettlementWorkings.of(this, asOf);
  }
}
