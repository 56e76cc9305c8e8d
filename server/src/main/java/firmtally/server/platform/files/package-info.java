/** Files kept with records: content once by checksum, beside it what it is called where. */
package firmtally.server.platform.files;
