package firmtally.core.pricing;

import firmtally.core.money.UnitPrice;
import java.util.Optional;

/** The price of one unit, and the rule that gave it; without a rule it is the list price. */
public record PriceFound(UnitPrice unitPrice, Optional<PriceRule> from) {}
