package firmtally.server.sales.credit;

import firmtally.server.platform.ids.AccountId;

/** Told in the act that changes it: this account may owe more or less, or owes it. */
public record CreditChanged(AccountId account) {}
