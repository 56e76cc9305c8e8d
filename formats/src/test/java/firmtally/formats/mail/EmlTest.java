package firmtally.formats.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class EmlTest {
  private static Eml.Mail to(String address) {
    return new Eml.Mail(
        "mara@harrowplumb.example",
        "Mara Lind",
        address,
        "Quote Q-1001: Größe",
        "Dear Łucja,\n\nsee the file.",
        new Eml.Attachment("Q-1001.pdf", "application/pdf", new byte[] {1, 2, 3}));
  }

  @Test
  void whatIsWrittenCanBeRead() {
    byte[] eml = Eml.write(to("lucja@greyfen.example"), Instant.parse("2027-03-01T09:00:00Z"));
    Eml.Readable mail = Eml.read(eml);
    assertThat(mail.subject()).isEqualTo("Quote Q-1001: Größe");
    assertThat(mail.to()).isEqualTo("lucja@greyfen.example");
    assertThat(mail.from()).contains("Mara Lind");
    assertThat(mail.text()).contains("Dear Łucja,");
    assertThat(mail.attachments()).isEqualTo(List.of("Q-1001.pdf"));
  }

  @Test
  void refusesWhatIsNoAddress() {
    assertThatThrownBy(() -> Eml.write(to("no address at all"), Instant.EPOCH))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("no address at all");
  }
}
