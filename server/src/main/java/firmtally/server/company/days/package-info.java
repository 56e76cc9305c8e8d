/** The days and months that the work goes by. */
package firmtally.server.company.days;
