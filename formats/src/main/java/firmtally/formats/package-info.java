/**
 * Open formats to and from the values of the core: {@code json} and {@code reckon} (the documents
 * of the reckoning with their list of problems), {@code pdf} and {@code mail}.
 *
 * <p>Knows the core, no database and no web.
 */
package firmtally.formats;
