package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.Texts;
import java.time.LocalDate;
import org.joda.money.Money;

/**
 * An opportunity as it stood on a day.
 *
 * @param value 0 or more
 * @param percent its odds, from 0 to 100 %
 * @param close the day on which it was expected to close
 */
public record PipelineState(
    String ref, Money value, Percent percent, LocalDate close, Status status) {
  /** Whether it is still worked on, and how it ended if not. */
  public enum Status {
    OPEN,
    WON,
    LOST,
    PAUSED
  }

  public PipelineState {
    Texts.notEmpty("ref", ref);
    SameCurrency.notBelowZero("value", value, value.getCurrencyUnit());
    percent.within("percent", Percent.ZERO, Percent.HUNDRED);
  }
}
