/**
 * JSON as it was written: names that stand twice and the digits of numbers are kept, so that a
 * problem can be named.
 */
package firmtally.formats.json;
