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
import java.util.Arrays;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.stream.Stream;

/** A mail with its attached files, as the bytes of an EML file and back. */
public final class Eml {
  private Eml() {}

  /**
   * A mail to be written.
   *
   * @param id its Message-ID, without the brackets around it
   * @param to one or several
   * @param copies who get a copy, for all to see
   */
  public record Mail(
      String id,
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
      MimeBodyPart text = new MimeBodyPart();
      text.setText(mail.text(), "UTF-8");
      MimeMultipart parts = new MimeMultipart(text);
      for (Attachment attached : mail.attached()) {
        MimeBodyPart file = new MimeBodyPart();
        file.setDataHandler(
            new DataHandler(new ByteArrayDataSource(attached.bytes(), attached.type())));
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

  private static InternetAddress[] addresses(List<String> texts) throws MessagingException {
    InternetAddress[] addresses = new InternetAddress[texts.size()];
    for (int i = 0; i < addresses.length; i++) {
      addresses[i] = new InternetAddress(texts.get(i), true);
    }
    return addresses;
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
          texts(message, Message.RecipientType.TO),
          texts(message, Message.RecipientType.CC),
          message.getSubject(),
          text.toString(),
          files);
    } catch (MessagingException | IOException e) {
      throw new IllegalArgumentException("this is not an email: " + e.getMessage(), e);
    }
  }

  private static List<String> texts(MimeMessage message, Message.RecipientType type)
      throws MessagingException {
    return Optional.ofNullable(message.getRecipients(type)).stream()
        .flatMap(Arrays::stream)
        .flatMap(a -> a instanceof InternetAddress address ? Stream.of(address) : Stream.empty())
        .map(InternetAddress::getAddress)
        .toList();
  }
}
