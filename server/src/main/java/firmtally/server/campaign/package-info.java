/** Call lists of a campaign: picked, walked one by one, and what they brought. */
package firmtally.server.campaign;
