package firmtally.server.access;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.SessionId;
import java.io.Serializable;

/**
 * All that a session remembers of its user. What they may is looked up at each request, so that a
 * changed role, team or deactivation holds at once.
 *
 * @param number the user's session number when it began; with another number it is over
 */
record SessionUser(PersonId id, long number, SessionId session) implements Serializable {}
