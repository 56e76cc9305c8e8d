/** The reckoning over HTTP, for programs: the same documents and answers as on the command line. */
package firmtally.server.integration.reckon;
