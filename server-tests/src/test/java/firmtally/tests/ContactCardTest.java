package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Contacts leave and come as vCards, each once. */
class ContactCardTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private static byte[] cards(String... lines) {
    StringBuilder file = new StringBuilder();
    for (String line : lines) {
      file.append("BEGIN:VCARD\r\nVERSION:3.0\r\n").append(line.replace("|", "\r\n"));
      file.append("\r\nEND:VCARD\r\n");
    }
    return file.toString().getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void comeFromAFileAndLeaveAsOne() {
    String door = "/api/accounts/" + HOUSE.accountOf("mara", 5) + "/contacts";
    byte[] file =
        cards(
            "FN:Card One|EMAIL:one@card.example|TEL:555 11|TITLE:Buyer",
            "FN:Card Two",
            "FN:card one|EMAIL:other@card.example",
            "FN:Card Bad|EMAIL:no address");
    JsonNode taken = rep.upload(door + "/vcards", "c.vcf", file).is(200).body();
    assertThat(taken.path("added").asInt()).isEqualTo(2);
    assertThat(taken.path("known").toString()).isEqualTo("[\"card one\"]");
    assertThat(taken.at("/refused/0").asString()).startsWith("Card Bad: ");
    assertThat(rep.upload(door + "/vcards", "c.vcf", file).is(200).body().path("added").asInt())
        .isZero();
    assertThat(rep.get(door + ".vcf").is(200).words())
        .contains("FN:Card One", "TITLE:Buyer", "EMAIL", "FN:Card Two");
    rep.upload(door + "/vcards", "c.vcf", "x".getBytes(StandardCharsets.UTF_8)).is(422);
    Guest.signedIn(HOUSE, "tom").upload(door + "/vcards", "c.vcf", file).is(403);
  }

  @Test
  void aContactIsACodeForAPhone() {
    long account = HOUSE.accountOf("mara", 5);
    JsonNode contact = rep.get("/api/accounts/" + account + "/contacts").is(200).body().path(0);
    String door = "/api/contacts/" + contact.path("id").asLong();
    assertThat(rep.get(door + "/contact.vcf").is(200).words())
        .contains("FN:" + contact.path("name").asString());
    Guest.Answer code = rep.get(door + "/qr.svg").is(200);
    assertThat(code.headers().get("content-type")).isEqualTo("image/svg+xml");
    assertThat(code.words()).startsWith("<svg ");
  }
}
