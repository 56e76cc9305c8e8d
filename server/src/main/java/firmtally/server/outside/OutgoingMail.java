package firmtally.server.outside;

import firmtally.formats.mail.Eml;

/** Mail that leaves the house. */
public interface OutgoingMail {
  /** Hands a mail over, in the transaction of the act that sends it. */
  void send(Eml.Mail mail, long opportunity);
}
