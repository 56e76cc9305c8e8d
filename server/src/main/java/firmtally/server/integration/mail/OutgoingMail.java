package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;

/** Mail that leaves the house. */
public interface OutgoingMail {
  /** Hands an email over, in the transaction of the act that sends it. */
  void send(Eml.Mail email, long opportunity);
}
