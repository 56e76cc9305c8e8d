package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Enquiries, accounts, products, people, activities and the outbox. */
class HouseActsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static Map<String, String> enquiry(String name, String reach) {
    return Map.of(
        "name",
        name,
        "contactDetails",
        reach,
        "town",
        "Saltmere",
        "subject",
        "Two scales",
        "source",
        "");
  }

  @Test
  void anEnquiryIsTakenOnOnceWithNothingTypedAgain() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    long id = rep.post("/api/enquiries", enquiry("Reed Farm", "desk@reed.example")).is(200).id();
    Map<String, Object> none = new HashMap<>();
    none.put("accountId", null);
    String path = "/api/enquiries/" + id + "/opportunity";
    String opportunity = rep.post(path, none).is(200).text("/opportunityId");
    Guest.Answer opened = rep.get("/api/opportunities/" + opportunity).is(200);
    assertThat(opened.text("/title")).isEqualTo("Two scales");
    Guest.Answer account = rep.get("/api/accounts/" + opened.text("/accountId")).is(200);
    assertThat(account.text("/name")).isEqualTo("Reed Farm");
    assertThat(account.text("/email")).isEqualTo("desk@reed.example");
    assertThat(account.text("/town")).isEqualTo("Saltmere");
    rep.post(path, none).is(409);
    assertThat(rep.get("/api/trail/" + opportunity).body().findValuesAsString("kind"))
        .containsExactly("enquiry", "opportunity");
  }

  @Test
  void anEnquiryCanJoinAnAccount() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    long id = rep.post("/api/enquiries", enquiry("Known", "555 0101")).is(200).id();
    String opportunity =
        rep.post(
                "/api/enquiries/" + id + "/opportunity",
                Map.of("accountId", HOUSE.accountOf("edda", 1)))
            .is(200)
            .text("/opportunityId");
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/accountId")).isEqualTo("7");
    assertThat(rep.post("/api/enquiries", enquiry("", "")).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("name", "contactDetails");
  }

  private static Map<String, String> product(String code, String every, String term) {
    Map<String, String> product =
        new HashMap<>(Map.of("code", code, "name", "A scale", "family", "bench", "unit", "piece"));
    product.putAll(Map.of("listPrice", "10.5", "unitCost", "4", "taxPercent", "19"));
    product.putAll(Map.of("everyMonths", every, "termMonths", term));
    return product;
  }

  @Test
  void productsAreAddedByThoseWhoManage() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    manager.post("/api/products", product("NEW-1", "", "")).is(204);
    manager.post("/api/products", product("NEW-2", "3", "12")).is(204);
    assertThat(manager.get("/api/products/NEW-2").text("/product/everyMonths")).isEqualTo("3");
    assertThat(
            manager
                .post("/api/products", product("NEW-1", "", ""))
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("There is already a product with this code.");
    assertThat(
            manager
                .post("/api/products", product("NEW-3", "5", "12"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("termMonths");
    assertThat(
            manager
                .post("/api/products", product("NEW-3", "some", "12"))
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("This is not a whole number of months.");
    Map<String, String> poor = product("", "", "");
    poor.putAll(Map.of("listPrice", "x", "unitCost", "", "taxPercent", "101"));
    assertThat(manager.post("/api/products", poor).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("code", "listPrice", "unitCost", "taxPercent");
    Guest.signedIn(HOUSE, "mara").post("/api/products", product("NEW-4", "", "")).is(403);
  }

  @Test
  void peopleAreAddedByTheAdministratorAlone() {
    Map<String, Object> person = new HashMap<>(Map.of("login", "rosa", "name", "Rosa Quill"));
    person.putAll(
        Map.of(
            "email",
            "rosa@harrowplumb.example",
            "roles",
            List.of("rep"),
            "password",
            "tally-demo"));
    assertThat(Guest.signedIn(HOUSE, "helen").post("/api/users", person).is(403).text("/detail"))
        .isEqualTo("Only an administrator may do this.");
    Guest administrator = Guest.signedIn(HOUSE, "asa");
    administrator.post("/api/users", person).is(200);
    assertThat(administrator.post("/api/users", person).is(422).text("/problems/0/at"))
        .isEqualTo("login");
    person.putAll(Map.of("login", "other", "roles", List.of("emperor")));
    assertThat(administrator.post("/api/users", person).is(422).text("/problems/0/at"))
        .isEqualTo("roles");
    Guest rosa = Guest.signedIn(HOUSE, "ROSA");
    assertThat(rosa.get("/api/session").text("/me/roles/0")).isEqualTo("rep");
    rosa.send(HttpMethod.DELETE, "/api/session", null, Map.of()).is(204);
    rosa.get("/api/counts").is(401);
  }

  @Test
  void anAccountIsOpenedAsAProspectWithItsContact() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    Map<String, String> account = new HashMap<>(Map.of("name", "Tern Mill", "kind", "person"));
    account.putAll(Map.of("industry", "mill", "postal", "12345", "town", "Tern", "phone", ""));
    account.putAll(Map.of("email", "at@tern.example", "contact", "Ada Tern"));
    long id = rep.post("/api/accounts", account).is(200).id();
    Guest.Answer page = rep.get("/api/accounts/" + id).is(200);
    assertThat(page.text("/status")).isEqualTo("prospect");
    assertThat(page.text("/kind")).isEqualTo("person");
    assertThat(page.text("/contacts/0/name")).isEqualTo("Ada Tern");
    assertThat(rep.get("/api/find?q=tern mi").is(200).body().findValuesAsString("kind"))
        .contains("account");
    account.putAll(Map.of("name", "", "email", "@"));
    assertThat(rep.post("/api/accounts", account).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("name", "email");
    Guest.signedIn(HOUSE, "otto").post("/api/accounts", account).is(403);
  }

  @Test
  void anActivityIsPlannedAndDoneOnce() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    long opportunity =
        rep.post(
                "/api/opportunities",
                Map.of("accountId", HOUSE.accountOf("nils", 1), "title", "To be called"))
            .is(200)
            .id();
    String path = "/api/opportunities/" + opportunity;
    Map<String, String> call = Map.of("kind", "call", "subject", "Ask", "due", "2030-01-31");
    rep.post(path + "/activities", call).is(204);
    Map<String, String> poor = Map.of("kind", "dance", "subject", "", "due", "never");
    assertThat(rep.post(path + "/activities", poor).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("kind", "subject", "due");
    Guest.Answer page = rep.get(path).is(200);
    String first = page.text("/activities/0/id");
    rep.post("/api/activities/" + first + "/done", Map.of("outcome", "Talked.")).is(204);
    rep.post("/api/activities/" + first + "/done", Map.of("outcome", "Again.")).is(409);
    Guest.signedIn(HOUSE, "priya").post(path + "/activities", call).is(403);
  }

  @Test
  void mailsAreReadInTheApplicationAndTakenAsEml() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long sold = Sales.newOpportunity(rep, "With email");
    Sales.saveLines(rep, sold, java.util.List.of(Sales.line("1", "BS-15", "1", null))).is(200);
    Sales.sentQuote(rep, sold);
    Guest.Answer mails = rep.get("/api/outbox").is(200);
    assertThat(mails.body().at("/rows").size()).isPositive();
    Guest.Answer eml = rep.get("/api/outbox/" + mails.text("/rows/0/id") + "/mail.eml").is(200);
    assertThat(new String(eml.bytes(), java.nio.charset.StandardCharsets.UTF_8))
        .contains("Subject:", "application/pdf", mails.text("/rows/0/recipient"));
  }

  @Test
  void aBodyThatIsNoneIsRefusedWithoutTalkingOfTheInside() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest.Answer refused = rep.post("/api/enquiries", Map.of("name", "x", "surprise", "y"));
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.text("/title")).isEqualTo("This is not the JSON that is expected");
    assertThat(refused.body().toString()).doesNotContain("firmtally.", "Exception", "jackson");
  }
}
