/**
 * Everything of a company as one folder that a person can read and that comes back in whole. Read
 * {@link firmtally.server.platform.transfer.CompanyExport} first.
 */
package firmtally.server.platform.transfer;
