package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** The sheet of stages by months: its sums, and moving on it. */
class SheetTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static BigDecimal number(JsonNode node, String field) {
    return new BigDecimal(node.path("total").path(field).asString());
  }

  private static BigDecimal sum(Guest.Answer sheet, String list, String field) {
    BigDecimal sum = BigDecimal.ZERO;
    for (JsonNode part : sheet.body().at("/" + list)) {
      sum = sum.add(number(part, field));
    }
    return sum;
  }

  @Test
  void rowsColumnsAndCellsSumToTheWhole() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    for (String filter :
        List.of(
            "",
            "?team=North",
            "?owner=" + HOUSE.personOf("edda"),
            "?q=scale",
            "?process=renewal")) {
      Guest.Answer sheet = manager.get("/api/sheet" + filter).is(200);
      BigDecimal whole = number(sheet.body(), "value");
      for (String list : List.of("rows", "columns", "cells")) {
        assertThat(sum(sheet, list, "value")).as(filter + list).isEqualByComparingTo(whole);
        assertThat(sum(sheet, list, "count")).isEqualByComparingTo(number(sheet.body(), "count"));
      }
      // Each is rounded once, so parts may be a cent a piece away.
      assertThat(sum(sheet, "cells", "weighted").subtract(number(sheet.body(), "weighted")).abs())
          .isLessThan(BigDecimal.ONE);
    }
  }

  @Test
  void columnsAreLateSixMonthsAndLater() {
    Guest.Answer sheet = Guest.signedIn(HOUSE, "helen").get("/api/sheet").is(200);
    List<String> keys = sheet.body().at("/columns").findValuesAsString("key");
    YearMonth now = YearMonth.from(House.TODAY);
    assertThat(keys).hasSize(8).startsWith("late", now.toString()).endsWith("later");
    assertThat(sheet.body().at("/columns/0/goal").isNull()).isTrue();
    assertThat(sheet.text("/columns/1/goal")).isEqualTo("210000.00");
    for (JsonNode cell : sheet.body().at("/cells")) {
      for (JsonNode item : cell.path("items")) {
        YearMonth month = YearMonth.from(LocalDate.parse(item.path("expectedClose").asString()));
        String column = cell.path("column").asString();
        assertThat(column)
            .isEqualTo(
                month.isBefore(now)
                    ? "late"
                    : month.isBefore(now.plusMonths(6)) ? month.toString() : "later");
      }
    }
    assertThat(sheet.body().at("/teams").toString()).contains("North", "South");
  }

  private static Guest.Answer place(Guest who, long id, String version, long stage, String close) {
    return who.send(
        HttpMethod.POST,
        "/api/opportunities/" + id + "/place",
        Map.of("stageId", stage, "expectedClose", close),
        Map.of("If-Match", "\"" + version + "\""));
  }

  @Test
  void aMoveIsOneActAndTakingItBackTakesTheSlipOff() {
    Guest rep = Guest.signedIn(HOUSE, "edda");
    long id =
        rep.post(
                "/api/opportunities",
                Map.of("accountId", HOUSE.accountOf("priya", 1), "title", "On the sheet"))
            .is(200)
            .id();
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    Guest.Answer before = rep.get("/api/opportunities/" + id).is(200);
    String close = before.text("/expectedClose");
    String later = LocalDate.parse(close).plusMonths(1).toString();
    String version = place(rep, id, before.text("/version"), 3, later).is(200).text("/version");
    Guest.Answer moved = rep.get("/api/opportunities/" + id).is(200);
    assertThat(moved.text("/stageId")).isEqualTo("3");
    assertThat(moved.text("/expectedClose")).isEqualTo(later);
    assertThat(moved.text("/slips")).isEqualTo("1");
    assertThat(moved.text("/version")).isEqualTo(version);
    assertThat(rep.get("/api/records/opportunity/" + id + "/log").body().findValuesAsString("what"))
        .contains("stage", "expected close");

    version = place(rep, id, version, 1, close).is(200).text("/version");
    Guest.Answer back = rep.get("/api/opportunities/" + id).is(200);
    assertThat(back.text("/slips")).isEqualTo("0");
    assertThat(back.text("/stageId")).isEqualTo("1");

    // Earlier than it ever was is not an undo: nothing is taken off.
    version = place(rep, id, version, 1, later).is(200).text("/version");
    place(rep, id, version, 1, LocalDate.parse(close).minusDays(1).toString()).is(200);
    assertThat(rep.get("/api/opportunities/" + id).text("/slips")).isEqualTo("1");
  }

  @Test
  void whoeverComesSecondIsToldAndOthersAreRefused() {
    Guest rep = Guest.signedIn(HOUSE, "edda");
    long id =
        rep.post(
                "/api/opportunities",
                Map.of("accountId", HOUSE.accountOf("priya", 1), "title", "Two move it"))
            .is(200)
            .id();
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    Guest.Answer seen = rep.get("/api/opportunities/" + id).is(200);
    String close = seen.text("/expectedClose");
    place(rep, id, seen.text("/version"), 2, close).is(200);
    assertThat(place(rep, id, seen.text("/version"), 3, close).is(412).text("/detail"))
        .startsWith("Edda Voss changed stage at ");
    Guest other = Guest.signedIn(HOUSE, "nils");
    assertThat(place(other, id, "2", 3, close).is(403).text("/detail"))
        .startsWith("Only Edda Voss, whoever it is shared with, or a manager may change");
    place(rep, id, "2", 999, close).is(404);
    assertThat(place(rep, id, "2", 3, "soon").is(422).text("/problems/0/at"))
        .isEqualTo("expectedClose");
    assertThat(rep.get("/api/opportunities/" + id).text("/stageId")).isEqualTo("2");
    rep.get("/api/sheet?process=nonsense").is(404);
  }

  @Test
  void isNarrowedAsTheListIs() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    for (String narrow :
        List.of(
            "tag=export",
            "attention=close-moved-back",
            "priority=high",
            "q=silo",
            "team=South",
            "source=phone")) {
      Guest.Answer sheet = manager.get("/api/sheet?process=1&" + narrow).is(200);
      Guest.Answer list = manager.get("/api/opportunities?process=1&" + narrow).is(200);
      assertThat(sheet.body().at("/total/count").asInt())
          .as(narrow)
          .isPositive()
          .isEqualTo(list.body().at("/rows").size());
    }
    assertThat(manager.get("/api/sheet?process=1&state=won").text("/total/count"))
        .isEqualTo(manager.get("/api/sheet?process=1").text("/total/count"));
    assertThat(manager.get("/api/sheet?attention=dull").is(422).text("/problems/0/at"))
        .isEqualTo("attention");
  }
}
