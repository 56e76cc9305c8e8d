package firmtally.tests;

import static firmtally.tests.Sales.newOpportunity;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** The list of opportunities: narrowed, sorted, gathered, kept as a view, taken as a file. */
class NarrowedListTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  /** Every row of a list, page after page. */
  private static List<JsonNode> all(Guest guest, String query) {
    return guest.rows("/api/opportunities?" + query);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "close",
        "-close",
        "value",
        "-value",
        "title",
        "-account",
        "stage",
        "-stage",
        "owner",
        "age",
        "touched"
      })
  void pagesInAnyOrderHoldEachRowOnce(String sort) {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    List<JsonNode> rows = all(manager, "state=all&sort=" + sort);
    assertThat(rows).hasSizeGreaterThan(300);
    assertThat(new HashSet<>(rows.stream().map(r -> r.path("id").asLong()).toList()))
        .hasSameSizeAs(rows);
    if (sort.endsWith("value")) {
      List<BigDecimal> values =
          rows.stream().map(r -> new BigDecimal(r.path("value").asString())).toList();
      List<BigDecimal> sorted = new ArrayList<>(values);
      sorted.sort(sort.startsWith("-") ? java.util.Comparator.reverseOrder() : null);
      assertThat(values).isEqualTo(sorted);
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "stage",
        "month",
        "owner",
        "team",
        "account",
        "industry",
        "town",
        "process",
        "state",
        "priority",
        "interest",
        "business",
        "source",
        "campaign",
        "reason"
      })
  void theGroupsOfAListAddUpToTheList(String by) {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer groups = manager.get("/api/opportunities/groups?group=" + by).is(200);
    BigDecimal value = BigDecimal.ZERO;
    long count = 0;
    for (JsonNode group : groups.body()) {
      value = value.add(new BigDecimal(group.path("value").asString()));
      count += group.path("count").asLong();
    }
    List<JsonNode> rows = all(manager, "group=" + by);
    assertThat(count).isEqualTo(rows.size());
    assertThat(value)
        .isEqualByComparingTo(
            rows.stream()
                .map(r -> new BigDecimal(r.path("value").asString()))
                .reduce(BigDecimal.ZERO, BigDecimal::add));
    String key = groups.text("/0/key");
    assertThat(all(manager, "group=" + by + "&key=" + key))
        .hasSize(groups.body().at("/0/count").asInt());
  }

  @Test
  void narrowsByWhatIsNeglectedAndCountsIt() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer counts = manager.get("/api/opportunities/attention").is(200);
    for (String attention :
        List.of(
            "no-activity-planned",
            "no-contact",
            "close-moved-back",
            "past-expected-close",
            "over-usual-days")) {
      List<JsonNode> rows = all(manager, "attention=" + attention);
      assertThat(rows).as(attention).hasSize(counts.body().path(attention).asInt()).isNotEmpty();
      rows.forEach(row -> assertThat(row.path("attention").toString()).contains(attention));
    }
    assertThat(all(manager, "attention=any").size())
        .isLessThanOrEqualTo(
            counts.body().properties().stream().mapToInt(e -> e.getValue().asInt()).sum());
    assertThat(manager.get("/api/opportunities?attention=dull").is(422).text("/problems/0/at"))
        .isEqualTo("attention");
    assertThat(manager.get("/api/opportunities?sort=shade").is(422).text("/problems/0/at"))
        .isEqualTo("sort");
    assertThat(manager.get("/api/opportunities/groups?group=colour").is(422).text("/problems/0/at"))
        .isEqualTo("group");
    manager.get("/api/opportunities?sort=value&after=5|x").is(422);
  }

  @Test
  void aRepSeesTheirTeamsOnly() {
    Guest rep = Guest.signedIn(HOUSE, "priya");
    List<JsonNode> seen = all(rep, "state=all");
    assertThat(seen).hasSizeLessThan(all(Guest.signedIn(HOUSE, "helen"), "state=all").size());
    for (JsonNode row : seen) {
      if (!row.path("team").asString().equals("South")) {
        Guest.Answer shared = rep.get("/api/opportunities/" + row.path("id").asString()).is(200);
        assertThat(shared.body().at("/team/shares").findValuesAsString("name"))
            .contains("Priya Raut");
      }
    }
    newOpportunity(Guest.signedIn(HOUSE, "mara"), "Zebra crossing");
    assertThat(rep.get("/api/find?q=zebra").body().findValuesAsString("kind"))
        .doesNotContain("opportunity");
    assertThat(
            Guest.signedIn(HOUSE, "nils")
                .get("/api/find?q=zebra")
                .body()
                .findValuesAsString("kind"))
        .contains("opportunity");
    assertThat(rep.get("/api/opportunities?q=zebra").body().at("/rows").size()).isZero();
  }

  @Test
  void narrowsByTagCompetitorWordsAndDays() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    assertThat(all(manager, "tag=EXPORT&state=all")).isNotEmpty();
    assertThat(all(manager, "competitor=Lowland Weighing&state=all")).isNotEmpty();
    assertThat(all(manager, "q=100%25&state=all")).isEmpty();
    assertThat(all(manager, "q=--&state=all")).isEmpty();
    assertThat(all(manager, "q=silo weigh&state=all"))
        .isNotEmpty()
        .allMatch(r -> r.path("title").asString().startsWith("Silo weighing"));
    assertThat(all(manager, "from=2000-01-01&to=2000-12-31&state=won")).isEmpty();
    all(manager, "state=lost&competitor=Lowland Weighing")
        .forEach(r -> assertThat(r.path("state").asString()).isEqualTo("lost"));
  }

  @Test
  void goesOutAsCsvAndAsAWorkbook() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer csv =
        manager.get("/api/opportunities/list.csv?attention=close-moved-back").is(200);
    List<String> lines = new String(csv.bytes(), StandardCharsets.UTF_8).lines().toList();
    assertThat(lines.get(0)).startsWith("Number,Title,Account,State,Stage");
    assertThat(lines).hasSize(1 + all(manager, "attention=close-moved-back").size());
    Guest.Answer book = manager.get("/api/opportunities/list.xlsx").is(200);
    assertThat(book.bytes()).startsWith('P', 'K');
    assertThat(book.headers().get("content-disposition")).contains(".xlsx");
  }

  @Test
  void aViewIsForTheTeamItSaysAndChangedByItsOwnerAlone() {
    Guest mara = Guest.signedIn(HOUSE, "mara");
    Map<String, Object> view =
        Map.of("name", "My large ones", "sharedWith", "North", "query", "as=list&sort=-value");
    mara.post("/api/views", view).is(204);
    assertThat(mara.post("/api/views", view).is(422).text("/problems/0/at")).isEqualTo("name");
    assertThat(
            mara.post("/api/views", Map.of("name", "", "sharedWith", "South", "query", ""))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("name", "sharedWith");
    Guest nils = Guest.signedIn(HOUSE, "nils");
    Guest priya = Guest.signedIn(HOUSE, "priya");
    assertThat(nils.get("/api/views").is(200).body().findValuesAsString("name"))
        .containsOnlyOnce("My large ones");
    assertThat(priya.get("/api/views").body().findValuesAsString("name"))
        .doesNotContain("My large ones");
    String path = "/api/views/" + mara.get("/api/views").text("/views/0/id");
    Map<String, Object> forAll =
        Map.of("name", "Large ones", "sharedWith", "", "query", "as=list&sort=-value");
    nils.send(HttpMethod.PUT, path, forAll, Map.of("If-Match", "1")).is(403);
    priya.send(HttpMethod.PUT, path, forAll, Map.of("If-Match", "1")).is(404);
    mara.send(HttpMethod.PUT, path, forAll, Map.of("If-Match", "1")).is(204);
    mara.send(HttpMethod.PUT, path, forAll, Map.of("If-Match", "1")).is(412);
    assertThat(priya.get("/api/views").body().findValuesAsString("name")).contains("Large ones");
    nils.send(HttpMethod.DELETE, path, null, Map.of()).is(403);
    mara.send(HttpMethod.DELETE, path, null, Map.of()).is(204);
    mara.send(HttpMethod.DELETE, path, null, Map.of()).is(404);
  }

  private static Map<String, Object> chosen(Guest guest, long id) {
    return Map.of(
        "id", id, "version", guest.get("/api/opportunities/" + id).is(200).body().path("version"));
  }

  @Test
  void oneActOnSeveralIsDoneWithAllOrNone() {
    Guest mara = Guest.signedIn(HOUSE, "mara");
    long one = newOpportunity(mara, "Bulk one");
    long two = newOpportunity(mara, "Bulk two");
    List<Map<String, Object>> both = List.of(chosen(mara, one), chosen(mara, two));
    String path = "/api/opportunities/bulk";
    assertThat(mara.post(path, Map.of("chosen", both)).is(422).text("/problems/0/at"))
        .isEqualTo("act");
    assertThat(
            mara.post(path, Map.of("chosen", List.of(), "tag", "x")).is(422).text("/problems/0/at"))
        .isEqualTo("chosen");
    assertThat(mara.post(path, Map.of("chosen", both, "tag", " ")).is(422).text("/problems/0/at"))
        .isEqualTo("tag");
    mara.post(path, Map.of("chosen", both, "tag", "bulk tag")).is(204);
    assertThat(all(mara, "tag=bulk tag")).hasSize(2);
    // Both were changed by that: what was read before is refused, and told by its number.
    Map<String, Object> reassign = Map.of("chosen", both, "owner", HOUSE.personOf("nils"));
    assertThat(mara.post(path, reassign).is(409).text("/detail")).startsWith("O-");
    Map<String, Object> call =
        Map.of("kind", "call", "subject", "Ring them all", "due", "2090-01-02");
    List<Map<String, Object>> again = List.of(chosen(mara, one), chosen(mara, two));
    mara.post(path, Map.of("chosen", again, "activity", call)).is(204);
    assertThat(
            mara.get("/api/opportunities/" + two)
                .body()
                .at("/activities")
                .findValuesAsString("subject"))
        .contains("Ring them all");
    long theirs =
        all(Guest.signedIn(HOUSE, "priya"), "owner=" + HOUSE.personOf("priya"))
            .get(0)
            .path("id")
            .asLong();
    List<Map<String, Object>> mixed =
        List.of(chosen(mara, one), Map.of("id", theirs, "version", 1));
    mara.post(path, Map.of("chosen", mixed, "tag", "not theirs")).is(403);
    assertThat(all(mara, "tag=not theirs")).isEmpty();
    Guest.signedIn(HOUSE, "otto").post(path, Map.of("chosen", again, "tag", "x")).is(403);
    mara.post(path, Map.of("chosen", again, "owner", HOUSE.personOf("nils"))).is(204);
    assertThat(mara.get("/api/opportunities/" + one).text("/owner")).isEqualTo("Nils Amsel");
  }

  @ParameterizedTest
  @ValueSource(strings = {"month", "stage", "tag", "account"})
  void groupsWithinAGroupAddUpToItAndHoldItsRows(String then) {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    JsonNode outer = manager.get("/api/opportunities/groups?group=owner").is(200).body().path(0);
    String key = "&group=owner&key=" + outer.path("key").asString() + "&then=" + then;
    BigDecimal value = BigDecimal.ZERO;
    BigDecimal budget = BigDecimal.ZERO;
    for (JsonNode inner : manager.get("/api/opportunities/groups?" + key).is(200).body()) {
      List<JsonNode> rows = all(manager, key + "&thenKey=" + inner.path("key").asString());
      assertThat(rows).hasSize(inner.path("count").asInt());
      assertThat(sum(rows, "value")).isEqualByComparingTo(inner.path("value").asString());
      assertThat(sum(rows, "budget")).isEqualByComparingTo(inner.path("budget").asString());
      value = value.add(new BigDecimal(inner.path("value").asString()));
      budget = budget.add(new BigDecimal(inner.path("budget").asString()));
    }
    if (!"tag".equals(then)) {
      // One with two tags stands in both groups.
      assertThat(value).isEqualByComparingTo(outer.path("value").asString());
      assertThat(budget).isEqualByComparingTo(outer.path("budget").asString());
    }
    manager.get("/api/opportunities/groups?group=owner&key=1&then=owner").is(422);
  }

  private static BigDecimal sum(List<JsonNode> rows, String field) {
    return rows.stream()
        .filter(row -> row.path(field).isString())
        .map(row -> new BigDecimal(row.path(field).asString()))
        .reduce(BigDecimal.ZERO, BigDecimal::add);
  }
}
