/**
 * Stand-ins for outside services, each behind one interface. Outgoing mail is kept here and can be
 * read.
 */
package firmtally.server.outside;
