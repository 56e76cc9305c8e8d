package firmtally.tests;

import static firmtally.tests.Sales.form;
import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/**
 * Products, price rules, ranges, sets and prices changed at once, and what they do to what is open.
 */
class CatalogueActsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static Guest manager;
  private static Guest rep;

  @BeforeAll
  static void signIn() {
    manager = Guest.signedIn(HOUSE, "helen");
    rep = Guest.signedIn(HOUSE, "mara");
  }

  static Map<String, Object> product(String code, String family, String list) {
    Map<String, Object> product =
        new HashMap<>(
            Map.of("code", code, "name", "Scale " + code, "family", family, "unit", "pc"));
    product.putAll(Map.of("listPrice", list, "unitCost", "40", "taxPercent", "19"));
    return product;
  }

  private static void change(String code, Map<String, Object> to, int status) {
    Guest.Answer page = manager.get("/api/products/" + code).is(200);
    manager.send(HttpMethod.PUT, "/api/products/" + code, to, match(page, "/version")).is(status);
  }

  private static String netOf(long opportunity) {
    return rep.get("/api/opportunities/" + opportunity).text("/worksheet/totals/contract");
  }

  @Test
  void aChangedPriceReachesOpenWorksheetsAndNotWhatWasAgreed() {
    manager.post("/api/products", product("CH-1", "change", "100")).is(204);
    long open = newOpportunity(rep, "Open");
    saveLines(rep, open, List.of(line("1", "CH-1", "2", null))).is(200);
    long agreed = newOpportunity(rep, "Agreed");
    saveLines(rep, agreed, List.of(line("1", "CH-1", "2", null))).is(200);
    long quote = sentQuote(rep, agreed);
    change("CH-1", product("CH-1", "change", "110"), 204);
    assertThat(netOf(open)).isEqualTo("220.00");
    assertThat(rep.get("/api/quotes/" + quote).text("/worksheet/totals/contract"))
        .isEqualTo("200.00");
    // Lists show what the worksheet would.
    Guest.Answer list =
        rep.get("/api/accounts/" + rep.get("/api/opportunities/" + open).text("/accountId"));
    assertThat(list.body().at("/opportunities").findValuesAsString("value")).contains("220.00");
    long id = Long.parseLong(manager.get("/api/products/CH-1").text("/id"));
    assertThat(manager.get("/api/records/product/" + id + "/log").text("/rows/0/after"))
        .contains("list 110");
  }

  @Test
  void aProductIsChangedByItsVersionAndItsCodeStays() {
    manager.post("/api/products", product("CH-2", "change", "100")).is(204);
    Guest.Answer page = manager.get("/api/products/CH-2").is(200);
    Map<String, Object> to = product("CH-2", "change", "105,5");
    to.putAll(Map.of("active", false, "stock", "7", "leadDays", "3"));
    change("CH-2", to, 204);
    assertThat(manager.get("/api/products/CH-2").text("/product/listPrice")).isEqualTo("105.5");
    assertThat(
            manager
                .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=ch-2")
                .body()
                .findValuesAsString("code"))
        .doesNotContain("CH-2");
    assertThat(
            manager
                .send(HttpMethod.PUT, "/api/products/CH-2", to, match(page, "/version"))
                .is(412)
                .text("/detail"))
        .contains("Helen Sorrel changed product");
    change("CH-2", product("OTHER", "change", "1"), 422);
    Guest.Answer now = manager.get("/api/products/CH-2");
    rep.send(HttpMethod.PUT, "/api/products/CH-2", to, match(now, "/version")).is(403);
  }

  private static Map<String, Object> rule(String code, List<Map<String, String>> breaks) {
    Map<String, Object> rule = new HashMap<>();
    rule.putAll(Map.of("code", code, "scope", "everyone", "product", "RU-1", "breaks", breaks));
    return rule;
  }

  @Test
  void aRuleOfSeveralBreaksIsFoundChangedAndTakenOutOfForce() {
    manager.post("/api/products", product("RU-1", "ruled", "100")).is(204);
    long open = newOpportunity(rep, "Ruled");
    saveLines(rep, open, List.of(line("1", "RU-1", "10", null))).is(200);
    var breaks =
        List.of(
            Map.of("percentOff", "5"),
            Map.of("minQuantity", "10", "price", "90"),
            Map.of("minQuantity", "25", "price", "80"));
    assertThat(
            manager
                .post("/api/price-rules", rule("R-RU", breaks))
                .is(200)
                .body()
                .at("/codes")
                .toString())
        .isEqualTo("[\"R-RU\",\"R-RU-10\",\"R-RU-25\"]");
    assertThat(netOf(open)).isEqualTo("900.00");
    assertThat(price("RU-1", "9")).isEqualTo("95");
    assertThat(price("RU-1", "10")).isEqualTo("90");
    assertThat(price("RU-1", "25")).isEqualTo("80");
    Guest.Answer list = manager.get("/api/price-rules?about=R-RU-10").is(200);
    Map<String, Object> dearer =
        rule("R-RU-10", List.of(Map.of("minQuantity", "10", "price", "92")));
    manager
        .send(HttpMethod.PUT, "/api/price-rules/R-RU-10", dearer, match(list, "/rows/0/version"))
        .is(204);
    assertThat(netOf(open)).isEqualTo("920.00");
    Guest.Answer again = manager.get("/api/price-rules?about=R-RU-10");
    manager
        .send(
            HttpMethod.POST,
            "/api/price-rules/R-RU-10/deactivated",
            null,
            match(again, "/rows/0/version"))
        .is(204);
    assertThat(netOf(open)).isEqualTo("950.00");
    assertThat(manager.get("/api/price-rules?about=R-RU-10").text("/rows/0/deactivated"))
        .isEqualTo("true");
    manager
        .send(
            HttpMethod.POST,
            "/api/price-rules/R-RU-10/back",
            null,
            match(manager.get("/api/price-rules?about=R-RU-10"), "/rows/0/version"))
        .is(204);
    assertThat(netOf(open)).isEqualTo("920.00");
    rep.post("/api/price-rules", rule("R-X", breaks)).is(403);
  }

  private static String price(String product, String quantity) {
    return rep.post("/api/price-test", Map.of("product", product, "quantity", quantity))
        .is(200)
        .text("/unitPrice");
  }

  @Test
  void everythingWrongWithARuleIsNamedAtOnce() {
    Map<String, Object> poor = new HashMap<>();
    poor.putAll(Map.of("code", "", "scope", "account", "forWhom", "NOBODY", "product", "NONE"));
    poor.putAll(Map.of("family", "bench", "from", "2030-02-01", "to", "2030-01-01"));
    poor.put("breaks", List.of(Map.of("price", "1", "percentOff", "2")));
    assertThat(
            manager
                .post("/api/price-rules", poor)
                .is(422)
                .body()
                .at("/problems")
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder(
            "code", "forWhom", "product", "product", "to", "breaks[0].price");
    assertThat(
            manager
                .post("/api/price-rules", rule("P-DAIRY", List.of(Map.of("percentOff", "101"))))
                .is(422)
                .body()
                .at("/problems")
                .findValuesAsString("at"))
        .contains("breaks[0].percentOff");
  }

  @Test
  void theTesterSaysWhyOnAnyDayAndForAnyCustomer() {
    Guest.Answer dairies = manager.get("/api/price-rules?about=P-DAIRY").is(200);
    assertThat(dairies.text("/rows/0/forWhom")).isEqualTo("dairies");
    Guest.Answer today =
        rep.post("/api/price-test", Map.of("product", "BS-15", "quantity", "30")).is(200);
    assertThat(today.text("/working/steps/0/outcome")).isNotEmpty();
    assertThat(today.text("/unitPrice")).isEqualTo("428.6875");
    Guest.Answer longAgo =
        rep.post(
                "/api/price-test",
                Map.of("product", "BS-15", "quantity", "30", "day", "2001-01-01"))
            .is(200);
    assertThat(longAgo.text("/unitPrice")).isEqualTo("475");
    assertThat(
            rep.post("/api/price-test", Map.of("product", "NONE", "quantity", "0"))
                .is(422)
                .body()
                .at("/problems")
                .findValuesAsString("at"))
        .containsExactly("product", "quantity");
  }

  @Test
  void aLimitedCustomerFindsAndBuysOnlyFromTheirFamilies() {
    long place = newOpportunity(rep, "Limited");
    String account = rep.get("/api/opportunities/" + place).text("/accountId");
    String range = "/api/products/assortments/" + account;
    manager.send(HttpMethod.PUT, range, Map.of("families", List.of("spare")), Map.of()).is(204);
    assertThat(
            rep.get("/api/opportunities/" + place + "/picks?q=bs")
                .body()
                .findValuesAsString("code"))
        .noneMatch(code -> code.startsWith("BS"));
    Guest.Answer refused = saveLines(rep, place, List.of(line("1", "BS-15", "1", null))).is(422);
    assertThat(refused.text("/problems/0/at")).isEqualTo("lines[0].product");
    assertThat(refused.text("/problems/0/message"))
        .isEqualTo("This customer buys only from spare; this is bench.");
    saveLines(rep, place, List.of(line("1", "SP-10", "1", null))).is(200);
    assertThat(manager.get("/api/products/assortments").body().findValuesAsString("accountId"))
        .contains(account);
    manager.send(HttpMethod.PUT, range, Map.of("families", List.of("no such")), Map.of()).is(422);
    rep.send(HttpMethod.PUT, range, Map.of("families", List.of()), Map.of()).is(403);
    manager.send(HttpMethod.PUT, range, Map.of("families", List.of()), Map.of()).is(204);
    saveLines(rep, place, List.of(line("1", "BS-15", "1", null))).is(200);
  }

  @Test
  void whatWasKeptBeforeARangeStillOpensAndSaysWhatIsWrongWithIt() {
    long place = newOpportunity(rep, "Limited later");
    saveLines(rep, place, List.of(line("1", "BS-15", "1", null))).is(200);
    String at = "/api/opportunities/" + place;
    String account = rep.get(at).text("/accountId");
    String range = "/api/products/assortments/" + account;
    manager.send(HttpMethod.PUT, range, Map.of("families", List.of("spare")), Map.of()).is(204);
    Guest.Answer page = rep.get(at).is(200);
    assertThat(page.text("/worksheet/totals/contract")).isEqualTo("475.00");
    assertThat(page.text("/worksheet/problems/0/at")).isEqualTo("lines[0].product");
    assertThat(rep.post(at + "/quotes", null).is(409).text("/detail"))
        .isEqualTo("This cannot be quoted yet: This customer buys only from spare; this is bench.");
    // A copy keeps what there is.
    long copy = rep.post(at + "/copy", null).is(200).id();
    assertThat(netOf(copy)).isEqualTo("475.00");
    manager.send(HttpMethod.PUT, range, Map.of("families", List.of()), Map.of()).is(204);
    rep.post(at + "/quotes", null).is(200);
    manager
        .send(
            HttpMethod.PUT,
            "/api/products/assortments/999999",
            Map.of("families", List.of("spare")),
            Map.of())
        .is(404);
  }

  @Test
  void aDiscountThatPricesLeftBehindIsNamedAndTheWorksheetStillOpens() {
    manager.post("/api/products", product("LO-1", "lowered", "100")).is(204);
    long place = newOpportunity(rep, "Left behind");
    String at = "/api/opportunities/" + place;
    Map<String, Object> form = form(List.of(line("1", "LO-1", "1", null)));
    form.put("discountAmount", "10*8");
    Guest.Answer page = rep.get(at).is(200);
    Guest.Answer saved =
        rep.send(HttpMethod.PUT, at + "/worksheet", form, match(page, "/worksheet/version"))
            .is(200);
    assertThat(saved.text("/discountAmount")).isEqualTo("80.00");
    change("LO-1", product("LO-1", "lowered", "50"), 204);
    Guest.Answer after = rep.get(at).is(200);
    assertThat(after.text("/worksheet/problems/0/at")).isEqualTo("discountAmount");
    assertThat(after.text("/worksheet/totals/contract")).isEqualTo("50.00");
    assertThat(rep.post(at + "/quotes", null).is(409).text("/detail"))
        .contains("more than the one-off lines come to");
  }

  @Test
  void pricesChangedAtOnceAreShownFirstThenSetAndTakenBack() {
    manager.post("/api/products", product("BU-1", "bulk", "100")).is(204);
    manager.post("/api/products", product("BU-2", "bulk", "33.33")).is(204);
    long open = newOpportunity(rep, "Bulk");
    saveLines(rep, open, List.of(line("1", "BU-1", "2", null), line("2", "BU-2", "1", null)))
        .is(200);
    Map<String, String> change = Map.of("family", "bulk", "listPercent", "3,5", "step", "0.05");
    Guest.Answer preview = manager.post("/api/price-changes/preview", change).is(200);
    assertThat(preview.body().at("/products").findValuesAsString("listAfter"))
        .containsExactly("103.5", "34.5");
    assertThat(preview.body().at("/places").size()).isEqualTo(1);
    var places = List.of(Map.of("home", "opportunities", "id", open, "number", "", "title", ""));
    Guest.Answer effect =
        manager
            .post("/api/price-changes/effects", Map.of("change", change, "places", places))
            .is(200);
    assertThat(effect.text("/0/before")).isEqualTo("233.33");
    assertThat(effect.text("/0/after")).isEqualTo("241.50");
    assertThat(netOf(open)).as("nothing is kept yet").isEqualTo("233.33");
    long id = manager.post("/api/price-changes", change).is(200).id();
    assertThat(netOf(open)).isEqualTo("241.50");
    assertThat(manager.get("/api/price-changes").text("/0/words"))
        .isEqualTo("bulk, list prices by 3.5 % in steps of 0.05");
    manager.post("/api/price-changes/" + id + "/back", null).is(204);
    assertThat(netOf(open)).isEqualTo("233.33");
    assertThat(manager.post("/api/price-changes/" + id + "/back", null).is(409).text("/detail"))
        .contains("changed again since");
    assertThat(
            manager
                .post("/api/price-changes/preview", Map.of("family", "bulk"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("listPercent");
    rep.post("/api/price-changes", change).is(403);
  }

  private static Importing products(String csv) {
    return Importing.of(manager, "products", csv);
  }

  @Test
  void aFileGoesOutAndComesInAgainUnchanged() {
    byte[] csv = manager.get("/api/catalogue/products.csv").is(200).bytes();
    Importing same = Importing.of(manager, "products", csv).checked();
    assertThat(same.view().path("bad").asInt()).isZero();
    assertThat(same.view().path("same").asInt()).isEqualTo(same.view().path("total").asInt());
    byte[] book = manager.get("/api/catalogue/rules.xlsx").is(200).bytes();
    Importing rules = Importing.of(manager, "price-rules", book).checked();
    assertThat(rules.view().path("same").asInt()).isEqualTo(rules.view().path("total").asInt());
    assertThat(rules.view().path("total").asInt()).isGreaterThan(10);
  }

  @Test
  void aFileOfCodesAndPricesChangesPricesAloneAndIsUndone() {
    Map<String, Object> stocked = product("FI-9", "filed", "10");
    stocked.putAll(Map.of("stock", "7", "leadDays", "3", "active", false));
    manager.post("/api/products", stocked).is(204);
    Importing prices = products("code,List price\nFI-9,12.5\n").checked();
    assertThat(prices.view().path("changedRows").path(0).path("what").asString())
        .isEqualTo("list 10 becomes 12.5");
    prices.taken();
    Guest.Answer product = manager.get("/api/products/FI-9").is(200);
    assertThat(product.text("/product/listPrice")).isEqualTo("12.5");
    assertThat(product.text("/product/stock")).isEqualTo("7");
    assertThat(product.text("/product/leadDays")).isEqualTo("3");
    assertThat(product.text("/product/active")).isEqualTo("false");
    prices.undone();
    assertThat(manager.get("/api/products/FI-9").text("/product/listPrice")).isEqualTo("10");
    assertThat(problems(products("Code,List price\nFI-NONE,1\n"), "column"))
        .contains("Name", "Family");
  }

  private static List<String> problems(Importing file, String what) {
    return file.checked().view().path("problems").findValuesAsString(what);
  }

  @Test
  void aFileIsTriedFirstAndTakenWholeOrNotAtAll() {
    String head = "Code,Name,Family,Unit,List price,Cost,Tax %\n";
    Importing good = products(head + "FI-1,First,filed,pc,10,4,19\n").checked();
    assertThat(good.view().path("added").asInt()).isEqualTo(1);
    manager.get("/api/products/FI-1").is(404);
    good.taken();
    manager.get("/api/products/FI-1").is(200);
    String mixed =
        head + "FI-2,Second,filed,pc,10,4,19\nFI-3,,filed,pc,x,4,19\nFI-2,Twice,filed,pc,1,1,19\n";
    Importing poor = products(mixed);
    assertThat(problems(poor, "row")).containsExactly("3", "3", "4");
    poor.refused();
    manager.get("/api/products/FI-2").is(404);
    rep.upload("/api/imports?kind=products", "p.csv", mixed.getBytes(StandardCharsets.UTF_8))
        .is(403);
    good.undone();
    manager.get("/api/products/FI-1").is(404);
  }

  @Test
  void aPictureIsOneOfThreeKindsAndServedAsIt() {
    Guest.Answer picture = rep.get("/api/products/BS-15/picture").is(200);
    assertThat(picture.headers()).containsEntry("content-type", "image/png");
    assertThat(picture.headers()).containsEntry("x-content-type-options", "nosniff");
    byte[] script = "<svg onload='x'/>".getBytes(StandardCharsets.UTF_8);
    assertThat(
            manager
                .upload("/api/products/BS-15/picture", "a.png", script)
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("file");
    manager.send(HttpMethod.DELETE, "/api/products/BS-3/picture", null, Map.of()).is(204);
    rep.get("/api/products/BS-3/picture").is(404);
    manager.upload("/api/products/BS-3/picture", "b.png", picture.bytes()).is(204);
    assertThat(rep.get("/api/products/BS-3/picture").is(200).bytes()).isEqualTo(picture.bytes());
    rep.upload("/api/products/BS-3/picture", "b.png", picture.bytes()).is(403);
  }

  @Test
  void kitsAndTemplatesAreKeptByWhoeverSellsAndChangedByManagers() {
    Map<String, Object> kit =
        new HashMap<>(Map.of("kind", "kit", "code", "my-kit", "name", "My kit"));
    kit.put("rows", List.of(line("1", "BS-15", "2", null)));
    long id = rep.post("/api/templates", kit).is(200).id();
    assertThat(
            manager
                .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=my-kit")
                .text("/0/code"))
        .isEqualTo("MY-KIT");
    assertThat(rep.post("/api/templates", kit).is(422).text("/problems/0/at")).isEqualTo("code");
    Map<String, Object> poor = new HashMap<>(Map.of("kind", "kit", "code", "K2", "name", ""));
    poor.put("rows", List.of(line("1", "NONE", "0", null), line("2", "", "1", null)));
    assertThat(
            rep.post("/api/templates", poor)
                .is(422)
                .body()
                .at("/problems")
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder(
            "name", "rows[0].product", "rows[0].quantity", "rows[1].product");
    Map<String, String> first = Map.of("If-Match", "1");
    String at = "/api/templates/" + id;
    rep.send(HttpMethod.PUT, at, kit, first).is(403);
    kit.put("rows", List.of(line("1", "BS-15", "3", null), line("2", "TW-1", "1", null)));
    manager.send(HttpMethod.PUT, at, kit, first).is(204);
    manager.send(HttpMethod.PUT, at, kit, first).is(412);
    manager.send(HttpMethod.POST, at + "/deactivated", null, Map.of("If-Match", "2")).is(204);
    assertThat(
            manager
                .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=my-kit")
                .body()
                .findValuesAsString("code"))
        .doesNotContain("MY-KIT");
    manager.send(HttpMethod.POST, at + "/back", null, Map.of("If-Match", "3")).is(204);
  }

  @Test
  void aTableOfSizesHasAProductInEachCell() {
    var cells =
        List.of(
            Map.of("row", "15 kg", "column", "plain", "product", "BS-15"),
            Map.of("row", "30 kg", "column", "plain", "product", "BS-30"));
    Map<String, Object> sizes =
        new HashMap<>(
            Map.of("code", "SZ-T", "name", "Some", "down", "Capacity", "across", "Build"));
    sizes.put("cells", cells);
    long id = manager.post("/api/size-tables", sizes).is(200).id();
    assertThat(rep.get("/api/size-tables/" + id).body().at("/rows").toString())
        .isEqualTo("[\"15 kg\",\"30 kg\"]");
    sizes.put("code", "SZ-U");
    sizes.put(
        "cells",
        List.of(
            Map.of("row", "1", "column", "", "product", "BS-15"),
            Map.of("row", "1", "column", "", "product", "NONE")));
    assertThat(
            manager
                .post("/api/size-tables", sizes)
                .is(422)
                .body()
                .at("/problems")
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("cells[1].row", "cells[1].product");
    sizes.put("cells", List.of());
    assertThat(manager.post("/api/size-tables", sizes).is(422).text("/problems/0/at"))
        .isEqualTo("cells");
    rep.post("/api/size-tables", sizes).is(403);
    manager
        .send(
            HttpMethod.POST,
            "/api/size-tables/" + id + "/deactivated",
            null,
            Map.of("If-Match", "1"))
        .is(204);
    assertThat(
            manager
                .get("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/picks?q=sz-t")
                .body()
                .findValuesAsString("kind"))
        .doesNotContain("sizes");
  }

  @Test
  void anEmptyWorksheetIsNothingToCompareButCanBeAsked() {
    long place = newOpportunity(rep, "Empty");
    assertThat(
            rep.post("/api/opportunities/" + place + "/tally", form(List.of()))
                .is(200)
                .text("/worksheet/totals/contract"))
        .isEqualTo("0.00");
  }
}
