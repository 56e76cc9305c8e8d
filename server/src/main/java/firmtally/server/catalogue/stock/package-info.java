/**
 * What is on hand, reserved and coming in. Read {@link
 * firmtally.server.catalogue.stock.StockService} first.
 */
package firmtally.server.catalogue.stock;
