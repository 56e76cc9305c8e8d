package firmtally.formats.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class EmlTest {
  private static Eml.Mail to(String address) {
    return new Eml.Mail(
        "email-7.1772355600@harrowplumb.example",
        List.of("first@greyfen.example", "second@greyfen.example"),
        "mara@harrowplumb.example",
        "Mara Lind",
        List.of(address, "stores@greyfen.example"),
        List.of("mara@harrowplumb.example"),
        "Quote Q-1001: Größe",
        "Dear Łucja,\n\nsee the file.",
        List.of(
            new Eml.Attachment("Q-1001.pdf", "application/pdf", new byte[] {1, 2, 3}),
            new Eml.Attachment("Prüfschein.pdf", "application/pdf", new byte[] {4})));
  }

  @Test
  void whatIsWrittenCanBeRead() {
    byte[] eml = Eml.write(to("lucja@greyfen.example"), Instant.parse("2027-03-01T09:00:00Z"));
    ReceivedEml.Received mail = ReceivedEml.read(eml);
    assertThat(mail.subject()).isEqualTo("Quote Q-1001: Größe");
    assertThat(mail.to()).containsExactly("lucja@greyfen.example", "stores@greyfen.example");
    assertThat(mail.copies()).containsExactly("mara@harrowplumb.example");
    assertThat(mail.fromName()).isEqualTo("Mara Lind");
    assertThat(mail.from()).isEqualTo("mara@harrowplumb.example");
    assertThat(mail.answers()).containsExactly("second@greyfen.example", "first@greyfen.example");
    assertThat(mail.sent()).contains(Instant.parse("2027-03-01T09:00:00Z"));
    assertThat(mail.text()).contains("Dear Łucja,");
    assertThat(mail.attachments())
        .extracting(Eml.Attachment::name)
        .containsExactly("Q-1001.pdf", "Prüfschein.pdf");
  }

  @Test
  void itsIdIsTheOneThatWasGivenAndNotOfThisMachine() {
    byte[] eml = Eml.write(to("lucja@greyfen.example"), Instant.parse("2027-03-01T09:00:00Z"));
    assertThat(new String(eml, StandardCharsets.UTF_8))
        .containsOnlyOnce("Message-ID: <email-7.1772355600@harrowplumb.example>");
  }

  @Test
  void refusesWhatIsNoAddress() {
    assertThatThrownBy(() -> Eml.write(to("no address at all"), Instant.EPOCH))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("no address at all");
  }
}
