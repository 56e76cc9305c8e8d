/** Lists and tables as people kept them under a name, shared with others or on their day sheet. */
package firmtally.server.company.view;
