package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Goals: who sets them, that nothing is lost, and how a period stands against them. */
class GoalTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final int YEAR = House.TODAY.getYear();
  private final Guest manager = Guest.signedIn(HOUSE, "helen");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private JsonNode row(Guest.Answer page, String rows, String name) {
    for (JsonNode row : page.body().at(rows)) {
      if (row.path("name").asString().equals(name)) {
        return row;
      }
    }
    throw new AssertionError(name + " is not in " + page.body());
  }

  private Guest.Answer set(Guest who, int year, Guest.Answer read, List<String> months) {
    Map<String, Object> mara =
        Map.of("personId", row(read, "/rows", "Mara Lind").path("personId"), "months", months);
    return who.send(
        HttpMethod.PUT,
        "/api/goals/" + year,
        Map.of("rows", List.of(mara)),
        match(read, "/version"));
  }

  @Test
  void aManagerSetsAYearAndWhoeverIsNotNamedKeepsTheirs() {
    Guest.Answer before = manager.get("/api/goals/" + (YEAR + 1)).is(200);
    List<String> months = new ArrayList<>(Collections.nCopies(12, ""));
    months.set(2, "1 234.50");
    months.set(11, "100");
    set(manager, YEAR + 1, before, months).is(204);
    Guest.Answer after = manager.get("/api/goals/" + (YEAR + 1)).is(200);
    JsonNode mara = row(after, "/rows", "Mara Lind");
    assertThat(mara.path("months").path(2).asString()).isEqualTo("1234.50");
    assertThat(mara.path("months").path(11).asString()).isEqualTo("100.00");
    assertThat(mara.path("months").path(0).asString()).isEqualTo("0.00");
    assertThat(row(after, "/rows", "Edda Voss")).isEqualTo(row(before, "/rows", "Edda Voss"));

    assertThat(set(manager, YEAR + 1, before, months).is(412).text("/detail"))
        .contains("Somebody else set goals");
    months.set(4, "a lot");
    Guest.Answer refused = set(manager, YEAR + 1, after, months).is(422);
    assertThat(refused.text("/problems/0/at")).isEqualTo("rows[0].months[4]");
    set(manager, YEAR + 1, after, List.of("1")).is(422);
  }

  @Test
  void aRepReadsTheirTeamsAndSetsNone() {
    Guest.Answer read = rep.get("/api/goals/" + YEAR).is(200);
    assertThat(row(read, "/rows", "Mara Lind").path("mayChange").asBoolean()).isFalse();
    assertThat(read.body().at("/rows"))
        .noneMatch(r -> r.path("name").asString().equals("Priya Raut"));
    set(rep, YEAR, read, Collections.nCopies(12, "1")).is(403);
    rep.get("/api/goals/" + YEAR + "/proposal?percent=5").is(403);
    manager.get("/api/goals/1").is(422);
  }

  @Test
  void lastYearsAreProposedAndASumIsSpreadToTheCent() {
    Guest.Answer last = manager.get("/api/goals/" + YEAR).is(200);
    Guest.Answer proposal =
        manager.get("/api/goals/" + (YEAR + 1) + "/proposal?percent=10").is(200);
    BigDecimal was =
        new BigDecimal(row(last, "/rows", "Mara Lind").path("months").path(0).asString());
    BigDecimal will =
        new BigDecimal(row(proposal, "", "Mara Lind").path("months").path(0).asString());
    assertThat(will).isEqualByComparingTo(was.multiply(new BigDecimal("1.1")));

    BigDecimal sum = BigDecimal.ZERO;
    for (JsonNode month : manager.get("/api/goals/spread?amount=1000").is(200).body()) {
      sum = sum.add(new BigDecimal(month.asString()));
    }
    assertThat(sum).isEqualByComparingTo("1000");
    manager.get("/api/goals/spread?amount=").is(422);
    manager.get("/api/goals/" + YEAR + "/proposal?percent=x").is(422);
  }

  @Test
  void aPeriodStandsAsTheDaySheetSays() {
    String months = "from=" + YEAR + "-01&to=" + YEAR + "-03";
    Guest.Answer standing = manager.get("/api/goals/standing?" + months).is(200);
    Guest.Answer sheet = manager.get("/api/day-sheet").is(200);
    assertThat(standing.text("/0/name")).isEqualTo("All");
    for (String figure : List.of("goal", "won", "gap", "expected", "low", "high")) {
      assertThat(standing.text("/0/" + figure)).isEqualTo(sheet.text("/period/" + figure));
    }
    assertThat(new BigDecimal(standing.text("/0/chance")))
        .isEqualByComparingTo(sheet.text("/period/goalPercent"));
    BigDecimal won = BigDecimal.ZERO;
    for (JsonNode row : standing.body()) {
      if (row.path("personId").isNumber()) {
        won = won.add(new BigDecimal(row.path("won").asString()));
      }
    }
    assertThat(won).isEqualByComparingTo(standing.text("/0/won"));
    assertThat(standing.body().at("/0/closers")).isNotEmpty();
  }

  @Test
  void whatIsWonStandsAtOnceAndOfAnotherTeamNothing() {
    String months = "from=" + YEAR + "-01&to=" + YEAR + "-12";
    String path = "/api/goals/standing?" + months;
    BigDecimal before = won(rep.get(path).is(200));
    long opportunity = newOpportunity(rep, "Counts for the goal");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", null))).is(200);
    Guest.Answer lines = rep.get("/api/opportunities/" + opportunity).is(200);
    rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "PO-9")).is(200);
    assertThat(won(rep.get(path).is(200)).subtract(before))
        .isEqualByComparingTo(lines.text("/worksheet/totals/contract"));
    assertThat(rep.get(path).is(200).body())
        .noneMatch(r -> r.path("name").asString().equals("Priya Raut"));
    rep.get("/api/goals/standing?from=" + YEAR + "-05&to=" + YEAR + "-01").is(422);
    rep.get("/api/goals/standing?from=2020-01&to=2027-01").is(422);
  }

  private BigDecimal won(Guest.Answer standing) {
    return new BigDecimal(row(standing, "", "Mara Lind").path("won").asString());
  }
}
