/** How the numbers of records begin and go on. */
package firmtally.server.company.numbering;
