/**
 * Orders of customers that come as files: known lines are priced, unknown ones named, and somebody
 * checks them before they are placed. Read {@link firmtally.server.sales.received.ReceivedOrders}
 * first.
 */
package firmtally.server.sales.received;
