/**
 * How programs come in: by a token that an administrator made for them. Read {@link
 * firmtally.server.access.token.TokenService} first; requests are let in by {@code ProgramFilter}
 * of the package above.
 */
package firmtally.server.access.token;
