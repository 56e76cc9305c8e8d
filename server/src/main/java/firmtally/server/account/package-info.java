/** Accounts and their contacts. */
package firmtally.server.account;
