package firmtally.tests;

import static firmtally.tests.Sales.form;
import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.order;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What the bench asks for: rows of every kind, sums, stock, incomplete questions, pasting. */
class WorksheetRowsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static Guest rep;
  private static long opportunity;

  @BeforeAll
  static void anOpportunity() {
    rep = Guest.signedIn(HOUSE, "mara");
    opportunity = newOpportunity(rep, "Rows");
  }

  private static Map<String, Object> words(String id, String kind, String text) {
    Map<String, Object> row = new HashMap<>(line(id, "", "", null));
    row.putAll(Map.of("kind", kind, "description", text));
    row.put("product", null);
    return row;
  }

  private static Map<String, Object> with(Map<String, Object> line, String field, Object value) {
    Map<String, Object> changed = new HashMap<>(line);
    changed.put(field, value);
    return changed;
  }

  private static Guest.Answer tally(Map<String, Object> form) {
    return rep.post("/api/opportunities/" + opportunity + "/tally", form).is(200);
  }

  private static Guest.Answer tally(List<Map<String, Object>> lines) {
    return tally(form(lines));
  }

  @Test
  void smallSumsAndCommasAreWorkedOutAndKeptAsNumbers() {
    Map<String, Object> first = line("1", "BS-15", "12*4", "5%");
    Map<String, Object> second = with(line("2", "BS-15", "2/3", null), "unitPrice", "379,05");
    Guest.Answer tallied = tally(List.of(first, second));
    assertThat(tallied.text("/worksheet/lines/0/typed/quantity")).isEqualTo("48");
    assertThat(tallied.text("/worksheet/lines/0/typed/discountPercent")).isEqualTo("5");
    assertThat(tallied.text("/worksheet/lines/1/typed/quantity")).isEqualTo("0.667");
    assertThat(tallied.text("/worksheet/lines/1/typed/unitPrice")).isEqualTo("379.05");
    long kept = newOpportunity(rep, "Sums");
    saveLines(rep, kept, List.of(first, second)).is(200);
    assertThat(rep.get("/api/opportunities/" + kept).text("/worksheet/lines/0/typed/quantity"))
        .isEqualTo("48");
  }

  @Test
  void sectionsSumUpWhatStandsUnderThemAndNotesAreKeptInTheirPlaces() {
    long kept = newOpportunity(rep, "Sections");
    var rows =
        List.of(
            words("s1", "section", "Weighing hall"),
            line("1", "BS-15", "2", null),
            words("n", "note", "Power is the customer's."),
            with(line("2", "BS-30", "1", null), "optional", true),
            words("s2", "section", "Yard"),
            plan("3", "CAL-B", "1", 12, 24));
    saveLines(rep, kept, rows).is(200);
    Guest.Answer page = rep.get("/api/opportunities/" + kept).is(200);
    assertThat(page.body().at("/worksheet/lines").findValuesAsString("kind"))
        .containsExactly("section", "line", "note", "line", "section", "line");
    assertThat(page.text("/worksheet/lines/0/subtotal/contract"))
        .isEqualTo(page.text("/worksheet/lines/1/figures/finalAmount"));
    assertThat(page.text("/worksheet/lines/4/subtotal/contract")).isEqualTo("192.00");
    assertThat(page.body().at("/worksheet/lines/2/figures").isNull()).isTrue();
    assertThat(
            saveLines(rep, kept, List.of(words("s", "section", " ")))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("lines[0].description");
    assertThat(
            saveLines(rep, kept, List.of(words("s", "poem", "x"))).is(422).text("/problems/0/at"))
        .isEqualTo("lines[0].kind");
  }

  @Test
  void aQuoteHasTheSectionsOnItsPaperAndItsOrderMakesAgreementsOfItsPlans() throws Exception {
    long sold = newOpportunity(rep, "On paper");
    var rows =
        List.of(
            words("s1", "section", "Weighing hall"),
            with(line("1", "BS-15", "2", null), "requestedOn", "2030-05-01"),
            words("n", "note", "Power is the customer's."),
            plan("3", "CAL-B", "1", 12, 12));
    saveLines(rep, sold, rows).is(200);
    long quote = sentQuote(rep, sold);
    byte[] pdf = rep.get("/api/quotes/" + quote + "/quote.pdf").is(200).bytes();
    try (var document = Loader.loadPDF(pdf)) {
      assertThat(new PDFTextStripper().getText(document))
          .contains("Weighing hall", "Power is the customer's.", "requested on 1 May 2030");
    }
    long order = order(rep, quote, "PO-1");
    assertThat(rep.get("/api/orders/" + order).text("/worksheet/lines/0/typed/kind"))
        .isEqualTo("section");
    assertThat(rep.get("/api/orders/" + order).body().at("/worksheet/lines").size()).isEqualTo(4);
  }

  @Test
  void wordsAloneAreNothingToQuote() {
    long empty = newOpportunity(rep, "Words alone");
    saveLines(rep, empty, List.of(words("s", "section", "Hall"))).is(200);
    assertThat(rep.post("/api/opportunities/" + empty + "/quotes", null).is(409).text("/detail"))
        .contains("at least one line");
  }

  @Test
  void whatCannotBeReadIsNamedAndOnlyWhatHangsOnItIsLeftOut() {
    Guest.Answer tallied =
        tally(
            List.of(
                line("1", "BS-15", "abc", null),
                line("2", "BS-30", "2", null),
                line("3", "PR-58", "1", null)));
    assertThat(tallied.body().at("/worksheet").isNull()).isTrue();
    assertThat(tallied.text("/problems/0/at")).isEqualTo("lines[0].quantity");
    // The second is of the same family, whose breaks count the pieces of the first.
    assertThat(tallied.body().at("/lines/0/figures").isNull()).isTrue();
    assertThat(tallied.body().at("/lines/1/figures").isNull()).isTrue();
    assertThat(tallied.text("/lines/2/figures/finalAmount")).isEqualTo("198.00");
    Map<String, Object> discounted =
        form(List.of(line("1", "BS-15", "", null), line("3", "PR-58", "1", null)));
    discounted.put("discountAmount", "10");
    Guest.Answer partial = tally(discounted);
    assertThat(partial.text("/problems/0/message")).isEqualTo("Enter a quantity.");
    assertThat(partial.body().at("/lines/1/figures/finalAmount").isNull()).isTrue();
    assertThat(partial.text("/lines/1/figures/unitPrice")).isEqualTo("198");
  }

  @Test
  void anAnswerLeavesOutTheLinesThatTheOneBeforeHad() {
    var lines =
        List.of(
            line("1", "BS-15", "1", null),
            line("2", "PR-58", "1", null),
            line("3", "TW-1", "1", null));
    Guest.Answer first = tally(lines);
    assertThat(first.body().at("/worksheet/lines").size()).isEqualTo(3);
    assertThat(first.text("/since")).isEmpty();
    var changed = List.of(lines.get(0), line("2", "PR-58", "2", null), lines.get(2));
    String at = "/api/opportunities/" + opportunity + "/tally?since=";
    Guest.Answer second = rep.post(at + first.text("/name"), form(changed)).is(200);
    assertThat(second.body().at("/worksheet/lines").size()).isEqualTo(1);
    assertThat(second.text("/worksheet/lines/0/id")).isEqualTo("2");
    assertThat(second.text("/since")).isEqualTo(first.text("/name"));
    assertThat(second.text("/worksheet/lines/0/figures/finalAmount")).isEqualTo("396.00");
    assertThat(rep.post(at + "forgotten", form(changed)).body().at("/worksheet/lines").size())
        .isEqualTo(3);
  }

  @Test
  void aWrongLineOfItsOwnLeavesTheOthersTheirFigures() {
    Map<String, Object> inline = with(line("1", "", "abc", null), "description", "Made to measure");
    inline.putAll(Map.of("family", "bench", "listPrice", "100"));
    inline.put("product", null);
    Guest.Answer tallied = tally(List.of(inline, line("2", "BS-30", "2", null)));
    // It counts for no break, so nothing of the family hangs on it.
    assertThat(tallied.text("/lines/1/figures/finalAmount")).isEqualTo("1160.00");
  }

  @Test
  void workingsAndHoldsNameALineByItsPlaceAndWhatItIs() {
    long sold = newOpportunity(rep, "Named");
    var rows = List.of(words("s1", "section", "Hall"), line("nq7x", "BS-15", "2", "30"));
    saveLines(rep, sold, rows).is(200);
    Guest.Answer workings =
        rep.post("/api/opportunities/" + sold + "/workings", form(rows)).is(200);
    JsonNode section = null;
    for (JsonNode working : workings.body()) {
      if (working.path("of").asString().equals("sections[s1].contract")) {
        section = working;
      }
    }
    assertThat(section).isNotNull();
    assertThat(section.path("result").asString()).isEqualTo("665.00");
    assertThat(section.at("/steps/0/subject").asString()).isEqualTo("row 2, BS-15");
    long quote = rep.post("/api/opportunities/" + sold + "/quotes", null).is(200).id();
    assertThat(rep.get("/api/quotes/" + quote).body().at("/obstacles").findValuesAsString("words"))
        .anyMatch(words -> words.contains("discount on row 2, BS-15"));
  }

  @Test
  void everyCellSaysWhatIsWrongInItsOwnWords() {
    Map<String, Object> inline = with(line("1", "", "1", null), "description", "Made to measure");
    inline.put("product", null);
    Guest.Answer tallied =
        tally(
            List.of(
                inline,
                line("2", "NO-SUCH", "1", null),
                line("3", "BS-15", "12*", null),
                line("4", "BS-15", "1,200", null),
                with(line("5", "BS-15", "1", null), "requestedOn", "soon"),
                with(line("6", "BS-15", "1", null), "unitPrice", "-5")));
    assertThat(tallied.body().at("/problems").findValuesAsString("at"))
        .containsExactly(
            "lines[0].listPrice",
            "lines[1].product",
            "lines[2].quantity",
            "lines[3].quantity",
            "lines[4].requestedOn",
            "lines[5].unitPrice");
    assertThat(tallied.text("/problems/2/message")).isEqualTo("the sum \"12*\" is not a valid sum");
  }

  @Test
  void aLineOfOnesOwnTakesTheUsualTaxAndAsksForItsCost() {
    Map<String, Object> own = with(line("1", "", "2", null), "description", "Made to measure");
    own.put("product", null);
    own.put("listPrice", "120");
    Guest.Answer asked = tally(List.of(own));
    assertThat(asked.text("/problems/0/at")).isEqualTo("lines[0].unitCost");
    assertThat(asked.text("/problems/0/message"))
        .isEqualTo("Enter the unit cost (0 if none): the margin depends on it.");
    own.put("unitCost", "70");
    Guest.Answer told = tally(List.of(own));
    assertThat(told.body().at("/problems")).isEmpty();
    assertThat(told.text("/worksheet/lines/0/typed/taxPercent")).isEqualTo("19");
    assertThat(told.text("/worksheet/totals/margin")).isEqualTo("100.00");
    own.put("unitCost", "0");
    assertThat(tally(List.of(own)).text("/worksheet/totals/margin")).isEqualTo("240.00");
  }

  @Test
  void aSetOfAlternativesNeedsOneChosenLine() {
    Map<String, Object> one = with(line("1", "BS-15", "1", null), "alternativeSet", "A");
    Map<String, Object> two = with(line("2", "BS-30", "1", null), "alternativeSet", "A");
    assertThat(tally(List.of(one, two)).text("/problems/0/at")).isEqualTo("lines[0].chosen");
    Guest.Answer chosen = tally(List.of(one, with(two, "chosen", true)));
    assertThat(chosen.text("/worksheet/lines/0/figures/counted")).isEqualTo("false");
    assertThat(chosen.text("/worksheet/lines/1/figures/counted")).isEqualTo("true");
  }

  @Test
  void stockIsSharedByTheLinesOfAProductAndADayThatIsTooEarlySaysSo() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Map<String, Object> product =
        new HashMap<>(Map.of("code", "ST-1", "name", "Stocked", "family", "bench", "unit", "pc"));
    product.putAll(Map.of("listPrice", "10", "unitCost", "4", "taxPercent", "19"));
    product.putAll(Map.of("stock", "12", "onOrder", "5", "leadDays", "10"));
    manager.post("/api/products", product).is(204);
    Guest.Answer tallied =
        tally(
            List.of(
                line("1", "ST-1", "8", null),
                with(line("2", "ST-1", "6", null), "requestedOn", "+9")));
    LocalDate today = LocalDate.parse(rep.get("/api/session").text("/today"));
    assertThat(tallied.text("/worksheet/lines/0/supply/missing")).isEqualTo("0");
    assertThat(tallied.text("/worksheet/lines/1/supply/onHand")).isEqualTo("4");
    assertThat(tallied.text("/worksheet/lines/1/supply/missing")).isEqualTo("2");
    assertThat(tallied.text("/worksheet/lines/1/supply/readyOn"))
        .isEqualTo(today.plusDays(10).toString());
    assertThat(tallied.text("/worksheet/lines/1/supply/late")).isEqualTo("true");
    assertThat(tallied.text("/worksheet/lines/1/typed/requestedOn"))
        .isEqualTo(today.plusDays(9).toString());
  }

  @Test
  void aLandingSaysWhoWouldHaveToSignThen() {
    Map<String, Object> form = form(List.of(line("1", "BS-15", "10", null)));
    form.put("targetContract", "4000");
    Guest.Answer far = tally(form);
    assertThat(far.text("/worksheet/landing/feasible")).isEqualTo("true");
    assertThat(far.text("/worksheet/landing/signOffRole")).isEqualTo("manager");
    form.put("targetContract", "4700");
    assertThat(tally(form).body().at("/worksheet/landing/signOffRole").isNull()).isTrue();
    form.put("targetMargin", "20");
    assertThat(tally(form).text("/problems/0/at")).isEqualTo("targetMargin");
    form.put("targetContract", null);
    assertThat(tally(form).text("/worksheet/landing/marginPercent")).isEqualTo("20.00");
  }

  @Test
  void rowsOfASpreadsheetBecomeLines() {
    Guest.Answer pasted =
        paste(
            "Weighing hall\t\t\n"
                + "bs 30\t12\t5 %\n"
                + "BS-60\t3\t379,05\t2030-05-01\n"
                + "XY-1\tSpecial frame\t2\n"
                + "TW-1\t12*4\n");
    assertThat(pasted.body().at("/lines").findValuesAsString("kind"))
        .containsExactly("section", "line", "line", "line", "line");
    assertThat(pasted.text("/lines/1/product")).isEqualTo("BS-30");
    assertThat(pasted.text("/lines/1/discountPercent")).isEqualTo("5 %");
    assertThat(pasted.text("/lines/2/unitPrice")).isEqualTo("379,05");
    assertThat(pasted.text("/lines/2/requestedOn")).isEqualTo("2030-05-01");
    assertThat(pasted.text("/lines/3/description")).isEqualTo("XY-1 Special frame");
    assertThat(pasted.body().at("/lines/3/product").isNull()).isTrue();
    assertThat(pasted.text("/lines/4/quantity")).isEqualTo("12*4");
    assertThat(pasted.body().at("/unknown").toString()).isEqualTo("[\"XY-1\"]");
  }

  @Test
  void aHeadingRowSaysWhatTheColumnsAre() {
    Guest.Answer pasted = paste("Qty\tPrice\tCode\n5\t9.5\tBS-30\n1\t\tBS-60\n");
    assertThat(pasted.text("/lines/0/product")).isEqualTo("BS-30");
    assertThat(pasted.text("/lines/0/quantity")).isEqualTo("5");
    assertThat(pasted.text("/lines/0/unitPrice")).isEqualTo("9.5");
    assertThat(pasted.body().at("/lines/1/unitPrice").isNull()).isTrue();
    assertThat(paste("BS-30\nBS-60\n").body().at("/lines").size()).isEqualTo(2);
    assertThat(paste("").body().at("/lines").size()).isZero();
    rep.post("/api/opportunities/" + opportunity + "/paste", Map.of("text", "BS-30\t\"open"))
        .is(422);
    assertThat(
            rep.post(
                    "/api/opportunities/" + opportunity + "/paste",
                    Map.of("text", "BS-30\t1\n".repeat(1001)))
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("At most 1000 rows are pasted at once.");
  }

  @Test
  void columnsAreTakenForWhatTheyLookLikeOrAreSaidToBe() {
    Guest.Answer read =
        paste(
            "Artikelnr.;Menge;Einzelpreis;Rabatt\nBS-30;3 pcs;1.250,00 €;\nBS-60;few;450 EUR;5 %\n");
    assertThat(read.body().at("/columns").toString())
        .isEqualTo("[\"code\",\"quantity\",\"price\",\"discount\"]");
    assertThat(read.text("/headings/2")).isEqualTo("Einzelpreis");
    assertThat(read.text("/lines/0/quantity")).isEqualTo("3 pcs");
    assertThat(read.body().at("/doubts").findValuesAsString("message"))
        .containsExactly(
            "Enter a number, for example 12 or 1250.50.",
            "A line takes a price or a discount: the discount is used.");
    Guest.Answer said =
        rep.post(
                "/api/opportunities/" + opportunity + "/paste",
                Map.of(
                    "text",
                    "7\tBS-30\n2\tBS-60\n",
                    "columns",
                    List.of("quantity", "code", "ignore")))
            .is(200);
    assertThat(said.body().at("/lines").findValuesAsString("quantity")).containsExactly("7", "2");
    assertThat(said.text("/lines/1/product")).isEqualTo("BS-60");
  }

  @Test
  void theVeryNameOfAProductIsAsGoodAsItsCode() {
    String name = rep.get("/api/products/BS-30").is(200).text("/product/name");
    assertThat(paste(name.toUpperCase(Locale.ROOT) + "\t4\n").text("/lines/0/product"))
        .isEqualTo("BS-30");
    assertThat(paste("x\t" + name + "\t4\n").text("/lines/0/product")).isEqualTo("BS-30");
  }

  @Test
  void whatPeopleWriteBesideNumbersIsReadInCells() {
    Map<String, Object> row = with(line("1", "BS-30", "3 pcs", null), "unitPrice", "1.250,00 €");
    Guest.Answer tallied = tally(List.of(row));
    assertThat(tallied.text("/worksheet/lines/0/typed/quantity")).isEqualTo("3");
    assertThat(tallied.text("/worksheet/lines/0/typed/unitPrice")).isEqualTo("1250.00");
    Guest.Answer other =
        tally(List.of(with(line("1", "BS-30", "3", null), "unitPrice", "450 USD")));
    assertThat(other.text("/problems/0/at")).isEqualTo("lines[0].unitPrice");
    assertThat(other.text("/problems/0/message"))
        .isEqualTo("Enter an amount in EUR, for example 1250.50.");
  }

  private static Guest.Answer paste(String text) {
    return rep.post("/api/opportunities/" + opportunity + "/paste", Map.of("text", text)).is(200);
  }

  @Test
  void theSearchFindsWhatTheCustomerBoughtFirstAndTheVeryCodeBeforeThat() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer exact =
        manager.get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=bs3").is(200);
    assertThat(exact.text("/0/code")).isEqualTo("BS-3");
    Guest.Answer before =
        manager.get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=").is(200);
    assertThat(before.body().size()).isPositive();
    assertThat(before.text("/0/bought/times")).matches("[1-9][0-9]*");
    String code = before.text("/0/code");
    String family = before.text("/0/family");
    Guest.Answer found =
        manager
            .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=" + family)
            .is(200);
    assertThat(found.text("/0/code")).isEqualTo(code);
    assertThat(found.body().findValuesAsString("kind")).contains("product", "typical");
    Guest.Answer kits =
        manager
            .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=kit-b")
            .is(200);
    assertThat(kits.text("/0/kind")).isEqualTo("kit");
    assertThat(kits.body().at("/0/lines").size()).isEqualTo(4);
    Guest.Answer sizes =
        manager
            .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=sz-bench")
            .is(200);
    assertThat(sizes.text("/0/kind")).isEqualTo("sizes");
    Guest.Answer grid = rep.get("/api/size-tables/" + sizes.text("/0/id")).is(200);
    assertThat(grid.body().at("/rows").size()).isEqualTo(6);
    Guest.Answer typical =
        manager
            .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=typical crane")
            .is(200);
    assertThat(typical.text("/0/kind")).isEqualTo("typical");
    assertThat(typical.text("/0/lines/0/family")).isEqualTo("crane");
  }

  @Test
  void scenariosAreSavedComparedLineByLineDroppedAndBroughtBack() {
    long place = newOpportunity(rep, "What if");
    String at = "/api/opportunities/" + place;
    var now = List.of(line("1", "BS-15", "10", null), line("2", "PR-58", "1", null));
    var other = List.of(line("1", "BS-15", "12", "10"), line("3", "TW-1", "5", null));
    saveLines(rep, place, now).is(200);
    long kept =
        rep.post(at + "/scenarios", Map.of("name", "Twelve", "lines", form(other))).is(200).id();
    assertThat(rep.get(at + "/scenarios").text("/0/name")).isEqualTo("Twelve");
    Guest.Answer compared = rep.post(at + "/scenarios/" + kept + "/compare", form(now)).is(200);
    assertThat(compared.body().at("/lines").findValuesAsString("id"))
        .containsExactly("1", "2", "3");
    assertThat(compared.text("/lines/0/byQuantity")).isEqualTo("950.00");
    assertThat(compared.text("/lines/0/byDiscount")).isEqualTo("-570.00");
    assertThat(compared.text("/lines/1/change")).isEqualTo("-198.00");
    assertThat(compared.body().at("/lines/1/scenario").isNull()).isTrue();
    assertThat(compared.text("/change")).isEqualTo("302.00");
    assertThat(compared.text("/typed/lines/0/quantity")).isEqualTo("12");
    rep.send(HttpMethod.DELETE, at + "/scenarios/" + kept, null, Map.of()).is(204);
    assertThat(rep.get(at + "/scenarios").body().size()).isZero();
    rep.post(at + "/scenarios/" + kept + "/back", null).is(204);
    assertThat(rep.get(at + "/scenarios").body().size()).isEqualTo(1);
    assertThat(
            rep.post(at + "/scenarios", Map.of("name", "", "lines", form(now)))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("name");
    rep.post(at + "/scenarios/999/compare", form(now)).is(404);
    Guest.signedIn(HOUSE, "tom")
        .post(at + "/scenarios", Map.of("name", "Mine", "lines", form(now)))
        .is(403);
  }

  @Test
  void aQuoteIsWorkedAtByTheSameDoors() {
    long place = newOpportunity(rep, "By quote");
    saveLines(rep, place, List.of(line("1", "BS-15", "2", null))).is(200);
    long quote = rep.post("/api/opportunities/" + place + "/quotes", null).is(200).id();
    String at = "/api/quotes/" + quote;
    assertThat(
            rep.post(at + "/tally", form(List.of(line("1", "BS-15", "1+2", null))))
                .is(200)
                .text("/worksheet/lines/0/typed/quantity"))
        .isEqualTo("3");
    rep.post(at + "/scenarios", Map.of("name", "One", "lines", form(List.of()))).is(200);
    assertThat(rep.get("/api/opportunities/" + place + "/scenarios").body().size()).isZero();
    assertThat(rep.get(at + "/picks?q=bs-15").is(200).text("/0/code")).isEqualTo("BS-15");
    Guest.Answer page = rep.get(at).is(200);
    rep.send(
            HttpMethod.PUT,
            at + "/worksheet",
            form(List.of(words("s", "section", "Hall"), line("1", "BS-15", "2", null))),
            match(page, "/worksheet/version"))
        .is(200);
    assertThat(rep.get(at).text("/worksheet/lines/0/subtotal/contract")).isEqualTo("950.00");
  }
}
