/** The first visit, and the steps of the first days. */
package firmtally.server.company.setup;
