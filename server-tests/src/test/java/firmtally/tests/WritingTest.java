package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.order;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static firmtally.tests.Sales.writeIn;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Figures and days as in a country, papers and letters in the customer's language. */
class WritingTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest manager = Guest.signedIn(HOUSE, "helen");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  private Guest.Answer writeAsIn(String region) {
    return Particulars.change(manager, "region", region);
  }

  @AfterEach
  void asBefore() {
    writeAsIn("").is(204);
  }

  private static String text(byte[] pdf) throws IOException {
    try (var document = Loader.loadPDF(pdf)) {
      return new PDFTextStripper().getText(document).replaceAll("[\\s\u00a0]+", " ");
    }
  }

  private String paper(Guest who, String path) throws IOException {
    return text(who.get(path).is(200).bytes());
  }

  @Test
  void everyPaperOfASaleIsInTheCustomersLanguage() throws IOException {
    writeAsIn("DE").is(204);
    long sold = newOpportunity(rep, "Waage am Tor");
    String account = rep.get("/api/opportunities/" + sold).is(200).text("/accountId");
    writeIn(manager, "de", account);
    saveLines(rep, sold, List.of(line("1", "BS-15", "3", "2.5"), plan("2", "CAL-B", "1", 12, 24)))
        .is(200);
    long quote = sentQuote(rep, sold);
    assertThat(paper(rep, "/api/quotes/" + quote + "/quote.pdf"))
        .contains("Angebot", "Guten Tag Ada Fallow", "vielen Dank", "Gültig bis 14. April 2027")
        .contains("2,5 %", "1.389,37", "alle 12 Monate berechnet, Laufzeit 24 Monate")
        .contains("Netto innerhalb von 30 Tagen", "Frei Haus", "Seite 1 von 2")
        .doesNotContain("Quote", "thank you", "Payment", "Valid until");
    String sent = rep.get("/api/quotes/" + quote).is(200).text("/words/letter");
    assertThat(sent).contains("vielen Dank für Ihre Anfrage zu Waage am Tor");
    long order = order(rep, quote, "B-77");
    rep.post("/api/orders/" + order + "/confirm", null).is(200);
    assertThat(rep.get("/api/outbox").is(200).words()).contains("Auftragsbestätigung S-");
    long invoice =
        controller
            .post("/api/orders/" + order + "/invoices", Map.of("what", "deposit", "percent", "20"))
            .is(200)
            .id();
    String printed = paper(controller, "/api/invoices/" + invoice + "/pdf");
    assertThat(printed).contains("Anzahlungsrechnung", "Anzahlung von 20 %", "Zahlbar bis");
    assertThat(paper(controller, "/api/accounts/" + account + "/statement/pdf"))
        .contains("Kontoauszug", "Diese Posten sind heute auf Ihrem Konto offen.", "Saldo");
    // What was issued stays as it was, whatever language they are written to later.
    writeIn(manager, "fr", account);
    assertThat(paper(controller, "/api/invoices/" + invoice + "/pdf")).isEqualTo(printed);
    assertThat(paper(controller, "/api/accounts/" + account + "/statement/pdf"))
        .contains("Relevé de compte");
  }

  @Test
  void aCopyOfAQuoteBeginsInAnotherLanguageButKeepsWhatSomebodyWrote() {
    long sold = newOpportunity(rep, "Waage im Hof");
    String account = rep.get("/api/opportunities/" + sold).is(200).text("/accountId");
    saveLines(rep, sold, List.of(line("1", "BS-15", "1", null))).is(200);
    String quotes = "/api/opportunities/" + sold + "/quotes";
    long first = rep.post(quotes, null).is(200).id();
    assertThat(rep.get("/api/quotes/" + first).text("/words/letter")).contains("thank you");
    Guest.Answer draft = rep.get("/api/quotes/" + first).is(200);
    Map<String, Object> typed = new HashMap<>();
    for (String name : List.of("validUntil", "addressee", "emailTo", "letter")) {
      typed.put(name, draft.text("/terms/" + name));
    }
    typed.put("paymentTerms", "Cash on delivery");
    typed.put("deliveryTerms", draft.text("/terms/deliveryTerms"));
    typed.putAll(Map.of("showPictures", false, "showDiscounts", true, "showDelivery", false));
    rep.send(HttpMethod.PUT, "/api/quotes/" + first, typed, match(draft, "/version")).is(204);
    writeIn(manager, "de", account);
    long second = rep.post(quotes, null).is(200).id();
    Guest.Answer copy = rep.get("/api/quotes/" + second).is(200);
    assertThat(copy.text("/words/letter")).contains("vielen Dank");
    assertThat(copy.text("/words/paymentTerms")).isEqualTo("Cash on delivery");
    assertThat(copy.text("/words/deliveryTerms")).contains("Frei Haus");
  }

  @Test
  void theCompanyWritesAsItsCountryDoes() {
    assertThat(rep.get("/api/session").is(200).text("/writing/decimal")).isEqualTo(".");
    writeAsIn("US").is(204);
    JsonNode writing = rep.get("/api/session").is(200).body().path("writing");
    assertThat(writing.path("group").asString()).isEqualTo(",");
    assertThat(writing.path("monthFirst").asBoolean()).isTrue();
    assertThat(writing.path("firstDay").asInt()).isEqualTo(7);
    assertThat(writeAsIn("XX").is(422).text("/problems/0/at")).isEqualTo("region");
    JsonNode india =
        rep.get(Particulars.DOOR + "/writings")
            .is(200)
            .body()
            .valueStream()
            .filter(one -> one.path("code").asString().equals("IN"))
            .findFirst()
            .orElseThrow();
    assertThat(india.path("example").asString()).isEqualTo("12,34,567.50, 1 March 2027");
    assertThat(rep.get("/api/records/company/1/log").is(200).words()).contains("written as in");
  }

  @Test
  void textsToBeginWithAreAddedOnceAndNeverOverWhatIsThere() {
    Map<String, String> french = Map.of("language", "fr");
    rep.post("/api/texts/languages", french).is(403);
    int added = manager.post("/api/texts/languages", french).is(200).body().path("added").asInt();
    assertThat(added).isGreaterThan(12);
    assertThat(manager.post("/api/texts/languages", french).is(200).text("/added")).isEqualTo("0");
    assertThat(manager.post("/api/texts/languages", Map.of("language", "xx")).is(422).words())
        .contains("German and French");
    JsonNode languages = rep.get("/api/texts").is(200).body().path("languages");
    assertThat(languages.findValuesAsString("name")).contains("English", "French", "German");
    for (JsonNode text : rep.get("/api/texts").body().path("texts")) {
      if (text.path("language").asString().equals("fr")) {
        manager
            .send(HttpMethod.DELETE, "/api/texts/" + text.path("id").asLong(), null, Map.of())
            .is(204);
      }
    }
  }
}
