/**
 * The pages that customers sign in to: who of them may, and what they see and do there. What a
 * customer is shown is written here by itself, so that no cost, margin, note or inner number can be
 * in it. The copy of a quote behind a link is in {@code sales.customercopy}.
 */
package firmtally.server.customer;
