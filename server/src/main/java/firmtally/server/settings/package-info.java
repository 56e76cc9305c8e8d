/** The company, its currency and its policy for margins; the first set-up. */
package firmtally.server.settings;
