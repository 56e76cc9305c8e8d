package firmtally.server.sales.order;

import firmtally.server.platform.ids.DocumentId;

/**
 * Told in the act that changes it: what is left of this order to deliver or to invoice is other.
 */
public record OrderChanged(DocumentId order) {}
