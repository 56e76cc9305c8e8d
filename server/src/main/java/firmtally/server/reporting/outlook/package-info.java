/**
 * What a period will bring: from the stages' set odds and from what history says they are worth,
 * how good earlier outlooks were, and adopting learnt odds. Read {@link OutlookService} first.
 */
package firmtally.server.reporting.outlook;
