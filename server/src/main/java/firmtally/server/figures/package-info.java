/** Figures over all that is open and was won. */
package firmtally.server.figures;
