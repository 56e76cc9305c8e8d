package firmtally.server.sales.order;

import firmtally.server.platform.ids.DocumentId;

/** Told in the act that releases it: this order goes ahead. */
public record OrderReleased(DocumentId order) {}
