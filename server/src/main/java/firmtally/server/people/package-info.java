/** People, their roles, signing in, and the first set-up. */
package firmtally.server.people;
