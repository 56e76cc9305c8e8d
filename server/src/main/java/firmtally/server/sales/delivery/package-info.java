/**
 * What of orders was delivered, part by part. Read {@link
 * firmtally.server.sales.delivery.DeliveryService} first.
 */
package firmtally.server.sales.delivery;
