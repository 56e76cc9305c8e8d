package firmtally.server.company.credit;

import firmtally.core.money.Percent;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * The company's usual credit.
 *
 * @param usualLimit how much a customer without a limit of their own may owe
 * @param depositOver from which order value on a deposit is planned; empty for never
 * @param reminderDays so many days after the due day each of the three stages begins
 */
public record CreditRules(
    Money usualLimit,
    int termsDays,
    int graceDays,
    Money overdueAllowed,
    Percent watchPercent,
    Optional<Money> depositOver,
    Percent depositPercent,
    List<Integer> reminderDays,
    long version) {
  private static final int FIRST_LIMIT = 10_000;
  private static final int FIRST_TERMS = 30;
  private static final int FIRST_GRACE = 5;

  /** What a new company begins with. */
  public static CreditRules first(CurrencyUnit currency) {
    return new CreditRules(
        Money.ofMajor(currency, FIRST_LIMIT),
        FIRST_TERMS,
        FIRST_GRACE,
        Money.zero(currency),
        Percent.parse("20"),
        Optional.empty(),
        Percent.parse("30"),
        List.of(7, 21, 35),
        1);
  }
}
