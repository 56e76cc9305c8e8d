/** Links by email with which people choose a password: invited, or because they forgot theirs. */
package firmtally.server.access.invitation;
