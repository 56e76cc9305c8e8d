package firmtally.server.integration.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import firmtally.formats.mail.Eml;
import firmtally.formats.mail.ReceivedEml;
import firmtally.server.platform.ids.MailId;
import jakarta.mail.internet.MimeMessage;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Emails leave by SMTP, tried against a mail server that nobody here wrote. */
class SmtpMailTest {
  private static final Clock CLOCK =
      Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  private static final String HERE = "127.0.0.1";
  private final GreenMail server =
      new GreenMail(new ServerSetup(0, HERE, ServerSetup.PROTOCOL_SMTP));

  @BeforeEach
  void start() {
    server.start();
    server.setUser("tally@harrowplumb.example", "tally", "a-password");
  }

  @AfterEach
  void stop() {
    server.stop();
  }

  private SmtpMail mail(String user, String password, String security) {
    return new SmtpMail(
        new SmtpSettings(HERE, server.getSmtp().getPort(), user, password, security), CLOCK);
  }

  private static Eml.Mail email(String... to) {
    return new Eml.Mail(
        "email-7.1@harrowplumb.example",
        List.of(),
        "sales@harrowplumb.example",
        "Harrow & Plumb",
        List.of(to),
        List.of("copy@buyer.example"),
        "Quote Q-1009: Žofia’s scales",
        "Dear Ms Reed,\n\nplease find …",
        List.of(
            new Eml.Attachment(
                "Q-1009.pdf",
                "application/pdf",
                "%PDF-1.7 x".getBytes(StandardCharsets.ISO_8859_1))));
  }

  @Test
  void arrivesWholeWithTheMessageIdThatAnswersWillName() throws Exception {
    mail("", "", "none").deliver(new MailId(7), email("jane@buyer.example"));
    MimeMessage[] arrived = server.getReceivedMessages();
    assertThat(arrived).hasSize(2);
    assertThat(arrived[0].getMessageID()).isEqualTo("<email-7.1@harrowplumb.example>");
    ReceivedEml.Received read = ReceivedEml.read(bytes(arrived[0]));
    assertThat(read.subject()).isEqualTo("Quote Q-1009: Žofia’s scales");
    assertThat(read.to()).containsExactly("jane@buyer.example");
    assertThat(read.text()).contains("please find …");
    assertThat(read.attachments()).extracting(Eml.Attachment::name).containsExactly("Q-1009.pdf");
  }

  private static byte[] bytes(MimeMessage message) throws Exception {
    var out = new java.io.ByteArrayOutputStream();
    message.writeTo(out);
    return out.toByteArray();
  }

  @Test
  void signsInWhereTheServerWantsIt() {
    mail("tally", "a-password", "none").deliver(new MailId(7), email("jane@buyer.example"));
    assertThat(server.getReceivedMessages()).hasSize(2);
    SmtpMail wrong = mail("tally", "another", "none");
    assertThatThrownBy(() -> wrong.deliver(new MailId(7), email("jane@buyer.example")))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageStartingWith("email 7: ");
  }

  @Test
  void neverSendsOpenlyWhatIsToBeSentOverTls() {
    SmtpMail closed = mail("", "", "starttls");
    assertThatThrownBy(() -> closed.deliver(new MailId(7), email("jane@buyer.example")))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("STARTTLS");
    assertThat(server.getReceivedMessages()).isEmpty();
  }

  @Test
  void aServerThatIsNotThereIsTriedAgain() {
    int port = server.getSmtp().getPort();
    server.stop();
    SmtpMail gone = new SmtpMail(new SmtpSettings(HERE, port, "", "", "none"), CLOCK);
    assertThatThrownBy(() -> gone.deliver(new MailId(7), email("jane@buyer.example")))
        .isInstanceOf(IllegalStateException.class);
  }

  /** A server that knows nobody by this name, for good or for now. */
  private static ServerSocket refusing(String answer) throws IOException {
    ServerSocket socket = new ServerSocket(0, 1, InetAddress.getByName(HERE));
    Thread talk =
        new Thread(
            () -> {
              try (Socket client = socket.accept();
                  BufferedReader in =
                      new BufferedReader(
                          new InputStreamReader(
                              client.getInputStream(), StandardCharsets.ISO_8859_1))) {
                say(client, "220 here");
                String line = in.readLine();
                while (line != null && !line.startsWith("QUIT")) {
                  say(client, line.startsWith("RCPT TO:<gone") ? answer : "250 fine");
                  line = in.readLine();
                }
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            });
    talk.setDaemon(true);
    talk.start();
    return socket;
  }

  private static void say(Socket client, String line) throws IOException {
    client.getOutputStream().write((line + "\r\n").getBytes(StandardCharsets.ISO_8859_1));
  }

  @Test
  void anAddressThatIsRefusedForGoodIsNamed() throws IOException {
    try (ServerSocket socket = refusing("550 5.1.1 no such mailbox")) {
      SmtpMail mail =
          new SmtpMail(new SmtpSettings(HERE, socket.getLocalPort(), "", "", "none"), CLOCK);
      OutgoingMail.Refused refused =
          catchThrowableOfType(
              OutgoingMail.Refused.class,
              () -> mail.deliver(new MailId(7), email("gone@buyer.example")));
      assertThat(refused.refusals())
          .containsExactly(
              new OutgoingMail.Refusal("gone@buyer.example", "550 5.1.1 no such mailbox"));
    }
  }

  @Test
  void anAddressThatIsRefusedForNowIsTriedAgain() throws IOException {
    try (ServerSocket socket = refusing("450 4.2.1 busy")) {
      SmtpMail mail =
          new SmtpMail(new SmtpSettings(HERE, socket.getLocalPort(), "", "", "none"), CLOCK);
      assertThatThrownBy(() -> mail.deliver(new MailId(7), email("gone@buyer.example")))
          .isInstanceOf(IllegalStateException.class);
    }
  }
}
