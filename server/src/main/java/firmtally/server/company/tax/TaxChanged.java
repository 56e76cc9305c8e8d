package firmtally.server.company.tax;

import firmtally.core.money.Percent;

/** A tax has another percent from now on; whoever keeps the old one follows in the same act. */
public record TaxChanged(Percent before, Percent after) {}
