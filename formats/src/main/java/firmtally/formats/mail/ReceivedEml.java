package firmtally.formats.mail;

import jakarta.mail.Address;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.InternetHeaders;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Date;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;

/** An email that came from outside, read from the bytes of an EML file. */
public final class ReceivedEml {
  private static final int DEEPEST = 12;
  private static final int MOST_PARTS = 100;

  /** What is read of a text, in characters; the file holds the rest. */
  private static final int LONGEST_TEXT = 100_000;

  private static final int LONGEST_PAGE = 2_000_000;
  private static final Pattern ID = Pattern.compile("<([^<>\\s]{1,250})>");
  private static final Pattern FOR_GOOD = Pattern.compile("5\\.\\d{1,3}\\.\\d{1,3}");
  private static final String PLAIN_TYPE = "text/plain";
  private final List<Eml.Attachment> files = new ArrayList<>();
  private final StringBuilder plain = new StringBuilder();
  private final StringBuilder html = new StringBuilder();
  private final List<Undelivered> undelivered = new ArrayList<>();
  private String returned = "";
  private int parts;

  private ReceivedEml() {}

  /**
   * What an email says.
   *
   * @param id its Message-ID, without the brackets; blank where it has none
   * @param text what a person reads of it; cut where it is longer than a book
   * @param answers the Message-IDs of the emails that it answers, the nearest first
   * @param sent when it was sent, as it says; empty where it says nothing
   * @param automatic whether no person wrote it: an automatic reply, a list, a report
   * @param attachments with their names as they came
   * @param undelivered where it reports that an email was not delivered: to whom, and why
   */
  public record Received(
      String id,
      List<String> answers,
      String from,
      String fromName,
      List<String> to,
      List<String> copies,
      String subject,
      String text,
      Optional<Instant> sent,
      boolean automatic,
      List<Eml.Attachment> attachments,
      List<Undelivered> undelivered) {}

  /**
   * An address that an email did not reach.
   *
   * @param forGood whether it is no use to try again
   */
  public record Undelivered(String address, String words, boolean forGood) {}

