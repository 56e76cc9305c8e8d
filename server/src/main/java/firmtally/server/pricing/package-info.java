/**
 * What prices do: the tester of price rules, prices changed many at a time with what that does to
 * open worksheets, and the working anew of worksheets when prices changed.
 */
package firmtally.server.pricing;
