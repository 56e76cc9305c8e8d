/**
 * Goals: what each rep is to win in each month, and how a period stands against it. Read {@link
 * firmtally.server.reporting.goals.GoalService} first.
 */
package firmtally.server.reporting.goals;
