package firmtally.server.catalogue.stock;

/** Told in the act that changes it: there is other stock, or other stock is to come. */
public record StockChanged() {}
