/** Fields that a company adds to its accounts, contacts, enquiries, opportunities and products. */
package firmtally.server.company.ownfield;
