/**
 * Payments: taken from the bank's statements or by hand, matched, booked, undone. Read {@link
 * firmtally.server.sales.payment.PaymentService} first.
 */
package firmtally.server.sales.payment;
