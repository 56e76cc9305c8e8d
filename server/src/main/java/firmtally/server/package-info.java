/**
 * The server: one package per part of the job, each with its HTTP door ({@code …Controller}), its
 * acts ({@code …Service}, each one transaction) and its SQL ({@code …Store}).
 *
 * <p>Parts call each other's services, never each other's stores, and never in a team.
 */
package firmtally.server;
