package firmtally.server.catalogue;

import java.util.Set;

/**
 * Told in the act that changes them: these products, or the rules that name them, give other prices
 * or other stock from now on.
 *
 * @param products their codes
 */
public record PricesChanged(Set<String> products) {}
