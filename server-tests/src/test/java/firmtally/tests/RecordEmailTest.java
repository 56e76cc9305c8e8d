package firmtally.tests;

import static firmtally.tests.Sales.newOpportunity;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** An email is written from a record, leaves as it was seen, and is kept as an activity. */
class RecordEmailTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private static String door(String kind, Object id) {
    return "/api/records/" + kind + "/" + id + "/emails";
  }

  private static Map<String, Object> email(String to, String text) {
    return new HashMap<>(Map.of("to", to, "subject", "Your scales", "text", text));
  }

  private JsonNode latest() {
    JsonNode mail = rep.get("/api/outbox").is(200).body().path("rows").path(0);
    return rep.get("/api/outbox/" + mail.path("id").asString()).is(200).body();
  }

  @Test
  void beginsAsATextWithItsFieldsFilledIn() {
    long opportunity = newOpportunity(rep, "Written to");
    Guest.Answer draft = rep.get(door("opportunity", opportunity) + "/draft").is(200);
    assertThat(draft.text("/subject")).isEqualTo("Written to");
    assertThat(draft.text("/to")).isEqualTo("way@saltmere.example");
    assertThat(draft.text("/texts/0/text"))
        .contains("Ada Fallow")
        .contains("Written to")
        .contains("Mara Lind")
        .doesNotContain("{");
    assertThat(draft.body().path("texts")).hasSize(3);
  }

  @Test
  void leavesAsItWasSeenWithFilesAndStandsAmongTheActivities() {
    long opportunity = newOpportunity(rep, "With a file");
    rep.upload(
            "/api/records/opportunity/" + opportunity + "/files",
            "Data sheet.txt",
            "x".getBytes(StandardCharsets.UTF_8))
        .is(204);
    long file = rep.get("/api/opportunities/" + opportunity).body().at("/files/0/id").asLong();
    Map<String, Object> typed =
        email("jane@buyer.example; joe@buyer.example", "Dear Jane,\n\nas said.");
    typed.put("copies", "boss@buyer.example");
    typed.put("files", List.of(file));
    Map<String, String> key = Map.of("Idempotency-Key", "email-1");
    rep.send(HttpMethod.POST, door("opportunity", opportunity), typed, key).is(204);
    rep.send(HttpMethod.POST, door("opportunity", opportunity), typed, key).is(204);
    JsonNode mail = latest();
    assertThat(mail.path("from").asString()).contains("mara@harrowplumb.example");
    assertThat(mail.path("to").toString()).contains("jane@buyer.example", "joe@buyer.example");
    assertThat(mail.path("copies").toString()).contains("boss@buyer.example");
    assertThat(mail.path("text").asString()).isEqualTo("Dear Jane,\n\nas said.");
    assertThat(mail.path("attachments").toString()).contains("Data sheet.txt");
    JsonNode activities = rep.get("/api/opportunities/" + opportunity).body().path("activities");
    assertThat(activities)
        .filteredOn(a -> a.path("kind").asString().equals("email") && !a.path("doneAt").isNull())
        .singleElement()
        .satisfies(
            a ->
                assertThat(a.path("subject").asString())
                    .contains("jane@buyer.example", "Your scales"))
        .satisfies(a -> assertThat(a.path("outcome").asString()).contains("as said."));
  }

  @Test
  void whatIsNotReadyToLeaveIsNamed() {
    long opportunity = newOpportunity(rep, "Not ready");
    for (Map<String, Object> wrong :
        List.of(
            email("", "x"),
            email("no address", "x"),
            email("jane@buyer.example", ""),
            email("jane@buyer.example", "Dear {contact},"))) {
      rep.post(door("opportunity", opportunity), wrong).is(422);
    }
    Map<String, Object> foreign = email("jane@buyer.example", "x");
    foreign.put("files", List.of(999_999));
    rep.post(door("opportunity", opportunity), foreign).is(404);
    rep.get(door("product", 1) + "/draft").is(403);
  }

  @Test
  void onlyWhoMayChangeARecordWritesFromIt() {
    long opportunity = newOpportunity(rep, "Not theirs");
    Guest other = Guest.signedIn(HOUSE, "tom");
    other.get(door("opportunity", opportunity) + "/draft").is(403);
    other.post(door("opportunity", opportunity), email("jane@buyer.example", "x")).is(403);
  }

  @Test
  void anEnquiryThatIsWrittenToIsBeingTalkedAbout() {
    long enquiry =
        rep.post("/api/enquiries", EnquiryTest.enquiry("Letter Farm", "555 77", "")).is(200).id();
    rep.post(door("enquiry", enquiry), email("farm@letter.example", "When may I call?")).is(204);
    assertThat(rep.get("/api/enquiries/" + enquiry).is(200).body().toString()).contains("talking");
    rep.post(door("account", 16), email("farm@letter.example", "Hello")).is(204);
    assertThat(rep.get("/api/accounts/16").is(200).body().path("activities").toString())
        .contains("To farm@letter.example: Your scales");
  }
}
