/** How figures and days are written in a country, and the words of papers in a language. */
package firmtally.formats.writing;
