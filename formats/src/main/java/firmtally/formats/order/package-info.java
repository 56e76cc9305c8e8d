/**
 * Quotations and orders as programs exchange them (UBL 2.1). Read {@link
 * firmtally.formats.order.TradeOffer} for what leaves and {@link
 * firmtally.formats.order.ReceivedOrder} for what comes.
 */
package firmtally.formats.order;
