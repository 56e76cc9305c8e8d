package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Fields that a company adds: on the record, in lists, filters, groups, tables and files. */
class OwnFieldTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private long field(String record, String name, String kind, List<String> choices) {
    return administrator.post("/api/own-fields", form(record, name, kind, choices)).is(200).id();
  }

  private static Map<String, Object> form(
      String record, String name, String kind, List<String> choices) {
    Map<String, Object> form = new HashMap<>();
    form.putAll(Map.of("record", record, "name", name, "kind", kind, "choices", choices));
    form.putAll(Map.of("required", false, "inList", true));
    return form;
  }

  private static Guest.Answer set(
      Guest who, String record, long id, long version, Map<String, String> values) {
    return who.send(
        HttpMethod.PUT,
        "/api/records/" + record + "/" + id + "/own-fields",
        Map.of("values", values),
        Map.of("If-Match", "\"" + version + "\""));
  }

  @Test
  void aFieldStandsOnTheRecordInTheListTheFilterTheGroupTheTableAndTheFile() {
    long grade = field("opportunity", "Hygiene grade", "choice", List.of("A", "B", "C"));
    long tonnes = field("opportunity", "Tonnes a year", "number", List.of());
    long visit = field("opportunity", "Site visit", "date", List.of());
    long one = Sales.newOpportunity(rep, "Own fields one");
    long two = Sales.newOpportunity(rep, "Own fields two");
    set(
            rep,
            "opportunity",
            one,
            0,
            Map.of("" + grade, "b", "" + tonnes, "1200.5", "" + visit, "2027-04-02"))
        .is(204);
    set(rep, "opportunity", two, 0, Map.of("" + grade, "A", "" + tonnes, "90")).is(204);
    JsonNode values =
        rep.get("/api/records/opportunity/" + one + "/own-fields").is(200).body().path("values");
    assertThat(values.path("" + grade).asString()).isEqualTo("B");
    assertThat(values.path("" + tonnes).asString()).isEqualTo("1200.5");
    assertThat(narrowed(grade + "=B")).containsExactly("Own fields one");
    assertThat(narrowed(tonnes + ">=100")).containsExactly("Own fields one");
    assertThat(narrowed(tonnes + "<=100")).containsExactly("Own fields two");
    assertThat(narrowed(visit + ">=2027-04-01|" + grade + "=B")).containsExactly("Own fields one");
    assertThat(narrowed(visit + ">=2027-04-03")).isEmpty();
    rep.get("/api/opportunities?own=nonsense").is(422);
    JsonNode row =
        rep.send(HttpMethod.GET, "/api/opportunities?own={own}", null, Map.of(), grade + "=B")
            .is(200)
            .body()
            .at("/rows/0/own");
    assertThat(row.path("" + grade).asString()).isEqualTo("B");
    JsonNode groups =
        rep.get("/api/opportunities/groups?group=own-" + grade + "&q=Own+fields").is(200).body();
    assertThat(groups.findValuesAsString("label")).contains("A", "B");
    rep.get("/api/opportunities/groups?group=own-999999").is(422);
    JsonNode table = rep.get("/api/table?rows=own-" + grade + "&measures=count").is(200).body();
    assertThat(table.path("rows").findValuesAsString("label")).contains("A", "B", "none");
    assertThat(rep.get("/api/table/subjects").words()).contains("Hygiene grade");
    rep.get("/api/table?rows=own-" + visit + "-month").is(200);
    String csv =
        rep.send(
                HttpMethod.GET,
                "/api/opportunities/list.csv?own={own}",
                null,
                Map.of(),
                grade + "=B")
            .is(200)
            .words();
    assertThat(csv).contains("Hygiene grade", "1200.5");
    assertThat(rep.get("/api/records/opportunity/" + one + "/log").words())
        .contains("Hygiene grade");
  }

  private List<String> narrowed(String terms) {
    return rep.send(HttpMethod.GET, "/api/opportunities?own={own}", null, Map.of(), terms)
        .is(200)
        .body()
        .path("rows")
        .findValuesAsString("title");
  }

  @Test
  void listsOfAccountsEnquiriesAndProductsShowThemAndAreNarrowedByThem() {
    long grade = field("account", "Loyalty", "choice", List.of("gold", "silver"));
    long hall = field("enquiry", "Hall", "number", List.of());
    long shelf = field("product", "Shelf", "text", List.of());
    String account = "" + HOUSE.accountOf("mara", 0);
    set(rep, "account", Long.parseLong(account), 0, Map.of("" + grade, "gold")).is(204);
    long enquiry = rep.rows("/api/enquiries").get(0).path("id").asLong();
    set(administrator, "enquiry", enquiry, 0, Map.of("" + hall, "12.5")).is(204);
    Guest.Answer product = rep.get("/api/products/BS-15").is(200);
    long id = product.body().path("id").asLong();
    set(administrator, "product", id, 0, Map.of("" + shelf, "B 12")).is(204);
    assertThat(listed("/api/accounts", grade + "=gold", "id", grade))
        .containsExactly(account, "gold");
    assertThat(listed("/api/enquiries", hall + ">=12", "id", hall))
        .containsExactly("" + enquiry, "12.5");
    assertThat(listed("/api/products/list", shelf + "=b 12", "code", shelf))
        .containsExactly("BS-15", "B 12");
    assertThat(listed("/api/accounts", grade + "=silver", "id", grade)).isEmpty();
    String file = administrator.get("/api/accounts/accounts.csv?q=" + "&own=").is(200).words();
    assertThat(file.lines().findFirst().orElseThrow())
        .startsWith("Number,Name,Kind")
        .endsWith("Loyalty");
    assertThat(file).contains("gold");
    // What is exported comes back: nothing is new or wrong, and only what has own fields is set
    // again.
    for (String kind : List.of("accounts/accounts", "catalogue/products")) {
      JsonNode again =
          Importing.of(
                  administrator,
                  kind.replaceAll(".*/", ""),
                  administrator.get("/api/" + kind + ".csv").is(200).bytes())
              .checked()
              .view();
      assertThat(again.path("bad").asInt()).as(again.path("problems").toString()).isZero();
      assertThat(again.path("added").asInt()).isZero();
      assertThat(again.path("changed").asInt())
          .as(again.path("changedRows").toString())
          .isEqualTo(1);
    }
    rep.get("/api/accounts/accounts.csv").is(403);
    assertThat(administrator.get("/api/accounts/accounts.csv?q=nobody").is(200).words().lines())
        .hasSize(1);
    administrator.get("/api/accounts/accounts.xlsx").is(200);
    assertThat(administrator.get("/api/catalogue/products.csv").is(200).words())
        .contains(",Shelf", "B 12");
    // The number of a field of products says nothing of accounts, whichever ids they have.
    assertThat(listed("/api/accounts", shelf + "=B 12", "id", shelf)).isEmpty();
    rep.get("/api/accounts?own=nonsense").is(422);
    rep.get("/api/products/list?own=nonsense").is(422);
    for (long field : List.of(grade, hall, shelf)) {
      administrator.send(HttpMethod.DELETE, "/api/own-fields/" + field, null, Map.of()).is(204);
    }
  }

  /** What the rows that a list is narrowed to are called, each with what it has in a field. */
  private List<String> listed(String path, String terms, String name, long field) {
    List<String> found = new ArrayList<>();
    rep.send(HttpMethod.GET, path + "?own={own}", null, Map.of(), terms)
        .is(200)
        .body()
        .path("rows")
        .forEach(
            row -> {
              found.add(row.path(name).asString());
              found.add(row.path("own").path("" + field).asString());
            });
    return found;
  }

  @Test
  void whatDoesNotFitIsRefusedAndTheSecondOfTwoIsTold() {
    long grade = field("account", "Audit", "choice", List.of("Passed", "Failed"));
    long since = field("account", "Customer since", "date", List.of());
    long fleet = field("account", "Scales in use", "number", List.of());
    long worth = field("account", "Potential", "amount", List.of());
    long safe = field("account", "Safety briefed", "yes-no", List.of());
    long account = HOUSE.accountOf("mara", 2);
    Map<String, String> poor = new HashMap<>();
    poor.putAll(Map.of("" + grade, "Maybe", "" + since, "31/31/27", "" + fleet, "many"));
    poor.putAll(Map.of("" + worth, "-5", "" + safe, "perhaps", "99999", "x"));
    assertThat(set(rep, "account", account, 0, poor).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder(
            "values." + grade,
            "values." + since,
            "values." + fleet,
            "values." + worth,
            "values." + safe,
            "values.99999");
    set(rep, "account", account, 0, Map.of("" + grade, "Passed", "" + worth, "2500")).is(204);
    set(rep, "account", account, 0, Map.of("" + grade, "Failed")).is(412);
    set(rep, "account", account, 1, Map.of("" + worth, "")).is(204);
    JsonNode now =
        rep.get("/api/records/account/" + account + "/own-fields").is(200).body().path("values");
    assertThat(now.has("" + worth)).isFalse();
    assertThat(now.path("" + grade).asString()).isEqualTo("Passed");
    set(Guest.signedIn(HOUSE, "tom"), "account", account, 2, Map.of("" + grade, "Failed")).is(403);
  }

  @Test
  void aRenamedChoiceIsRenamedWhereItWasChosenAndARemovedFieldKeepsWhatWasEntered() {
    long kind = field("opportunity", "Delivery by", "choice", List.of("Lorry", "Train"));
    long one = Sales.newOpportunity(rep, "Renamed choice");
    set(rep, "opportunity", one, 0, Map.of("" + kind, "Lorry")).is(204);
    String path = "/api/own-fields/" + kind;
    Map<String, Object> renamed =
        form("opportunity", "Delivery by", "choice", List.of("Truck", "Train"));
    Map<String, String> first = Map.of("If-Match", "\"1\"");
    rep.send(HttpMethod.PUT, path, renamed, first).is(403);
    administrator.send(HttpMethod.PUT, path, renamed, first).is(204);
    administrator.send(HttpMethod.PUT, path, renamed, first).is(412);
    assertThat(narrowed(kind + "=Truck")).containsExactly("Renamed choice");
    administrator
        .post("/api/own-fields", form("opportunity", "delivery BY", "text", List.of()))
        .is(422);
    administrator
        .post("/api/own-fields", form("opportunity", "Empty", "choice", List.of()))
        .is(422);
    administrator.post("/api/own-fields", form("invoice", "Wrong", "text", List.of())).is(422);
    administrator.send(HttpMethod.DELETE, path, null, Map.of()).is(204);
    assertThat(rep.get("/api/records/opportunity/" + one + "/own-fields").words())
        .doesNotContain("Delivery by");
    assertThat(HOUSE.count("SELECT count(*) FROM own_value WHERE field_id = " + kind)).isEqualTo(1);
  }

  @Test
  void aRequiredFieldIsAskedForWhereDetailsAreEntered() {
    Map<String, Object> required = form("contact", "Badge", "text", List.of());
    required.put("required", true);
    long badge = administrator.post("/api/own-fields", required).is(200).id();
    long other = field("contact", "Hobby", "text", List.of());
    long account = HOUSE.accountOf("mara", 1);
    long contact = HOUSE.count("SELECT MIN(id) FROM contact WHERE account_id = " + account);
    assertThat(
            set(rep, "contact", contact, 0, Map.of("" + other, "Sailing"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("values." + badge);
    set(rep, "contact", contact, 0, Map.of("" + other, "Sailing", "" + badge, "B-7")).is(204);
  }
}
