package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.company.tax.TaxService;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What the company sets, through the doors. */
class SettingsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest manager = Guest.signedIn(HOUSE, "helen");
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private static Map<String, String> of(long version) {
    return Map.of("If-Match", "\"" + version + "\"");
  }

  private static Map<String, Object> policy(String from, String rep, String floor) {
    Map<String, Object> policy = new HashMap<>();
    policy.put("from", from);
    policy.put("pricePolicy", "specific");
    policy.put("repDiscount", rep);
    policy.put("managerDiscount", "30");
    policy.put("documentFloor", floor);
    policy.put("documentFloorRole", "manager");
    policy.put(
        "families", List.of(Map.of("family", "bench", "margin", "20", "role", "administrator")));
    policy.put("giftCost", "");
    policy.put("giftCostRole", "manager");
    policy.put("values", List.of(Map.of("amount", "50000", "role", "administrator")));
    policy.put("ownCostOver", "750");
    return policy;
  }

  @Test
  void aPolicyHoldsFromItsDayOnAndIsWithdrawnBeforeIt() {
    JsonNode before = manager.get("/api/policies").is(200).body();
    assertThat(before.at("/policies/0/repDiscount").asString()).isEqualTo("10");
    assertThat(before.at("/policies/0/families")).hasSize(2);
    long version = before.path("version").asLong();
    Map<String, Object> next = policy("2027-05-01", "5", "28");
    rep.send(HttpMethod.PUT, "/api/policies", next, of(version)).is(403);
    manager.send(HttpMethod.PUT, "/api/policies", next, of(version)).is(204);
    // The second of two who read the same is told.
    administrator.send(HttpMethod.PUT, "/api/policies", next, of(version)).is(412);
    JsonNode planned = manager.get("/api/policies").is(200).body();
    assertThat(planned.path("policies")).hasSize(2);
    assertThat(planned.at("/policies/0/repDiscount").asString()).isEqualTo("10");
    assertThat(planned.at("/policies/1/values/0/role").asString()).isEqualTo("administrator");
    String id = planned.at("/policies/1/id").asString();
    manager.send(HttpMethod.DELETE, "/api/policies/" + id, null, Map.of()).is(204);
    assertThat(manager.get("/api/policies").body().path("policies")).hasSize(1);
    String now = planned.at("/policies/0/id").asString();
    manager.send(HttpMethod.DELETE, "/api/policies/" + now, null, Map.of()).is(409);
    assertThat(manager.get("/api/records/company/1/log").words())
        .contains("selling policy from 1 May 2027", "rep 5 %");
  }

  @Test
  void everythingThatIsWrongWithAPolicyIsNamedAtOnce() {
    long version = manager.get("/api/policies").body().path("version").asLong();
    Map<String, Object> poor = policy("2027-01-01", "40", "100");
    poor.put("values", List.of(Map.of("amount", "x", "role", "manager")));
    poor.put("families", List.of(Map.of("family", "", "margin", "120", "role", "rep")));
    Guest.Answer answer = manager.send(HttpMethod.PUT, "/api/policies", poor, of(version)).is(422);
    assertThat(answer.body().findValuesAsString("at"))
        .contains(
            "from",
            "managerDiscount",
            "documentFloor",
            "values[0].amount",
            "families[0].family",
            "families[0].margin",
            "families[0].role");
    Map<String, Object> nobody = policy("2027-05-01", "5", "28");
    nobody.put("managerDiscount", "100");
    assertThat(manager.send(HttpMethod.PUT, "/api/policies", nobody, of(version)).is(422).words())
        .contains("nobody is above them");
  }

  @Test
  void aPolicyIsTriedOnTheQuotesOfTheLastQuarter() {
    Map<String, Object> same = policy("", "10", "25");
    JsonNode loose = manager.post("/api/policies/trial", policy("", "30", "")).is(200).body();
    JsonNode tight = manager.post("/api/policies/trial", policy("", "0", "60")).is(200).body();
    assertThat(loose.path("from").asString()).isEqualTo("2026-10-01");
    assertThat(loose.path("to").asString()).isEqualTo("2026-12-31");
    assertThat(loose.path("quotes").asLong()).isPositive().isEqualTo(tight.path("quotes").asLong());
    assertThat(tight.path("asks").asLong()).isGreaterThan(loose.path("asks").asLong());
    assertThat(tight.path("asked").asLong()).isEqualTo(loose.path("asked").asLong());
    // Who may give nothing gives nothing: the margin is that of the prices found.
    assertThat(tight.path("cappedMargin").asDouble())
        .isGreaterThan(tight.path("margin").asDouble());
    assertThat(loose.path("cappedMargin").asDouble())
        .isBetween(loose.path("margin").asDouble(), tight.path("cappedMargin").asDouble());
    assertThat(tight.path("differ")).isNotEmpty();
    long quotes = 0;
    for (JsonNode one : tight.path("reps")) {
      quotes += one.path("quotes").asLong();
    }
    assertThat(quotes).isEqualTo(tight.path("quotes").asLong());
    rep.post("/api/policies/trial", same).is(403);
  }

  @Test
  void aTaxChangesOnItsDayForEveryProductThatHasIt() {
    Guest.Answer added =
        manager.post("/api/taxes", Map.of("name", "Trial tax", "percent", "11")).is(200);
    manager.post("/api/taxes", Map.of("name", "The same", "percent", "11")).is(422);
    Map<String, Object> product = new HashMap<>();
    product.putAll(Map.of("code", "TAX-1", "name", "Taxed thing", "family", "bench", "unit", "pc"));
    product.putAll(Map.of("listPrice", "10", "unitCost", "5", "taxPercent", "11", "active", true));
    product.putAll(Map.of("onOrder", "0", "leadDays", "0"));
    manager.post("/api/products", product).is(204);
    String path = "/api/taxes/" + added.id();
    manager.send(HttpMethod.DELETE, path, null, Map.of()).is(409);
    manager.post(path + "/changes", Map.of("from", "2027-03-01", "percent", "12")).is(422);
    manager.post(path + "/changes", Map.of("from", "2027-07-01", "percent", "12")).is(204);
    assertThat(manager.get("/api/products/TAX-1").text("/product/taxPercent")).isEqualTo("11");
    HOUSE.part(TaxService.class).run(java.time.LocalDate.of(2027, 6, 30));
    assertThat(manager.get("/api/products/TAX-1").text("/product/taxPercent")).isEqualTo("11");
    HOUSE.part(TaxService.class).run(java.time.LocalDate.of(2027, 7, 1));
    Guest.Answer changed = manager.get("/api/products/TAX-1");
    assertThat(changed.text("/product/taxPercent")).isEqualTo("12");
    assertThat(manager.get("/api/records/product/" + changed.text("/id") + "/log").words())
        .contains("tax 12");
    rep.post("/api/taxes", Map.of("name", "Mine", "percent", "1")).is(403);
    assertThat(manager.get("/api/records/taxes/1/log").words()).contains("12 %, 1 products");
  }

  @Test
  void daysHoldForWhatIsMadeFromNowOn() {
    JsonNode before = manager.get("/api/company/days").is(200).body();
    assertThat(before.path("silent").asInt()).isEqualTo(14);
    Map<String, Object> typed = new HashMap<>();
    for (String name :
        List.of(
            "quoteValid", "followUpBefore", "expiring", "silent", "invoiceAfter", "noticeMonths")) {
      typed.put(name, before.path(name).asString());
    }
    typed.put("quoteValid", "45");
    long version = before.path("version").asLong();
    rep.send(HttpMethod.PUT, "/api/company/days", typed, of(version)).is(403);
    try {
      manager.send(HttpMethod.PUT, "/api/company/days", typed, of(version)).is(204);
      manager.send(HttpMethod.PUT, "/api/company/days", typed, of(version)).is(412);
      long opportunity = Sales.newOpportunity(rep, "Valid for longer");
      Sales.saveLines(rep, opportunity, List.of(Sales.line("1", "BS-15", "2", null)));
      long quote = rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
      assertThat(rep.get("/api/quotes/" + quote).is(200).words()).contains("2027-04-29");
    } finally {
      typed.put("quoteValid", "30");
      manager.send(HttpMethod.PUT, "/api/company/days", typed, of(version + 1)).is(204);
    }
    typed.put("quoteValid", "0");
    assertThat(
            manager
                .send(HttpMethod.PUT, "/api/company/days", typed, of(version + 2))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .contains("quoteValid");
  }

  @Test
  void aWordThatIsRenamedIsRenamedWhereverItStands() {
    JsonNode before = manager.get("/api/choices/industry").is(200).body();
    List<Map<String, Object>> words = new ArrayList<>();
    String first = null;
    long used = 0;
    for (JsonNode value : before.path("values")) {
      String word = value.path("value").asString();
      if (first == null && value.path("used").asLong() > 0) {
        first = word;
        used = value.path("used").asLong();
        words.add(Map.of("value", "Renamed " + word, "was", word));
      } else {
        words.add(Map.of("value", word, "was", word));
      }
    }
    words.add(Map.of("value", "Spice traders"));
    long version = before.path("version").asLong();
    String path = "/api/choices/industry";
    rep.send(HttpMethod.PUT, path, Map.of("values", words), of(version)).is(403);
    manager.send(HttpMethod.PUT, path, Map.of("values", words), of(version)).is(204);
    manager.send(HttpMethod.PUT, path, Map.of("values", words), of(version)).is(412);
    JsonNode after = manager.get(path).is(200).body();
    assertThat(after.path("values").findValuesAsString("value"))
        .contains("Renamed " + first, "Spice traders")
        .doesNotContain(first);
    for (JsonNode value : after.path("values")) {
      if (("Renamed " + first).equals(value.path("value").asString())) {
        assertThat(value.path("used").asLong()).isEqualTo(used);
      }
    }
    words.add(Map.of("value", "spice TRADERS"));
    long now = after.path("version").asLong();
    manager.send(HttpMethod.PUT, path, Map.of("values", words), of(now)).is(422);
    manager.get("/api/choices/colour").is(404);
    List<Map<String, Object>> back = List.of(Map.of("value", first, "was", "Renamed " + first));
    manager.send(HttpMethod.PUT, path, Map.of("values", back), of(now)).is(204);
  }

  @Test
  void wordsChangePlacesAndAGroupKeepsItsPrices() {
    String path = "/api/choices/price-group";
    List<Map<String, Object>> names = new ArrayList<>();
    JsonNode before = manager.get(path).is(200).body();
    List<String> used = new ArrayList<>();
    for (JsonNode value : before.path("values")) {
      names.add(
          new HashMap<>(
              Map.of(
                  "value", value.path("value").asString(), "was", value.path("value").asString())));
      if (value.path("used").asLong() > 0) {
        used.add(value.path("value").asString());
      }
    }
    String one = used.get(0);
    String two = used.get(1);
    long ofOne = HOUSE.count("SELECT count(*) FROM account WHERE price_group = '" + one + "'");
    long ofTwo = HOUSE.count("SELECT count(*) FROM account WHERE price_group = '" + two + "'");
    String account =
        "" + HOUSE.count("SELECT MIN(id) FROM account WHERE price_group = '" + one + "'");
    String price = priceFor(account);
    for (Map<String, Object> name : names) {
      if (name.get("was").equals(one)) {
        name.put("value", two);
      } else if (name.get("was").equals(two)) {
        name.put("value", one);
      }
    }
    manager
        .send(HttpMethod.PUT, path, Map.of("values", names), of(before.path("version").asLong()))
        .is(204);
    assertThat(HOUSE.count("SELECT count(*) FROM account WHERE price_group = '" + two + "'"))
        .isEqualTo(ofOne);
    assertThat(HOUSE.count("SELECT count(*) FROM account WHERE price_group = '" + one + "'"))
        .isEqualTo(ofTwo);
    // Rules and accounts have the other name together: nobody pays another price.
    assertThat(priceFor(account)).isEqualTo(price);
    swapBack(path, one, two);
    assertThat(manager.get(path).body().path("logId").asLong()).isPositive();
    assertThat(
            manager
                .get("/api/records/choices/" + manager.get(path).text("/logId") + "/log")
                .is(200)
                .words())
        .contains("price group renamed");
  }

  /** Other tests know the groups by their names. */
  private void swapBack(String path, String one, String two) {
    JsonNode now = manager.get(path).is(200).body();
    List<Map<String, Object>> names = new ArrayList<>();
    for (JsonNode value : now.path("values")) {
      String was = value.path("value").asString();
      String is = was.equals(one) ? two : was.equals(two) ? one : was;
      names.add(Map.of("value", is, "was", was));
    }
    manager
        .send(HttpMethod.PUT, path, Map.of("values", names), of(now.path("version").asLong()))
        .is(204);
  }

  /** What thirty of some products cost an account. */
  private String priceFor(String account) {
    StringBuilder prices = new StringBuilder();
    for (String product : List.of("BS-15", "BS-30")) {
      Guest.Answer answer =
          manager.post(
              "/api/price-test", Map.of("account", account, "product", product, "quantity", "30"));
      prices.append(answer.is(200).text("/unitPrice")).append(' ');
    }
    return prices.toString();
  }

  @Test
  void numbersBeginAsTheCompanyWantsAndNoneIsGivenTwice() {
    JsonNode ranges = administrator.get("/api/number-ranges").is(200).body().path("ranges");
    assertThat(ranges.findValuesAsString("letter")).contains("Q", "I", "A");
    String path = "/api/number-ranges/D";
    manager.send(HttpMethod.PUT, path, Map.of("prefix", "DN-", "next", "9000"), Map.of()).is(403);
    administrator
        .send(HttpMethod.PUT, path, Map.of("prefix", "dn", "next", "9000"), Map.of())
        .is(422);
    administrator
        .send(HttpMethod.PUT, path, Map.of("prefix", "Q-", "next", "9000"), Map.of())
        .is(422);
    administrator.send(HttpMethod.PUT, path, Map.of("prefix", "D-", "next", "1"), Map.of()).is(422);
    administrator
        .send(HttpMethod.PUT, path, Map.of("prefix", "DN-27-", "next", "9000"), Map.of())
        .is(204);
    JsonNode now = administrator.get("/api/number-ranges").body().path("ranges");
    assertThat(now.toString()).contains("\"prefix\":\"DN-27-\",\"next\":9000");
    administrator
        .send(HttpMethod.PUT, path, Map.of("prefix", "D-", "next", "9000"), Map.of())
        .is(204);
  }

  @Test
  void theNameAndTheLogoStandOnTheCustomersPages() throws IOException {
    JsonNode before = manager.get("/api/company/particulars").is(200).body();
    Map<String, Object> typed = Particulars.typed(before);
    typed.put("colour", "#zz");
    long version = before.path("version").asLong();
    String path = "/api/company/particulars";
    assertThat(
            manager
                .send(HttpMethod.PUT, path, typed, of(version))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .contains("colour");
    typed.put("colour", "#FFDD88");
    assertThat(manager.send(HttpMethod.PUT, path, typed, of(version)).is(422).words())
        .contains("too light");
    typed.put("colour", "#3F6B2F");
    manager.send(HttpMethod.PUT, path, typed, of(version)).is(204);
    assertThat(rep.get(path).is(200).text("/colour")).isEqualTo("#3F6B2F");
    long quote = HOUSE.count("SELECT MAX(id) FROM quote WHERE state = 'draft'");
    assertThat(manager.get("/api/records/company/1/log").words()).contains("#3F6B2F");
    new Guest(HOUSE).get(path + "/logo").is(404);
    assertThat(logo("not a picture".getBytes(StandardCharsets.UTF_8)).status()).isEqualTo(422);
    // It begins as a PNG and is none: no quote could be printed with it.
    byte[] half = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n', 0, 0, 0, 13};
    assertThat(logo(half).status()).isEqualTo(422);
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(80, 40, BufferedImage.TYPE_INT_RGB), "png", png);
    logo(png.toByteArray()).is(204);
    assertThat(new Guest(HOUSE).get(path + "/logo").is(200).bytes()).isEqualTo(png.toByteArray());
    String copy = manager.get("/api/quotes/" + quote + "/copies/preview").is(200).words();
    assertThat(copy).contains("data:image/png;base64,", "#3F6B2F");
    logo(new byte[0]).is(204);
    new Guest(HOUSE).get(path + "/logo").is(404);
    typed.put("colour", "");
    long now = rep.get(path).body().path("version").asLong();
    manager.send(HttpMethod.PUT, path, typed, of(now)).is(204);
  }

  private Guest.Answer logo(byte[] picture) {
    return manager.replace("/api/company/particulars/logo", picture);
  }
}
