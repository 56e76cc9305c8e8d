/**
 * The ids of records, one type for each kind: what is asked for an account's cannot be given a
 * contact's. Read {@link firmtally.server.platform.ids.Id} first.
 */
package firmtally.server.platform.ids;
