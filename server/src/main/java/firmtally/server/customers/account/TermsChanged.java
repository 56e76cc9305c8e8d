package firmtally.server.customers.account;

/** Told in the act that changes it: this account's prices or assortment are others from now on. */
public record TermsChanged(long account) {}
