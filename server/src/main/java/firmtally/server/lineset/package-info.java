/**
 * Rows that are put into a worksheet at once: kits of a few products, and templates with whole
 * sections.
 */
package firmtally.server.lineset;
