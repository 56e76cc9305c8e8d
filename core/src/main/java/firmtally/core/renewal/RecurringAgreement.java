package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.Texts;
import java.math.BigInteger;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;

/**
 * An agreement that is charged again and again over its term.
 *
 * @param termMonths from 1 to 1200, a multiple of each line's everyMonths
 * @param endsOn the last day, where it ends before its term does; not before start
 * @param inAdvance whether a period is charged on its first day, not on its last
 * @param lines ids are unique
 */
public record RecurringAgreement(
    String ref,
    LocalDate start,
    int termMonths,
    Optional<LocalDate> endsOn,
    boolean inAdvance,
    List<ChargeLine> lines) {
  /**
   * What is charged every so many months.
   *
   * @param charge for a whole period, 0 or more, without tax
   * @param tax from 0 to 100 %
   */
  public record ChargeLine(String id, Money charge, int everyMonths, Percent tax) {
    public ChargeLine {
      Texts.notEmpty("line id", id);
      SameCurrency.notBelowZero("charge", charge, charge.getCurrencyUnit());
      RunningTerm.checkMonths("everyMonths", everyMonths, 1);
      tax.within("taxPercent", Percent.ZERO, Percent.HUNDRED);
    }
  }

  public RecurringAgreement {
    Texts.notEmpty("ref", ref);
    RunningTerm.checkMonths("termMonths", termMonths, 1);
    lines = List.copyOf(lines);
    if (endsOn.filter(end -> end.isBefore(start)).isPresent()) {
      throw new IllegalArgumentException("endsOn " + endsOn.get() + " is before start " + start);
    }
    Set<String> ids = new HashSet<>();
    for (ChargeLine line : lines) {
      if (!ids.add(line.id())) {
        throw new IllegalArgumentException("line id " + line.id() + " stands twice");
      }
      if (termMonths % line.everyMonths() != 0) {
        throw new IllegalArgumentException(
            "termMonths " + termMonths + " is not a multiple of everyMonths " + line.everyMonths());
      }
    }
  }

  /**
   * The same agreement with another last day.
   *
   * @throws IllegalArgumentException if it is before the start
   */
  public RecurringAgreement endingOn(LocalDate lastDay) {
    return new RecurringAgreement(ref, start, termMonths, Optional.of(lastDay), inAdvance, lines);
  }

  /**
   * The same agreement until a later day: its term grows by whole periods of all lines as far as
   * that day needs, and what is left of the last one is cut. A year that is charged every 12 months
   * and moved on by a quarter charges the stub of 3 months by its days.
   *
   * @throws IllegalArgumentException if the term would be more than 1200 months
   */
  public RecurringAgreement extendedTo(LocalDate lastDay) {
    int step = lines.stream().mapToInt(ChargeLine::everyMonths).reduce(1, this::leastCommon);
    int months = termMonths;
    while (!start.plusMonths(months).isAfter(lastDay)) {
      months += step;
    }
    return new RecurringAgreement(ref, start, months, Optional.of(lastDay), inAdvance, lines);
  }

  private int leastCommon(int one, int other) {
    return one / BigInteger.valueOf(one).gcd(BigInteger.valueOf(other)).intValueExact() * other;
  }
}
