/**
 * The customer copy of a quote: a page behind a secret link on which the customer reads it, picks
 * options and alternatives, and answers. Read {@link
 * firmtally.server.sales.customercopy.CustomerCopyService} first.
 */
package firmtally.server.sales.customercopy;