  /**
   * Reads an email.
   *
   * @throws IllegalArgumentException when the bytes are no email
   */
  public static Received read(byte[] eml) {
    try {
      MimeMessage message =
          new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(eml));
      if (message.getFrom() == null || message.getFrom().length == 0) {
        throw new IllegalArgumentException("This is not an email: it names no sender.");
      }
      ReceivedEml reading = new ReceivedEml();
      reading.part(message, 0);
      return reading.received(message);
    } catch (MessagingException | IOException e) {
      throw new IllegalArgumentException("This is not an email that can be read.", e);
    }
  }

  private Received received(MimeMessage message) throws MessagingException {
    InternetAddress from = (InternetAddress) message.getFrom()[0];
    List<String> answers = new ArrayList<>(ids(message, "In-Reply-To"));
    List<String> chain = ids(message, "References");
    for (int i = chain.size() - 1; i >= 0; i--) {
      if (!answers.contains(chain.get(i))) {
        answers.add(chain.get(i));
      }
    }
    if (!returned.isEmpty()) {
      answers.add(returned);
    }
    Date sent = message.getSentDate();
    return new Received(
        ids(message, "Message-ID").stream().findFirst().orElse(""),
        answers,
        Optional.ofNullable(from.getAddress()).orElse(""),
        Optional.ofNullable(from.getPersonal()).orElse(""),
        addresses(message, Message.RecipientType.TO),
        addresses(message, Message.RecipientType.CC),
        Optional.ofNullable(message.getSubject()).orElse("").replaceAll("\\s+", " ").strip(),
        text(),
        Optional.ofNullable(sent).map(Date::toInstant),
        isAutomatic(message) || !undelivered.isEmpty(),
        List.copyOf(files),
        List.copyOf(undelivered));
  }

  private String text() {
    String text = plain.isEmpty() ? ofHtml(cut(html, LONGEST_PAGE)) : cut(plain, LONGEST_TEXT);
    String read = text.replace("\r\n", "\n").replaceAll("\n{3,}", "\n\n").strip();
    return cut(new StringBuilder(read), LONGEST_TEXT);
  }

  private static String cut(StringBuilder text, int most) {
    return text.length() <= most ? text.toString() : text.substring(0, most) + "…";
  }

  private static String ofHtml(String html) {
    if (html.isBlank()) {
      return "";
    }
    Document page = Jsoup.parse(html);
    page.select("script, style, head").remove();
    page.select("br, div, tr, li").append("\n");
    page.select("p, h1, h2, h3").append("\n\n");
    return page.wholeText().replaceAll("[ \\t\\u00a0]+", " ").replaceAll(" *\n *", "\n");
  }

  private void part(Part part, int depth) throws MessagingException, IOException {
    if (depth > DEEPEST || ++parts > MOST_PARTS) {
      throw new IllegalArgumentException("This email has too many parts within one another.");
    }
    String name = name(part);
    if (part.isMimeType("multipart/*") && part.getContent() instanceof Multipart of) {
      for (int i = 0; i < of.getCount(); i++) {
        part(of.getBodyPart(i), depth + 1);
      }
    } else if (part.isMimeType("message/delivery-status")) {
      report(bytes(part));
    } else if (part.isMimeType("text/rfc822-headers")
        || part.isMimeType("message/rfc822") && !undelivered.isEmpty()) {
      returned = returnedId(bytes(part));
    } else if (part.isMimeType("message/rfc822")) {
      files.add(
          new Eml.Attachment(name.isEmpty() ? "email.eml" : name, "message/rfc822", bytes(part)));
    } else if (Part.ATTACHMENT.equalsIgnoreCase(part.getDisposition()) || !name.isEmpty()) {
      files.add(new Eml.Attachment(name.isEmpty() ? "file" : name, type(part), bytes(part)));
    } else if (part.isMimeType(PLAIN_TYPE)) {
      plain.append(words(part)).append('\n');
    } else if (part.isMimeType("text/html")) {
      html.append(words(part)).append('\n');
    } else if (part.isMimeType("text/calendar")) {
      files.add(new Eml.Attachment("invitation.ics", "text/calendar", bytes(part)));
    }
  }

  private static String name(Part part) throws MessagingException, IOException {
    String name = part.getFileName();
    return name == null ? "" : MimeUtility.decodeText(name).strip();
  }

  private static String type(Part part) throws MessagingException {
    return part.getContentType().replaceAll(";(?s).*", "").strip().toLowerCase(Locale.ROOT);
  }

  private static byte[] bytes(Part part) throws MessagingException, IOException {
    try (InputStream in = part.getInputStream()) {
      return in.readAllBytes();
    }
  }

  /** The text of a part; one in letters that nobody knows is read as Latin ones. */
  private static String words(Part part) throws MessagingException, IOException {
    try {
      return String.valueOf(part.getContent());
    } catch (java.io.UnsupportedEncodingException e) {
      return new String(bytes(part), StandardCharsets.ISO_8859_1);
    }
  }

  /** A delivery status (RFC 3464): groups of fields, one for each recipient behind the first. */
  private void report(byte[] status) throws MessagingException {
    for (String group : new String(status, StandardCharsets.UTF_8).split("\\r?\\n\\s*\\r?\\n")) {
      InternetHeaders fields =
          new InternetHeaders(
              new ByteArrayInputStream(
                  (group.strip() + "\r\n\r\n").getBytes(StandardCharsets.UTF_8)));
      String address = field(fields, "Final-Recipient");
      if (address.isEmpty() || !field(fields, "Action").equalsIgnoreCase("failed")) {
        continue;
      }
      String diagnostic = field(fields, "Diagnostic-Code");
      String code = field(fields, "Status");
      undelivered.add(
          new Undelivered(
              afterKind(address),
              diagnostic.isEmpty() ? "Status " + code : afterKind(diagnostic),
              FOR_GOOD.matcher(code).matches()));
    }
  }

  private static String field(InternetHeaders fields, String name) {
    String value = fields.getHeader(name, null);
    return value == null ? "" : value.replaceAll("\\s+", " ").strip();
  }

  /** Behind what says of which kind it is: {@code rfc822; somebody@mill.example}. */
  private static String afterKind(String value) {
    return value.substring(value.indexOf(';') + 1).strip();
  }

  private static String returnedId(byte[] headers) throws MessagingException {
    InternetHeaders fields = new InternetHeaders(new ByteArrayInputStream(headers));
    Matcher id = ID.matcher(field(fields, "Message-ID"));
    return id.find() ? id.group(1) : "";
  }

  private static boolean isAutomatic(MimeMessage message) throws MessagingException {
    String submitted = header(message, "Auto-Submitted");
    return !submitted.isEmpty() && !submitted.toLowerCase(Locale.ROOT).startsWith("no")
        || !header(message, "List-Id").isEmpty()
        || header(message, "Precedence").matches("(?i)bulk|list|junk|auto_reply");
  }

  private static String header(MimeMessage message, String name) throws MessagingException {
    return Optional.ofNullable(message.getHeader(name, null)).orElse("").strip();
  }

  private static List<String> ids(MimeMessage message, String header) throws MessagingException {
    return ID.matcher(header(message, header)).results().map(found -> found.group(1)).toList();
  }

  private static List<String> addresses(MimeMessage message, Message.RecipientType type)
      throws MessagingException {
    Address[] of = message.getRecipients(type);
    return Optional.ofNullable(of).stream()
        .flatMap(Arrays::stream)
        .flatMap(a -> a instanceof InternetAddress address ? Stream.of(address) : Stream.empty())
        .map(InternetAddress::getAddress)
        .toList();
  }
}
