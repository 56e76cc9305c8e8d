/** Who may give what: authority, floors and limits, each version in force from a day. */
package firmtally.server.company.policy;
