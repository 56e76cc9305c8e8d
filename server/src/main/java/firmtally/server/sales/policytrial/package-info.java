/** A selling policy tried on the quotes of the last quarter before it is set. */
package firmtally.server.sales.policytrial;
