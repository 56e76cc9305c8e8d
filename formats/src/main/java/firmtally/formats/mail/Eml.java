package firmtally.formats.mail;

import jakarta.activation.DataHandler;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.internet.MimeUtility;
import jakarta.mail.util.ByteArrayDataSource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.Date;
import java.util.List;
import java.util.Properties;

/** A mail with its attached files, as the bytes of an EML file. */
public final class Eml {
  private Eml() {}

  /**
   * A mail to be written.
   *
   * @param id its Message-ID, without the brackets around it
   * @param to one or several
   * @param copies who get a copy, for all to see
   * @param answers the Message-IDs of what it answers, the nearest last; empty for a first one
   * @param attached one of type {@code text/calendar; method=…} is an invitation: it is told as
   *     another way to read the email, so that calendars offer to answer it
   */
  public record Mail(
      String id,
      List<String> answers,
      String from,
      String fromName,
      List<String> to,
      List<String> copies,
      String subject,
      String text,
      List<Attachment> attached) {}

  /** A file that goes with a mail. */
  public record Attachment(String name, String type, byte[] bytes) {}

  /** A mail as people read it. */
  public record Readable(
      String from,
      List<String> to,
      List<String> copies,
      String subject,
      String text,
      List<String> attachments) {}

  /** One whose Message-ID is given: the library would name this machine in it. */
  private static final class OwnId extends MimeMessage {
    private final String id;

    OwnId(String id) {
      super(Session.getInstance(new Properties()));
      this.id = id;
    }

    @Override
    protected void updateMessageID() throws MessagingException {
      setHeader("Message-ID", id);
    }
  }

  /**
   * Writes a mail.
   *
   * @throws IllegalArgumentException if an address is none
   */
  public static byte[] write(Mail mail, Instant at) {
    try {
      MimeMessage message = new OwnId("<" + mail.id() + ">");
      message.setFrom(new InternetAddress(mail.from(), mail.fromName(), "UTF-8"));
      message.setRecipients(Message.RecipientType.TO, addresses(mail.to()));
      message.setRecipients(Message.RecipientType.CC, addresses(mail.copies()));
      message.setSubject(mail.subject(), "UTF-8");
      message.setSentDate(Date.from(at));
      if (!mail.answers().isEmpty()) {
        List<String> chain = mail.answers().stream().map(id -> "<" + id + ">").toList();
        message.setHeader("In-Reply-To", chain.get(chain.size() - 1));
        message.setHeader("References", MimeUtility.fold(12, String.join(" ", chain)));
      }
      MimeMultipart parts = new MimeMultipart(words(mail));
      for (Attachment attached : mail.attached()) {
        MimeBodyPart file = content(attached);
        file.setFileName(attached.name());
        file.setDisposition(Part.ATTACHMENT);
        parts.addBodyPart(file);
      }
      message.setContent(parts);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      message.writeTo(out);
      return out.toByteArray();
    } catch (MessagingException | IOException e) {
      throw new IllegalArgumentException("email to " + mail.to() + ": " + e.getMessage(), e);
    }
  }

  /** The text; with an invitation beside it where there is one. */
  private static MimeBodyPart words(Mail mail) throws MessagingException {
    MimeBodyPart text = new MimeBodyPart();
    text.setText(mail.text(), "UTF-8");
    List<Attachment> invitations =
        mail.attached().stream().filter(file -> file.type().contains("method=")).toList();
    if (invitations.isEmpty()) {
      return text;
    }
    MimeMultipart ways = new MimeMultipart("alternative", text);
    for (Attachment invitation : invitations) {
      ways.addBodyPart(content(invitation));
    }
    MimeBodyPart both = new MimeBodyPart();
    both.setContent(ways);
    return both;
  }

  private static MimeBodyPart content(Attachment file) throws MessagingException {
    MimeBodyPart part = new MimeBodyPart();
    part.setDataHandler(new DataHandler(new ByteArrayDataSource(file.bytes(), file.type())));
    return part;
  }

  private static InternetAddress[] addresses(List<String> texts) throws MessagingException {
    InternetAddress[] addresses = new InternetAddress[texts.size()];
    for (int i = 0; i < addresses.length; i++) {
      addresses[i] = new InternetAddress(texts.get(i), true);
    }
    return addresses;
  }
}
