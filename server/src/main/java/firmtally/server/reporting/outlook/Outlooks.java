package firmtally.server.reporting.outlook;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.Outlook;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/**
 * Outlooks of the core: one of hundreds takes a while, and changes only with what it is made from.
 */
@Component
public class Outlooks {
  private static final int MOST = 300;

  private final LoadingCache<Question, Outlook> known =
      Caffeine.newBuilder().maximumSize(MOST).build(Question::answer);

  /** What an outlook is worked out from: the same question has the same answer. */
  private record Question(
      CurrencyUnit currency, Optional<Money> goal, Money won, List<OpenOpportunity> open) {
    Outlook answer() {
      return Outlook.of(currency, goal, won, open);
    }
  }

  /** What is won already and what may come, against a goal where there is one. */
  public Outlook of(
      CurrencyUnit currency, Optional<Money> goal, Money won, List<OpenOpportunity> open) {
    return known.get(new Question(currency, goal, won, open));
  }
}
