package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Lists: pages that neither lose nor repeat a row, filters, search, counts. */
class ListsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  @ParameterizedTest
  @CsvSource({
    "/api/opportunities?state=won, 200",
    "/api/opportunities?state=open&process=new, 100",
    "/api/accounts, 50",
    "/api/quotes, 300",
    "/api/orders?state=, 200",
    "/api/enquiries?state=all, 20",
    "/api/products/list, 20",
    "/api/price-rules, 5",
    "/api/renewals, 20",
    "/api/call-lists, 0"
  })
  void pagesNeitherLoseNorRepeat(String path, int atLeast) {
    List<String> keys =
        Guest.signedIn(HOUSE, "helen").rows(path).stream()
            .map(row -> row.has("id") ? row.path("id").asString() : row.path("code").asString())
            .toList();
    assertThat(keys).hasSizeGreaterThan(atLeast).doesNotHaveDuplicates();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/api/opportunities?after=nonsense",
        "/api/opportunities?after=1",
        "/api/accounts?after=x|y",
        "/api/accounts?after=99999999999999999999|a",
        "/api/quotes?after=x",
        "/api/orders?after=-1",
        "/api/enquiries?after=1|x",
        "/api/enquiries?after=1",
        "/api/renewals?after=1",
        "/api/call-lists?after=closed"
      })
  void aPlaceThatIsNoneIsRefusedByName(String path) {
    Guest.Answer refused = Guest.signedIn(HOUSE, "mara").get(path).is(422);
    assertThat(refused.text("/problems/0/at")).isEqualTo("after");
    assertThat(refused.text("/problems/0/message")).startsWith("This page token is not valid");
  }

  @Test
  void aFilterFindsByTitleNumberAndAccount() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest.Answer some = rep.get("/api/opportunities").is(200);
    String number = some.text("/rows/0/po-number");
    assertThat(rep.get("/api/opportunities?q=" + number).is(200).text("/rows/0/po-number"))
        .isEqualTo(number);
    String account = some.text("/rows/0/account");
    rep.get("/api/opportunities?q=" + account.split(" ")[0])
        .is(200)
        .body()
        .at("/rows")
        .forEach(
            row ->
                assertThat(row.path("account").asString() + row.path("title").asString())
                    .containsIgnoringCase(account.split(" ")[0]));
    assertThat(rep.get("/api/opportunities?q=no-such-thing").is(200).body().at("/rows")).isEmpty();
  }

  @Test
  void mineAreOnlyMine() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    String me = rep.get("/api/session").text("/me/id");
    rep.get("/api/opportunities?owner=" + me)
        .is(200)
        .body()
        .at("/rows")
        .forEach(row -> assertThat(row.path("owner").asString()).isEqualTo("Mara Lind"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"mara", "helen", "otto", "asa"})
  void theBarCountsWhatTheScreensShow(String login) {
    Guest guest = Guest.signedIn(HOUSE, login);
    Guest.Answer counts = guest.get("/api/counts").is(200);
    Guest.Answer sheet = guest.get("/api/day-sheet").is(200);
    assertThat(counts.text("/daySheet")).isEqualTo(sheet.text("/total"));
    assertThat(sheet.body().at("/rows").size()).isEqualTo(Integer.parseInt(sheet.text("/total")));
    if (!"mara".equals(login)) {
      assertThat(Integer.parseInt(counts.text("/opportunities")))
          .isEqualTo(guest.rows("/api/opportunities?state=open&process=new").size());
    }
  }

  @Test
  void thePaletteFindsByTheBeginningsOfWordsWhateverTheAccents() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    assertThat(rep.get("/api/find?q=bench sca").is(200).body().findValuesAsString("kind"))
        .contains("product");
    assertThat(rep.get("/api/find?q=Q-1111").is(200).text("/0/number")).isEqualTo("Q-1111");
    assertThat(rep.get("/api/find?q=\") OR *").is(200).body().isArray()).isTrue();
    assertThat(rep.get("/api/find?q= ").is(200).body()).isEmpty();
  }

  @Test
  void recordsAreFoundByPhoneByEmailByTagAndWithASlip() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long account = HOUSE.accountOf("mara", 0);
    Guest.Answer page = rep.get("/api/accounts/" + account).is(200);
    String phone = page.text("/phone").replace(" ", "-");
    for (String typed :
        List.of(phone, page.text("/email"), page.text("/name"), "(049) " + page.text("/phone"))) {
      Guest.Answer found = rep.get("/api/find?q=" + typed).is(200);
      assertThat(found.body().findValuesAsString("id")).as(typed).contains(String.valueOf(account));
    }
    String name = page.text("/name");
    String slip = name.charAt(0) + "" + name.charAt(2) + name.charAt(1) + name.substring(3);
    JsonNode hit = rep.get("/api/find?q=" + slip).is(200).body().path(0);
    assertThat(hit.path("words").asString()).as(slip).isEqualTo(name);
    assertThat(hit.path("detail").asString()).contains(page.text("/town"));
    assertThat(rep.get("/api/find?q=qqqqzzz").is(200).body()).isEmpty();
    assertThat(rep.get("/api/find?q=retrofit").is(200).body().findValuesAsString("kind"))
        .as("a tag")
        .contains("opportunity");
  }

  @Test
  void theFiguresOfThePeriodAreTheCores() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest.Answer sheet = rep.get("/api/day-sheet").is(200);
    double won = Double.parseDouble(sheet.text("/period/won"));
    double goal = Double.parseDouble(sheet.text("/period/goal"));
    assertThat(Double.parseDouble(sheet.text("/period/gap")))
        .isEqualTo(Math.max(0, goal - won), org.assertj.core.data.Offset.offset(0.001));
    double low = Double.parseDouble(sheet.text("/period/low"));
    double middle = Double.parseDouble(sheet.text("/period/middle"));
    double high = Double.parseDouble(sheet.text("/period/high"));
    assertThat(won).isLessThanOrEqualTo(low);
    assertThat(low).isLessThanOrEqualTo(middle);
    assertThat(middle).isLessThanOrEqualTo(high);
    assertThat(high).isLessThanOrEqualTo(Double.parseDouble(sheet.text("/period/best")));
    assertThat(Double.parseDouble(sheet.text("/period/goalPercent"))).isBetween(0.0, 100.0);
  }

  @Test
  void productsAreFoundByCodeNameAndFamily() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    assertThat(rep.get("/api/products?q=bs-15").is(200).text("/0/code")).isEqualTo("BS-15");
    Guest.Answer page = rep.get("/api/products/BS-15").is(200);
    assertThat(page.text("/product/family")).isNotBlank();
    assertThat(page.body().at("/rules").size()).isPositive();
    rep.get("/api/products/NO-SUCH").is(404);
    assertThat(rep.get("/api/products?q=calibration").is(200).body().size()).isPositive();
  }

  @Test
  void theAccountPageTellsBeforeACall() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest.Answer account = rep.get("/api/accounts/" + HOUSE.accountOf("edda", 0)).is(200);
    assertThat(account.body().at("/opportunities").size()).isPositive();
    assertThat(account.body().at("/contacts").size()).isPositive();
    assertThat(account.text("/credit/limit")).isNotBlank();
    assertThat(account.body().at("/credit/timeline").size()).isPositive();
    rep.get("/api/accounts/999999").is(404);
  }

  @Test
  void whoIsNotSignedInSeesNothing() {
    Guest guest = new Guest(HOUSE);
    for (String path :
        List.of("/api/opportunities", "/api/counts", "/api/table", "/api/outbox", "/v3/api-docs")) {
      guest.get(path).is(401);
    }
    guest.post("/api/accounts", Map.of("name", "x")).is(401);
    assertThat(guest.get("/").is(200).bytes()).asString().contains("<html");
    assertThat(guest.get("/opportunities/5").is(200).bytes()).asString().contains("<html");
    assertThat(guest.get("/").headers().get("content-security-policy"))
        .contains("default-src 'self'")
        .contains("frame-ancestors 'none'");
  }
}
