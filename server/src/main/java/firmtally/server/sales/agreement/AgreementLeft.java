package firmtally.server.sales.agreement;

import firmtally.server.access.Actor;
import firmtally.server.platform.ids.AgreementId;

/** An agreement that joined another one goes its own way; told in the act that ended it. */
record AgreementLeft(AgreementId agreement, AgreementId from, Actor actor) {}
