/**
 * Where deals stick: how far opportunities of a process came, where they were lost, how long they
 * stayed. The stage log is read into paths; the core makes the funnel of them.
 */
package firmtally.server.reporting.funnel;
