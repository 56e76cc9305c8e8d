/**
 * What holds for customers who have no credit setting of their own. Read {@link
 * firmtally.server.company.credit.CreditRules} first.
 */
package firmtally.server.company.credit;
