package firmtally.tests;

import static firmtally.tests.Sales.form;
import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.order;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * How figures came about, over HTTP: the workings come out at the figures that the screens show.
 */
class WorkingsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static JsonNode of(Guest.Answer workings, String of) {
    for (JsonNode working : workings.body()) {
      if (working.path("of").asString().equals(of)) {
        return working;
      }
    }
    throw new AssertionError("there is no working of " + of);
  }

  private static void same(Guest.Answer workings, String of, String figure) {
    assertThat(new BigDecimal(of(workings, of).path("result").asString()))
        .as(of)
        .isEqualByComparingTo(figure);
  }

  private static void sameAsShown(Guest.Answer workings, Guest.Answer page) {
    same(workings, "totals.list", page.text("/worksheet/totals/list"));
    same(workings, "totals.contract", page.text("/worksheet/totals/contract"));
    same(workings, "totals.margin", page.text("/worksheet/totals/margin"));
    same(workings, "totals.marginPercent", page.text("/worksheet/totals/marginPercent"));
    same(workings, "totals.recurringMonthly", page.text("/worksheet/totals/recurringMonthly"));
    same(workings, "totals.firstInvoice.total", page.text("/worksheet/totals/invoiceTotal"));
    same(workings, "lines[0].final", page.text("/worksheet/lines/0/figures/finalAmount"));
    same(workings, "lines[0].unitPrice", page.text("/worksheet/lines/0/figures/unitPrice"));
    same(workings, "credit.headroom", page.text("/worksheet/credit/headroom"));
    same(workings, "credit.headroomAfter", page.text("/worksheet/credit/headroomAfter"));
    same(workings, "credit.exposure", page.text("/worksheet/credit/exposure"));
  }

  @Test
  void theyFollowAWorksheetFromOpportunityToOrder() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Workings");
    var lines = List.of(line("1", "BS-15", "30", "5"), plan("2", "CAL-B", "2", 12, 12));
    saveLines(rep, opportunity, lines).is(200);
    Guest.Answer page = rep.get("/api/opportunities/" + opportunity).is(200);
    Guest.Answer workings =
        rep.post("/api/opportunities/" + opportunity + "/workings", form(lines)).is(200);
    sameAsShown(workings, page);
    JsonNode price = of(workings, "lines[0].unitPrice");
    assertThat(price.path("steps").findValuesAsString("outcome"))
        .isNotEmpty()
        .allMatch(outcome -> outcome.matches("[a-z-]+"));

    long quote = sentQuote(rep, opportunity);
    Guest.Answer quoted = rep.get("/api/quotes/" + quote).is(200);
    // What is typed no longer matters once it is agreed.
    Guest.Answer agreed = rep.post("/api/quotes/" + quote + "/workings", form(List.of())).is(200);
    sameAsShown(agreed, quoted);

    long order = order(rep, quote, "PO-9");
    sameAsShown(
        rep.get("/api/orders/" + order + "/workings").is(200),
        rep.get("/api/orders/" + order).is(200));
  }

  @Test
  void theyAreOfWhatIsTypedAndNotYetKept() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Not yet kept");
    Guest.Answer workings =
        rep.post(
                "/api/opportunities/" + opportunity + "/workings",
                form(List.of(line("1", "BS-15", "2", "10"))))
            .is(200);
    assertThat(of(workings, "lines[0].net").path("formula").asString())
        .isEqualTo("gross − round(gross × discountPercent/100)");
    assertThat(rep.get("/api/opportunities/" + opportunity).body().at("/worksheet/lines"))
        .isEmpty();
  }

  @Test
  void badInputIsNamedInsteadOfExplained() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Bad workings");
    Guest.Answer refused =
        rep.post(
                "/api/opportunities/" + opportunity + "/workings",
                form(List.of(line("1", "BS-15", "-1", null))))
            .is(422);
    assertThat(refused.text("/problems/0/at")).isEqualTo("lines[0].quantity");
    rep.get("/api/orders/999999/workings").is(404);
    rep.post("/api/quotes/999999/workings", Map.of("lines", List.of())).is(404);
  }
}
