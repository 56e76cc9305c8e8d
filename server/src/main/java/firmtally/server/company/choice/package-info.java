/** Words to choose from: industries, sources, reasons and the like. */
package firmtally.server.company.choice;
