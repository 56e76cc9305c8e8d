/**
 * What banks tell of an account: statements as ISO 20022 has them (camt.053) and as a table. Read
 * {@link firmtally.formats.bank.BankStatement} first.
 */
package firmtally.formats.bank;
