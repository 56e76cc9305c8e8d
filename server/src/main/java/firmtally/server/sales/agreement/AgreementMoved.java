package firmtally.server.sales.agreement;

import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;

/** An agreement ends on another day than before; told in the act that moved it. */
public record AgreementMoved(AgreementId agreement, DocumentId order) {}
