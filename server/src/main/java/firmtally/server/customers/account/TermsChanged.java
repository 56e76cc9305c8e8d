package firmtally.server.customers.account;

import firmtally.server.platform.ids.AccountId;

/** Told in the act that changes it: this account's prices or assortment are others from now on. */
public record TermsChanged(AccountId account) {}
