package firmtally.server.sales.credit;

import firmtally.core.credit.CreditCheck;
import org.joda.money.Money;

/**
 * How an account stands.
 *
 * @param ordered the part of its exposure that comes from orders
 */
public record CreditStanding(CreditCheck check, Money ordered) {}
