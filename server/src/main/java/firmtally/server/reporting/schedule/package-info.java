/** Tables that somebody has sent to them, as XLSX and PDF, every day, week or month. */
package firmtally.server.reporting.schedule;
