package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.customers.email.IncomingEmails;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Emails from outside find their records, once each, and are answered in their thread. */
class IncomingEmailTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private static String eml(String id, String from, String subject, String more, String text) {
    return String.join(
        "\r\n",
        "Message-ID: <" + id + ">",
        "Date: Mon, 15 Mar 2027 09:00:00 +0100",
        "From: " + from,
        "To: sales@harrowplumb.example",
        "Subject: " + subject,
        "MIME-Version: 1.0",
        more + "Content-Type: text/plain; charset=UTF-8",
        "",
        text,
        "");
  }

  /** Puts emails into the folder, and has them taken over. */
  private int arrive(String... emails) {
    Path folder = HOUSE.data().resolve("mail-in");
    try {
      Files.createDirectories(folder);
      for (int i = 0; i < emails.length; i++) {
        Path file = folder.resolve("email-" + System.nanoTime() + "-" + i + ".eml");
        Files.writeString(file, emails[i]);
        Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(60 - i)));
      }
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    return HOUSE.part(IncomingEmails.class).takeWaiting();
  }

  private JsonNode row(Guest who, String subject) {
    for (JsonNode row : who.get("/api/inbox").is(200).body().path("rows")) {
      if (row.path("subject").asString().equals(subject)) {
        return row;
      }
    }
    throw new AssertionError("no email " + subject);
  }

  private JsonNode activities(long opportunity) {
    return rep.get("/api/opportunities/" + opportunity).is(200).body().path("activities");
  }

  private Guest.Answer drop(String record, Object id, String eml) {
    return rep.upload(
        "/api/records/" + record + "/" + id + "/received",
        "a.eml",
        eml.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void whatAnswersOurEmailComesToItsRecordAndIsAnsweredInTheThread() {
    long opportunity = newOpportunity(rep, "Threaded");
    Map<String, Object> ours =
        Map.of("to", "jane@stranger.example", "subject", "Scales", "text", "Dear Jane");
    rep.post("/api/records/opportunity/" + opportunity + "/emails", ours).is(204);
    String left = rep.get("/api/outbox").text("/rows/0/id");
    String ourId = header(rep.get("/api/outbox/" + left + "/mail.eml").words(), "Message-ID");
    assertThat(
            arrive(
                eml(
                    "a1@stranger.example",
                    "Jane Reed <jane@stranger.example>",
                    "Re: Scales",
                    "In-Reply-To: " + ourId + "\r\n",
                    "Can you come on Friday?")))
        .isEqualTo(1);
    JsonNode row = row(rep, "Re: Scales");
    assertThat(row.path("recordId").asLong()).isEqualTo(opportunity);
    assertThat(row.path("foundBy").asString()).isEqualTo("thread");
    assertThat(row.path("waits").asBoolean()).isTrue();
    assertThat(activities(opportunity))
        .anySatisfy(
            a -> assertThat(a.path("subject").asString()).isEqualTo("Answer Jane Reed: Re: Scales"))
        .anySatisfy(
            a -> assertThat(a.path("outcome").asString()).isEqualTo("Can you come on Friday?"));
    answer(opportunity, row.path("id").asLong());
    String answer = rep.get("/api/outbox").text("/rows/0/id");
    String sent = rep.get("/api/outbox/" + answer + "/mail.eml").words();
    assertThat(header(sent, "In-Reply-To")).isEqualTo("<a1@stranger.example>");
    assertThat(sent).contains(ourId);
    assertThat(row(rep, "Re: Scales").path("answeredAt").isNull()).isFalse();
    assertThat(activities(opportunity))
        .noneMatch(
            a ->
                a.path("subject").asString().startsWith("Answer Jane")
                    && a.path("closedAt").isNull());
  }

  private void answer(long opportunity, long received) {
    String door = "/api/records/opportunity/" + opportunity + "/emails";
    Guest.Answer draft = rep.get(door + "/draft?answers=" + received).is(200);
    assertThat(draft.text("/to")).isEqualTo("jane@stranger.example");
    assertThat(draft.text("/subject")).isEqualTo("Re: Scales");
    assertThat(draft.text("/texts/0/text")).contains("> Can you come on Friday?");
    Map<String, Object> typed =
        Map.of(
            "to",
            "jane@stranger.example",
            "subject",
            "Re: Scales",
            "text",
            "Yes.",
            "answers",
            received);
    rep.post(door, typed).is(204);
    rep.post("/api/records/account/16/emails", typed).is(404);
  }

  private static String header(String eml, String name) {
    return eml.lines()
        .filter(line -> line.startsWith(name + ": "))
        .findFirst()
        .orElseThrow()
        .substring(name.length() + 2)
        .strip();
  }

  @Test
  void aNumberOfOursCountsFromThoseOfTheAccountOnly() {
    long opportunity = newOpportunity(rep, "Numbered");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", null))).is(200);
    String number = rep.get("/api/quotes/" + sentQuote(rep, opportunity)).text("/number");
    String known = rep.get("/api/records/opportunity/" + opportunity + "/emails/draft").text("/to");
    arrive(
        eml("n1@x.example", known, number + ": one more thing", "", "Please add a printer."),
        eml("n2@x.example", "eve@nowhere.example", number + ": let me in", "", "Hello."));
    assertThat(row(rep, number + ": one more thing").path("recordId").asLong())
        .isEqualTo(opportunity);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    JsonNode strange = row(manager, number + ": let me in");
    assertThat(strange.path("record").asString()).isEqualTo("enquiry");
    assertThat(strange.path("foundBy").asString()).isEqualTo("new");
    JsonNode enquiry =
        manager.get("/api/enquiries/" + strange.path("recordId").asLong()).is(200).body();
    assertThat(enquiry.at("/enquiry/email").asString()).isEqualTo("eve@nowhere.example");
    assertThat(enquiry.at("/enquiry/source").asString()).isEqualTo("email");
    arrive(eml("n3@x.example", "eve@nowhere.example", "And again", "", "Are you there?"));
    assertThat(row(manager, "And again").path("recordId").asLong())
        .as("the same enquiry")
        .isEqualTo(strange.path("recordId").asLong());
  }

  @Test
  void anAddressThatReadsAsAPatternIsNobodys() {
    long opportunity = newOpportunity(rep, "No pattern");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", null))).is(200);
    String number = rep.get("/api/quotes/" + sentQuote(rep, opportunity)).text("/number");
    arrive(
        eml("p1@x.example", "eve@%", number + ": any domain", "", "Let me in."),
        eml("p2@x.example", "eve@_altmere.example", number + ": nearly theirs", "", "Let me in."));
    assertThat(activities(opportunity).toString()).doesNotContain("any domain", "nearly theirs");
  }

  @Test
  void whatFoundNoRecordIsTakenByTheRecordItIsDroppedOn() {
    String eml = eml("loose@x.example", "x@x.example", "Loose", "Precedence: bulk\r\n", "List.");
    arrive(eml);
    long opportunity = newOpportunity(rep, "Takes it");
    drop("opportunity", opportunity, eml).is(200);
    assertThat(row(rep, "Loose").path("recordId").asLong()).isEqualTo(opportunity);
    assertThat(
            HOUSE.count("SELECT COUNT(*) FROM incoming_email WHERE message_id = 'loose@x.example'"))
        .isEqualTo(1);
  }

  @Test
  void oneThatIsDoneByHandWaitsNoLonger() {
    long opportunity = newOpportunity(rep, "By hand");
    String known = rep.get("/api/records/opportunity/" + opportunity + "/emails/draft").text("/to");
    String number = rep.get("/api/opportunities/" + opportunity).text("/number");
    arrive(eml("hand@x.example", known, number + ": call me", "", "Please call."));
    assertThat(row(rep, number + ": call me").path("waits").asBoolean()).isTrue();
    JsonNode planned =
        activities(opportunity)
            .valueStream()
            .filter(a -> a.path("subject").asString().startsWith("Answer "))
            .findFirst()
            .orElseThrow();
    rep.post(
            "/api/activities/" + planned.path("id").asLong() + "/done", Map.of("outcome", "Called"))
        .is(204);
    assertThat(row(rep, number + ": call me").path("waits").asBoolean()).isFalse();
  }

  @Test
  void oneIsTakenOnceHoweverOftenItComes() {
    long opportunity = newOpportunity(rep, "Once");
    String eml = eml("once@x.example", "jo@x.example", "Once only", "", "Hi.");
    drop("opportunity", opportunity, eml).is(200);
    assertThat(drop("opportunity", opportunity, eml).is(409).text("/detail"))
        .contains("here already");
    assertThat(drop("account", 16, eml).is(409).text("/detail")).contains("another record");
    long before = HOUSE.count("SELECT COUNT(*) FROM incoming_email");
    assertThat(arrive(eml, eml)).isEqualTo(2);
    assertThat(HOUSE.count("SELECT COUNT(*) FROM incoming_email")).isEqualTo(before);
    assertThat(drop("opportunity", opportunity, "no email").is(422).body().toString())
        .contains("names no sender");
  }

  @Test
  void filesThatCameAreTheRecordsAndTheTextOfAPageIsRead() {
    long opportunity = newOpportunity(rep, "With files");
    String eml =
        String.join(
            "\r\n",
            "Message-ID: <files@x.example>",
            "From: =?UTF-8?Q?J=C3=B6rg?= <joerg@x.example>",
            "To: mara@harrowplumb.example",
            "Subject: =?UTF-8?Q?Gr=C3=B6=C3=9Fe?=",
            "MIME-Version: 1.0",
            "Content-Type: multipart/mixed; boundary=b",
            "",
            "--b",
            "Content-Type: text/html; charset=UTF-8",
            "",
            "<html><head><style>p{}</style></head><body><p>Dear Mara,</p><p>see &amp; tell</p></body></html>",
            "--b",
            "Content-Type: application/pdf",
            "Content-Disposition: attachment; filename*=UTF-8''Gr%C3%B6%C3%9Fe.pdf",
            "Content-Transfer-Encoding: base64",
            "",
            "JVBERi0=",
            "--b--",
            "");
    long received = drop("opportunity", opportunity, eml).is(200).id();
    Guest.Answer view = rep.get("/api/inbox/" + received).is(200);
    assertThat(view.text("/row/senderName")).isEqualTo("Jörg");
    assertThat(view.text("/text")).isEqualTo("Dear Mara,\n\nsee & tell");
    assertThat(view.text("/files/0")).isEqualTo("Größe.pdf");
    Guest.Answer page = rep.get("/api/opportunities/" + opportunity);
    assertThat(page.text("/files/0/name")).isEqualTo("Größe.pdf");
    assertThat(rep.get("/api/inbox/" + received + "/mail.eml").is(200).words())
        .contains("JVBERi0=");
    Guest.signedIn(HOUSE, "tom").get("/api/inbox/" + received).is(403);
  }

  @Test
  void anEmailThatCameBackMarksTheAddressAndTellsTheOwner() {
    long opportunity = newOpportunity(rep, "Came back");
    Map<String, Object> ours =
        Map.of("to", "gone@stranger.example", "subject", "Scales", "text", "Dear Jane");
    rep.post("/api/records/opportunity/" + opportunity + "/emails", ours).is(204);
    String left = rep.get("/api/outbox").text("/rows/0/id");
    String ourId = header(rep.get("/api/outbox/" + left + "/mail.eml").words(), "Message-ID");
    arrive(
        String.join(
            "\r\n",
            "Message-ID: <report@mx.example>",
            "From: Mail Delivery <mailer-daemon@mx.example>",
            "To: mara@harrowplumb.example",
            "Subject: Undelivered",
            "Auto-Submitted: auto-replied",
            "MIME-Version: 1.0",
            "Content-Type: multipart/report; report-type=delivery-status; boundary=b",
            "",
            "--b",
            "Content-Type: text/plain",
            "",
            "It did not work.",
            "--b",
            "Content-Type: message/delivery-status",
            "",
            "Reporting-MTA: dns; mx.example",
            "",
            "Final-Recipient: rfc822; gone@stranger.example",
            "Action: failed",
            "Status: 5.1.1",
            "Diagnostic-Code: smtp; 550 no such mailbox",
            "",
            "--b",
            "Content-Type: text/rfc822-headers",
            "",
            "Message-ID: " + ourId,
            "Subject: Scales",
            "",
            "--b--",
            ""));
    assertThat(
            HOUSE.count(
                "SELECT COUNT(*) FROM email_refusal WHERE address = 'gone@stranger.example'"))
        .isEqualTo(1);
    assertThat(activities(opportunity))
        .anySatisfy(
            a ->
                assertThat(a.path("subject").asString())
                    .isEqualTo(
                        "An email did not arrive. gone@stranger.example: 550 no such mailbox"))
        .noneMatch(a -> a.path("subject").asString().startsWith("Answer Mail"));
  }

  @Test
  void whatNoPersonWroteWaitsForSomebodyToSayWhereItBelongs() {
    arrive(
        eml(
            "list@x.example",
            "news@papers.example",
            "Our news",
            "Auto-Submitted: auto-generated\r\n",
            "."));
    Guest manager = Guest.signedIn(HOUSE, "helen");
    JsonNode row = row(manager, "Our news");
    assertThat(row.path("record").isNull()).isTrue();
    long id = row.path("id").asLong();
    rep.get("/api/inbox/" + id).is(404);
    long opportunity = newOpportunity(rep, "Takes the news");
    Map<String, Object> to = Map.of("kind", "opportunity", "id", opportunity);
    rep.post("/api/inbox/" + id + "/record", to).is(404);
    manager.post("/api/inbox/" + id + "/record", to).is(204);
    manager.post("/api/inbox/" + id + "/record", to).is(409);
    assertThat(activities(opportunity).toString()).contains("From news@papers.example: Our news");
  }

  @Test
  void othersAreInvitedToAMeetingAndHearWhenItMoves() {
    long opportunity = newOpportunity(rep, "Meeting");
    Map<String, Object> planned =
        Map.of("kind", "meeting", "subject", "Look at the yard", "due", "2027-03-22", "time", "");
    rep.post("/api/opportunities/" + opportunity + "/activities", planned).is(204);
    JsonNode meeting =
        activities(opportunity)
            .valueStream()
            .filter(a -> a.path("kind").asString().equals("meeting"))
            .findFirst()
            .orElseThrow();
    String door = "/api/activities/" + meeting.path("id").asLong();
    Map<String, Object> invitation =
        Map.of("to", "jane@x.example, joe@x.example", "minutes", "90", "place", "Yard 2");
    assertThat(rep.post(door + "/invitation", invitation).is(422).body().toString())
        .contains("Enter the time of the meeting first.");
    move(door, meeting, "2027-03-22", 1);
    rep.post(door + "/invitation", invitation).is(204);
    assertThat(sent())
        .contains("method=REQUEST", "DTSTART:20270322T1", "DURATION:PT90M", "SEQUENCE:0")
        .contains("mailto:joe@x.example", "LOCATION:Yard 2");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    manager
        .post(
            door + "/invitation",
            Map.of("to", "jane@x.example", "minutes", "90", "place", "Yard 2"))
        .is(204);
    assertThat(sent())
        .as("who is not invited any more hears of it from whoever invited them")
        .contains("method=CANCEL", "To: joe@x.example", "mailto:mara@harrowplumb.example")
        .doesNotContain("jane@x.example");
    move(door, meeting, "2027-03-23", 2);
    assertThat(sent()).contains("method=REQUEST", "DTSTART:20270323T1", "SEQUENCE:2");
    assertThat(rep.get(door + "/invitation").text("/state")).isEqualTo("sent");
    rep.post(door + "/invitation/cancelled", null).is(204);
    assertThat(sent()).contains("method=CANCEL", "STATUS:CANCELLED", "SEQUENCE:3");
    rep.post(door + "/invitation/cancelled", null).is(409);
  }

  private void move(String door, JsonNode meeting, String due, int version) {
    Map<String, Object> typed =
        Map.of("kind", "meeting", "subject", "Look at the yard", "due", due, "time", "14:00");
    rep.send(HttpMethod.PUT, door, typed, Map.of("If-Match", "\"" + version + "\"")).is(204);
    assertThat(meeting.path("id").asLong()).isPositive();
  }

  private String sent() {
    String id = rep.get("/api/outbox").text("/rows/0/id");
    return rep.get("/api/outbox/" + id + "/mail.eml").words().replace("\r\n ", "");
  }
}
