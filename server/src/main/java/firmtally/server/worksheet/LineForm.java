package firmtally.server.worksheet;

import firmtally.server.platform.MaybeNull;

/**
 * A line as typed. Decimals are texts; blank is the same as left out.
 *
 * @param product a code of the catalogue; blank for an inline line, which then has its own prices
 */
public record LineForm(
    String id,
    @MaybeNull String product,
    String description,
    @MaybeNull String family,
    @MaybeNull String listPrice,
    @MaybeNull String unitCost,
    @MaybeNull String taxPercent,
    String quantity,
    @MaybeNull String discountPercent,
    @MaybeNull String unitPrice,
    boolean gift,
    boolean optional,
    @MaybeNull String alternativeSet,
    boolean chosen,
    @MaybeNull Integer everyMonths,
    @MaybeNull Integer termMonths) {}
