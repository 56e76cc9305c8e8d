/**
 * What is seen across parts: the paper trail, the account page, the palette and the bar's counts.
 */
package firmtally.server.trail;
