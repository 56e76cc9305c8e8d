package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Costs and margins go to those who sell and who manage, and to nobody else. */
class CostsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static final Pattern SECRET = Pattern.compile("(?i)cost|margin|^room$");

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

  /** What an answer says of costs and margins, wherever it stands in it. */
  private static List<String> told(String at, JsonNode node) {
    List<String> told = new ArrayList<>();
    node.propertyStream()
        .forEach(
            p -> {
              String here = at + "." + p.getKey();
              if (SECRET.matcher(p.getKey()).find() && !p.getValue().isNull()) {
                told.add(here + " = " + p.getValue());
              }
              told.addAll(told(here, p.getValue()));
            });
    if (node.isArray()) {
      node.forEach(child -> told.addAll(told(at + "[]", child)));
    }
    return told;
  }

  @Test
  void noPageTellsTheCreditControllerACostOrAMargin() {
    long id = newOpportunity(rep, "Costs nowhere");
    saveLines(rep, id, List.of(line("1", "BS-15", "2", "5"))).is(200);
    String account = rep.get("/api/opportunities/" + id).text("/accountId");
    long quote = rep.post("/api/opportunities/" + id + "/quotes", null).is(200).id();
    List<String> pages = new ArrayList<>();
    controller
        .get("/v3/api-docs")
        .body()
        .path("paths")
        .propertyStream()
        .filter(door -> door.getValue().has("get") && !door.getKey().contains("{"))
        .forEach(door -> pages.add(door.getKey()));
    pages.remove("/api/calendar");
    pages.addAll(
        List.of(
            "/api/opportunities/" + id,
            "/api/opportunities/" + id + "/picks?q=bs",
            "/api/quotes/" + quote,
            "/api/quotes/" + quote + "/picks?q=bs",
            "/api/accounts/" + account,
            "/api/accounts/" + HOUSE.accountOf("mara", 0),
            "/api/products/BS-15"));
    for (String page : pages) {
      assertThat(told(page, controller.get(page).body())).as(page).isEmpty();
    }
    assertThat(told("", rep.get("/api/quotes/" + quote).body())).as("the test sees").isNotEmpty();
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
