package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.platform.ids.MailId;

/** Hands emails over to whatever carries them away. */
interface OutgoingMail {
  /**
   * Hands one email over.
   *
   * @param id its place in the queue
   * @throws RuntimeException when it was not taken; it is tried again later
   */
  void deliver(MailId id, Eml.Mail email);
}
