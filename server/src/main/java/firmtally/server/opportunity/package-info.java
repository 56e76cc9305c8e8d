/** Opportunities: opened, worked, moved along their sales path, won or lost. */
package firmtally.server.opportunity;
