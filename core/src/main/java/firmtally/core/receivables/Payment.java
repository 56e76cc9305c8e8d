package firmtally.core.receivables;

import firmtally.core.money.Texts;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.Money;

/**
 * Money that came in.
 *
 * @param ref unique among the payments
 * @param amount above 0
 * @param invoices the refs of those that it is for, each once, in the order in which it pays them
 */
public record Payment(String ref, LocalDate on, Money amount, List<String> invoices) {
  public Payment {
    Texts.notEmpty("ref", ref);
    if (!amount.isPositive()) {
      throw new IllegalArgumentException("amount " + amount + " of " + ref + " is not above 0");
    }
    invoices = List.copyOf(invoices);
    Set<String> seen = new HashSet<>();
    for (String invoice : invoices) {
      if (!seen.add(invoice)) {
        throw new IllegalArgumentException(ref + " is for " + invoice + " twice");
      }
    }
  }
}
