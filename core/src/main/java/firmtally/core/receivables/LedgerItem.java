package firmtally.core.receivables;

import firmtally.core.money.Texts;
import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.Money;

/**
 * An invoice or a credit note on a customer's account.
 *
 * @param ref unique among the items
 * @param on its date
 * @param due not before it
 * @param total with tax; above 0 an invoice, below 0 a credit note, never 0
 * @param of the invoice that a credit note is for
 */
public record LedgerItem(
    String ref, LocalDate on, LocalDate due, Money total, Optional<String> of) {
  public LedgerItem {
    Texts.notEmpty("ref", ref);
    if (total.isZero()) {
      throw new IllegalArgumentException("total of " + ref + " is 0");
    }
    if (due.isBefore(on)) {
      throw new IllegalArgumentException("due " + due + " of " + ref + " is before " + on);
    }
    if (of.isPresent() && total.isPositive()) {
      throw new IllegalArgumentException(ref + " is an invoice and cannot be for " + of.get());
    }
  }

  /** Whether it asks for money, rather than giving some back. */
  public boolean isInvoice() {
    return total.isPositive();
  }
}
