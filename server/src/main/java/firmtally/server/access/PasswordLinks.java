package firmtally.server.access;

import firmtally.server.platform.ids.PersonId;

/** Sends people links by email with which they choose a password. */
public interface PasswordLinks {
  /** Invites a user who was just added. */
  void invite(PersonId id, Actor by);

  /** Sends another link: the invitation again, or one that sets a new password. */
  void send(PersonId id, Actor by);
}
