/** Documents on paper: data put into a template, printed as PDF with our fonts. */
package firmtally.formats.pdf;
