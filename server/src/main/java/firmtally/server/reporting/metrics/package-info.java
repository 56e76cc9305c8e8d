/**
 * The one catalogue of dimensions and measures: what opportunities are grouped by and what is
 * summed of them, for the list's groups and for reports. Read {@link OpportunityMetrics} first.
 */
package firmtally.server.reporting.metrics;
