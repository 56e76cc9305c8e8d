package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.money.Texts;

/**
 * A stage and the odds stated for it.
 *
 * @param percent from 0 to 100 %
 */
public record StageOdds(String id, Percent percent) {
  public StageOdds {
    Texts.notEmpty("stage id", id);
    percent.within("percent", Percent.ZERO, Percent.HUNDRED);
  }
}
