package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.platform.ids.MailId;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/**
 * Hands emails to a mail server by SMTP, as they are kept: with the Message-ID that answers will
 * name. An address that the server refuses for good is not tried again.
 */
@Component
@ConditionalOnProperty("tally.smtp.host")
class SmtpMail implements OutgoingMail {
  private static final String CONNECT_MILLIS = "10000";
  private static final String ANSWER_MILLIS = "30000";
  private static final int FOR_GOOD = 500;
  private final SmtpSettings settings;
  private final Clock clock;

  SmtpMail(SmtpSettings settings, Clock clock) {
    this.settings = settings;
    this.clock = clock;
  }

  private Session session() {
    Properties of = new Properties();
    of.put("mail.smtp.host", settings.host());
    of.put("mail.smtp.port", Integer.toString(settings.port()));
    of.put("mail.smtp.connectiontimeout", CONNECT_MILLIS);
    of.put("mail.smtp.timeout", ANSWER_MILLIS);
    of.put("mail.smtp.writetimeout", ANSWER_MILLIS);
    of.put("mail.smtp.auth", Boolean.toString(!settings.user().isEmpty()));
    switch (settings.security()) {
      case "tls" -> of.put("mail.smtp.ssl.enable", "true");
      case "none" -> of.put("mail.smtp.starttls.enable", "false");
      default -> {
        of.put("mail.smtp.starttls.enable", "true");
        of.put("mail.smtp.starttls.required", "true");
      }
    }
    return Session.getInstance(of);
  }

  @Override
  public boolean leaves() {
    return true;
  }

  @Override
  public void deliver(MailId id, Eml.Mail email) {
    Session session = session();
    try (Transport transport = session.getTransport("smtp")) {
      MimeMessage message =
          new MimeMessage(session, new ByteArrayInputStream(Eml.write(email, clock.instant())));
      if (settings.user().isEmpty()) {
        transport.connect();
      } else {
        transport.connect(settings.user(), settings.password());
      }
      transport.sendMessage(message, message.getAllRecipients());
    } catch (SendFailedException e) {
      List<Refusal> refused = refused(e);
      if (refused.isEmpty()) {
        throw new IllegalStateException("email " + id + ": " + e.getMessage(), e);
      }
      throw new Refused(refused);
    } catch (MessagingException e) {
      throw new IllegalStateException("email " + id + ": " + e.getMessage(), e);
    }
  }

  /** The addresses that were refused for good; what is refused for now is tried again. */
  private static List<Refusal> refused(SendFailedException failure) {
    List<Refusal> refused = new ArrayList<>();
    for (Exception next = failure;
        next instanceof MessagingException of;
        next = of.getNextException()) {
      if (of instanceof SMTPAddressFailedException address && address.getReturnCode() >= FOR_GOOD) {
        refused.add(new Refusal(address.getAddress().getAddress(), address.getMessage().strip()));
      }
    }
    return refused;
  }
}
