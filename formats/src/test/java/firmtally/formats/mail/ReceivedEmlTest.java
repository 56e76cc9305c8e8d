package firmtally.formats.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class ReceivedEmlTest {
  private static ReceivedEml.Received read(String... lines) {
    return ReceivedEml.read(String.join("\r\n", lines).getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void theThreadIsNamedFromTheNearestOn() {
    ReceivedEml.Received email =
        read(
            "Message-ID: <c@x.example>",
            "In-Reply-To: <b@x.example>",
            "References: <a@x.example>",
            " <b@x.example>",
            "From: jo@x.example",
            "Subject: Re:",
            "  folded",
            "",
            "Hi");
    assertThat(email.id()).isEqualTo("c@x.example");
    assertThat(email.answers()).containsExactly("b@x.example", "a@x.example");
    assertThat(email.subject()).isEqualTo("Re: folded");
    assertThat(email.automatic()).isFalse();
  }

  @Test
  void lettersThatNobodyKnowsLoseNothing() {
    ReceivedEml.Received email =
        read(
            "From: jo@x.example", "Content-Type: text/plain; charset=x-unheard-of", "", "Hi there");
    assertThat(email.text()).isEqualTo("Hi there");
    assertThat(email.id()).isEmpty();
  }

  @Test
  void whatNoPersonWroteIsKnown() {
    assertThat(read("From: a@x.example", "Auto-Submitted: no", "", "x").automatic()).isFalse();
    for (String header :
        new String[] {"Auto-Submitted: auto-replied", "Precedence: bulk", "List-Id: <l>"}) {
      assertThat(read("From: a@x.example", header, "", "x").automatic()).as(header).isTrue();
    }
  }

  @Test
  void aDelayIsNotForGood() {
    ReceivedEml.Received email =
        read(
            "From: mailer@mx.example",
            "Content-Type: multipart/report; report-type=delivery-status; boundary=b",
            "",
            "--b",
            "Content-Type: message/delivery-status",
            "",
            "Reporting-MTA: dns; mx.example",
            "",
            "Final-Recipient: rfc822; slow@x.example",
            "Action: delayed",
            "Status: 4.4.1",
            "",
            "Final-Recipient: rfc822; full@x.example",
            "Action: failed",
            "Status: 4.2.2",
            "",
            "--b--");
    assertThat(email.undelivered())
        .containsExactly(new ReceivedEml.Undelivered("full@x.example", "Status 4.2.2", false));
  }

  @Test
  void partsWithoutEndAreRefused() {
    StringBuilder eml = new StringBuilder("From: a@x.example\r\n");
    for (int i = 0; i < 40; i++) {
      eml.append("Content-Type: multipart/mixed; boundary=b").append(i).append("\r\n\r\n--b");
      eml.append(i).append("\r\n");
    }
    assertThatThrownBy(() -> ReceivedEml.read(eml.toString().getBytes(StandardCharsets.UTF_8)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("too many parts");
  }

  @Test
  void whatNamesNoSenderIsNoEmail() {
    assertThatThrownBy(() -> read("%PDF-1.7", "", "x"))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("names no sender");
  }
}
