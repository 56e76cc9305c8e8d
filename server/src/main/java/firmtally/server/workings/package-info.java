/**
 * How the figures of a worksheet came about, as the core explains them. Nothing is changed here.
 */
package firmtally.server.workings;
