/** Products with their price rules. */
package firmtally.server.catalogue;
