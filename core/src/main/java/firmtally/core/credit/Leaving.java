package firmtally.core.credit;

import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.Money;

/**
 * When something that is owed leaves, if all goes as usual.
 *
 * @param on the day on which it no longer counts; empty when it never leaves
 */
record Leaving(String ref, Money balance, Optional<LocalDate> on, Why why) {
  /** What decides the day. */
  enum Why {
    /** Due and the days by which the account usually pays late. */
    AS_USUAL,
    /** That is past already: the usual late days from asOf, at least seven. */
    LATE_ALREADY,
    /** So far past due that it is not counted on any more. */
    HOPELESS,
    /** A credit note stays. */
    CREDIT_NOTE,
    /** Invoice day, terms and late days. */
    ORDER
  }
}
