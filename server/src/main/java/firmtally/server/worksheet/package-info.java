/**
 * The worksheet: lines typed, kept and worked out by the core. Opportunities, quotes and orders
 * each hang on one.
 */
package firmtally.server.worksheet;
