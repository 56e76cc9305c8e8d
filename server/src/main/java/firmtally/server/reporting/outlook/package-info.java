/** What a period will bring, as the day sheet and the goals ask for it. */
package firmtally.server.reporting.outlook;
