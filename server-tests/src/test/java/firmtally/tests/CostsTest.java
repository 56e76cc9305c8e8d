package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Costs and margins go to those who sell and who manage, and to nobody else. */
class CostsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  private static void hidden(JsonNode worksheet) {
    assertThat(worksheet.at("/totals/contract").asString()).isNotBlank();
    for (String name :
        List.of("/totals/cost", "/totals/margin", "/totals/marginPercent", "/room")) {
      assertThat(worksheet.at(name).isNull()).as(name + worksheet.at(name)).isTrue();
    }
    assertThat(worksheet.findValues("unitCost")).allMatch(JsonNode::isNull);
  }

  @Test
  void theCreditControllerSeesWhatIsOwedAndNoCost() {
    long id = newOpportunity(rep, "Costs hidden");
    saveLines(rep, id, List.of(line("1", "BS-15", "2", "5"))).is(200);
    assertThat(rep.get("/api/opportunities/" + id).text("/worksheet/totals/margin")).isNotBlank();
    hidden(controller.get("/api/opportunities/" + id).is(200).body().path("worksheet"));
    long quote = sentQuote(rep, id);
    hidden(controller.get("/api/quotes/" + quote).is(200).body().path("worksheet"));
    long order = Sales.order(rep, quote, "PO-COST");
    Guest.Answer page = controller.get("/api/orders/" + order).is(200);
    hidden(page.body().path("worksheet"));
    assertThat(page.text("/worksheet/credit/verdict")).isNotBlank();
    List<String> workings =
        controller
            .get("/api/orders/" + order + "/workings")
            .is(200)
            .body()
            .findValuesAsString("of");
    assertThat(workings).isNotEmpty().noneMatch(of -> of.contains("margin") || of.contains("cost"));
  }

  @Test
  void productsAreShownWithoutTheirCost() {
    assertThat(rep.get("/api/products/BS-15").text("/product/unitCost")).isNotBlank();
    Guest.Answer hidden = controller.get("/api/products/BS-15").is(200);
    assertThat(hidden.body().at("/product/unitCost").isNull()).isTrue();
    assertThat(controller.get("/api/products/list").body().findValues("unitCost"))
        .isNotEmpty()
        .allMatch(JsonNode::isNull);
    controller.get("/api/catalogue/products.csv").is(403);
    rep.get("/api/catalogue/products.csv").is(200);
  }

  @Test
  void aLineOfOnesOwnTakesTheUsualTax() {
    long id = newOpportunity(rep, "Own line");
    Map<String, Object> own = line("1", "", "1", null);
    own.put("product", null);
    own.putAll(Map.of("description", "Crane for a day", "listPrice", "1000", "unitCost", "700"));
    Guest.Answer saved = saveLines(rep, id, List.of(own)).is(200);
    assertThat(saved.text("/lines/0/typed/taxPercent")).isEqualTo("19");
    assertThat(saved.text("/totals/tax")).isEqualTo("190.00");
    own.put("taxPercent", "0");
    assertThat(saveLines(rep, id, List.of(own)).is(200).text("/totals/tax")).isEqualTo("0.00");
  }
}
