package firmtally.server.customer.access;

import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;

/** A contact who is signed in to the customer page of their account. */
public record Visitor(
    ContactId id, String name, String email, AccountId accountId, String account) {}
