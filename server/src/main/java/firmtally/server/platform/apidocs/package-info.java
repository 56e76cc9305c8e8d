/**
 * What the description of the API says of every door beside its types: examples, and what it
 * answers when it does not do what was asked.
 */
package firmtally.server.platform.apidocs;
