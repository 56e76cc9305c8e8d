package firmtally.core.pricing;

import firmtally.core.money.Texts;
import java.util.Optional;

/** The account that asks for a price, and the customer group it belongs to. */
public record Buyer(String account, Optional<String> group) {
  public Buyer {
    Texts.notEmpty("account code", account);
    group.ifPresent(g -> Texts.notEmpty("group", g));
  }
}
