/**
 * Web hooks: others are told of changes, signed, and told again when they did not answer. Read
 * {@link firmtally.server.integration.webhook.WebHooks} first.
 */
package firmtally.server.integration.webhook;
