package firmtally.formats.mail;

import jakarta.activation.DataHandler;
import jakarta.mail.BodyPart;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import java.util.Properties;

/** A mail with one attached file, as the bytes of an EML file and back. */
public final class Eml {
  private Eml() {}

  /** A mail to be written. */
  public record Mail(
      String from, String fromName, String to, String subject, String text, Attachment attached) {}

  /** A file that goes with a mail. */
  public record Attachment(String name, String type, byte[] bytes) {}

  /** A mail as people read it. */
  public record Readable(
      String from, String to, String subject, String text, List<String> attachments) {}

  /**
   * Writes a mail.
   *
   * @throws IllegalArgumentException if an address is none
   */
  public static byte[] write(Mail mail, Instant at) {
    try {
      MimeMessage message = new MimeMessage(Session.getInstance(new Properties()));
      message.setFrom(new InternetAddress(mail.from(), mail.fromName(), "UTF-8"));
      message.setRecipient(Message.RecipientType.TO, new InternetAddress(mail.to(), true));
      message.setSubject(mail.subject(), "UTF-8");
      message.setSentDate(Date.from(at));
      MimeBodyPart text = new MimeBodyPart();
      text.setText(mail.text(), "UTF-8");
      MimeBodyPart file = new MimeBodyPart();
      file.setDataHandler(
          new DataHandler(
              new ByteArrayDataSource(mail.attached().bytes(), mail.attached().type())));
      file.setFileName(mail.attached().name());
      message.setContent(new MimeMultipart(text, file));
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      message.writeTo(out);
      return out.toByteArray();
    } catch (MessagingException | IOException e) {
      throw new IllegalArgumentException("email to " + mail.to() + ": " + e.getMessage(), e);
    }
  }

  /** Reads a mail that was written here. */
  public static Readable read(byte[] eml) {
    try {
      MimeMessage message =
          new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(eml));
      Multipart parts = (Multipart) message.getContent();
      StringBuilder text = new StringBuilder();
      List<String> files = new ArrayList<>();
      for (int i = 0; i < parts.getCount(); i++) {
        BodyPart part = parts.getBodyPart(i);
        if (Part.ATTACHMENT.equalsIgnoreCase(part.getDisposition())) {
          files.add(part.getFileName());
        } else {
          text.append(part.getContent());
        }
      }
      return new Readable(
          ((InternetAddress) message.getFrom()[0]).toUnicodeString(),
          ((InternetAddress) message.getRecipients(Message.RecipientType.TO)[0]).getAddress(),
          message.getSubject(),
          text.toString(),
          files);
    } catch (MessagingException | IOException e) {
      throw new IllegalArgumentException("this is not an email: " + e.getMessage(), e);
    }
  }
}
