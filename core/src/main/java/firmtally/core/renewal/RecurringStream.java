package firmtally.core.renewal;

import firmtally.core.money.Texts;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Optional;
import org.joda.money.Money;

/**
 * Recurring revenue of an account from a day to another. It counts in each month on whose last day
 * it runs: one from 10 February to 30 March counts in February only.
 *
 * @param account the account's code; it may have several streams
 * @param monthly revenue of one month, 0 or more
 * @param from first day, included
 * @param to last day, included; empty when it is open-ended
 */
public record RecurringStream(
    String account, Money monthly, LocalDate from, Optional<LocalDate> to) {
  public RecurringStream {
    Texts.notEmpty("account", account);
    if (monthly.isNegative()) {
      throw new IllegalArgumentException("monthly " + monthly + " is below 0");
    }
    if (to.filter(last -> last.isBefore(from)).isPresent()) {
      throw new IllegalArgumentException("to " + to.get() + " is before from " + from);
    }
  }

  /** The first month on whose last day it runs. */
  YearMonth firstMonth() {
    return YearMonth.from(from);
  }

  /** The first month on whose last day it runs no more; empty when it is open-ended. */
  Optional<YearMonth> monthAfter() {
    return to.map(last -> YearMonth.from(last.plusDays(1)));
  }

  /** Whether there is a month on whose last day it brings anything. */
  boolean counts() {
    return monthly.isPositive() && monthAfter().map(firstMonth()::isBefore).orElse(true);
  }
}
