package firmtally.tests;

import static firmtally.tests.Sales.match;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Reports at the door: figures that agree with each other, with the core's, and with who asks. */
class ReportsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest manager = Guest.signedIn(HOUSE, "helen");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  private static BigDecimal number(JsonNode node) {
    return new BigDecimal(node.asString());
  }

  private static JsonNode total(Guest.Answer table) {
    JsonNode rows = table.body().at("/rows");
    return rows.get(rows.size() - 1);
  }

  @Test
  void aTableHoldsWhatTheListHolds() {
    Guest.Answer table =
        manager.get("/api/table?rows=owner&measures=count,value&filter=state:open").is(200);
    List<JsonNode> list = manager.rows("/api/opportunities?state=open");
    assertThat(number(total(table).at("/cells/0/0")).intValue()).isEqualTo(list.size());
    BigDecimal sum =
        list.stream()
            .map(row -> number(row.path("value")))
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    assertThat(number(total(table).at("/cells/0/1"))).isEqualByComparingTo(sum);
    assertThat(table.text("/notable/0/text")).isEqualTo("Count ");
  }

  @Test
  void aRepAndAManagerSeeDifferentSumsInTheSameTable() {
    String asked = "/api/table?rows=owner&measures=won,won-count&period=last-12-months";
    Guest.Answer all = manager.get(asked).is(200);
    Guest.Answer theirs = rep.get(asked).is(200);
    assertThat(number(total(theirs).at("/cells/0/0")))
        .isLessThan(number(total(all).at("/cells/0/0")));
    assertThat(theirs.body().at("/rows").findValuesAsString("label"))
        .contains("Mara Lind")
        .doesNotContain("Priya Raut");
    assertThat(all.body().at("/rows").findValuesAsString("label"))
        .contains("Mara Lind", "Priya Raut");
    // In every cell and in every drill, by whatever key is asked for.
    String priya = "filter=owner:" + HOUSE.personOf("priya");
    assertThat(rep.get("/api/table/records?" + priya).is(200).body().at("/rows").size()).isZero();
    assertThat(manager.get("/api/table/records?" + priya).is(200).body().at("/rows").size())
        .isPositive();
    assertThat(
            rep.get("/api/movement?owner=" + HOUSE.personOf("priya"))
                .is(200)
                .body()
                .at("/items")
                .size())
        .isZero();
    assertThat(
            rep.get("/api/funnel?owner=" + HOUSE.personOf("priya")).is(200).text("/opportunities"))
        .isEqualTo("0");
  }

  @Test
  void everyFigureOpensAsManyRecordsAsItSays() {
    Guest.Answer table =
        manager
            .get("/api/table?rows=owner&columns=source&measures=won-count&period=last-12-months")
            .is(200);
    JsonNode columns = table.body().at("/columns");
    for (JsonNode row : table.body().at("/rows")) {
      for (int c = 0; c < columns.size(); c++) {
        String figure = row.at("/cells/" + c + "/0").asString();
        if (figure.isEmpty()
            || row.path("keys").isEmpty()
            || columns.get(c).path("keys").isEmpty()) {
          continue;
        }
        String filter =
            "owner:"
                + row.at("/keys/0").asString()
                + ";source:"
                + columns.get(c).at("/keys/0").asString().replace(" ", "+")
                + ";"
                + table.text("/figures/0/within");
        assertThat(
                manager
                    .get("/api/table/records?period=last-12-months&filter=" + filter)
                    .is(200)
                    .body()
                    .at("/rows")
                    .size())
            .as(filter)
            .isEqualTo(Integer.parseInt(figure));
      }
    }
  }

  @Test
  void costsAreForThoseWhoSeeThem() {
    controller.get("/api/table?subject=sold&rows=owner&measures=margin").is(403);
    assertThat(controller.get("/api/table/subjects").is(200).body().findValuesAsString("name"))
        .doesNotContain("margin", "cost")
        .contains("given");
    assertThat(rep.get("/api/table/subjects").is(200).body().findValuesAsString("name"))
        .contains("margin");
  }

  @Test
  void theDiscountOfOrdersIsWhatTheirWorksheetsSay() {
    Guest.Answer table = manager.get("/api/table?subject=sold&measures=list,net,cost").is(200);
    assertThat(number(total(table).at("/cells/0/0")))
        .isGreaterThan(number(total(table).at("/cells/0/1")));
    BigDecimal net = BigDecimal.ZERO;
    for (JsonNode order : manager.rows("/api/orders?state=")) {
      if (!order.path("state").asString().equals("cancelled")) {
        net = net.add(number(order.path("value")));
      }
    }
    assertThat(number(total(table).at("/cells/0/1"))).isEqualByComparingTo(net);
  }

  private static String unzipped(byte[] xlsx, String part) throws IOException {
    Path file = Files.createTempFile("table", ".xlsx");
    Files.write(file, xlsx);
    try (ZipFile zip = new ZipFile(file.toFile())) {
      return new String(
          zip.getInputStream(zip.getEntry(part)).readAllBytes(), StandardCharsets.UTF_8);
    } finally {
      Files.delete(file);
    }
  }

  @Test
  void filesHoldTheSameWithLiveSums() throws IOException {
    String asked = "?rows=owner,source&columns=close-quarter&measures=won&period=last-12-months";
    byte[] xlsx = manager.get("/api/table/table.xlsx" + asked).is(200).bytes();
    assertThat(unzipped(xlsx, "xl/worksheets/sheet1.xml")).contains("SUM(C2:C");
    String csv =
        new String(
            manager.get("/api/table/table.csv" + asked).is(200).bytes(), StandardCharsets.UTF_8);
    assertThat(csv).startsWith("Rep,Source,").contains("Mara Lind,web form");
    manager.get("/api/table/table.csv?rows=mood").is(422);
  }

  @Test
  void aSavedTableIsPinnedAndSentToWhoeverWantsIt() {
    Map<String, Object> view = new HashMap<>();
    view.put("name", "Won by rep, sent");
    view.put("sharedWith", "");
    view.put("screen", "table");
    view.put("query", "rows=owner&measures=won%2Cwin-rate&period=year");
    manager.post("/api/views", view).is(204);
    manager.post("/api/views", view).is(422);
    JsonNode saved =
        named(rep.get("/api/views?screen=table").is(200), "/views", "Won by rep, sent");
    assertThat(rep.get("/api/views").is(200).body().at("/views").findValuesAsString("name"))
        .doesNotContain("Won by rep, sent");
    String id = saved.path("id").asString();
    rep.send(HttpMethod.PUT, "/api/views/" + id + "/pin", Map.of("pinned", true), Map.of()).is(204);
    assertThat(
            named(rep.get("/api/views?screen=table"), "/views", "Won by rep, sent")
                .path("pinned")
                .asBoolean())
        .isTrue();
    assertThat(
            named(manager.get("/api/views?screen=table"), "/views", "Won by rep, sent")
                .path("pinned")
                .asBoolean())
        .isFalse();

    rep.post("/api/schedules", Map.of("viewId", saved.path("id"), "every", "year")).is(422);
    rep.post("/api/schedules", Map.of("viewId", saved.path("id"), "every", "week")).is(200);
    Guest.Answer own = rep.get("/api/schedules").is(200);
    // The morning of the tests is a Monday: the next one is in a week.
    assertThat(own.text("/0/nextOn")).isEqualTo("2027-03-22");
    assertThat(manager.get("/api/schedules").is(200).body().size()).isZero();
    manager.send(HttpMethod.DELETE, "/api/schedules/" + own.text("/0/id"), null, Map.of()).is(404);
    rep.send(HttpMethod.DELETE, "/api/schedules/" + own.text("/0/id"), null, Map.of()).is(204);
  }

  private static JsonNode named(Guest.Answer page, String rows, String name) {
    for (JsonNode row : page.body().at(rows)) {
      if (row.path("name").asString().equals(name)) {
        return row;
      }
    }
    throw new AssertionError(name + " is not in " + page.body());
  }

  private static final List<String> PARTS =
      List.of("opened", "movedIn", "value", "odds", "movedOut", "paused", "won", "lost");

  @Test
  void whatMovedLeadsFromTheOpeningToTheClosing() {
    String asked = "/api/movement?since=2027-03-14&from=2027-01-01&to=2027-12-31";
    Guest.Answer before = manager.get(asked).is(200);
    JsonNode open = manager.rows("/api/opportunities?state=open&process=new&sort=-value").get(0);
    String id = open.path("id").asString();
    JsonNode page = manager.get("/api/opportunities/" + id).body();
    manager
        .send(
            HttpMethod.POST,
            "/api/opportunities/" + id + "/place",
            Map.of("stageId", page.path("stageId"), "expectedClose", "2028-02-01"),
            Map.of(
                "If-Match",
                "\"" + page.path("version").asString() + "\"",
                "Idempotency-Key",
                "away-" + id))
        .is(200);
    Guest.Answer after = manager.get(asked).is(200);
    for (String view : List.of("/weighted/", "/plain/")) {
      for (Guest.Answer moved : List.of(before, after)) {
        BigDecimal at = number(moved.body().at(view + "opening"));
        for (String part : PARTS) {
          at = at.add(number(moved.body().at(view + part)));
        }
        assertThat(at).isEqualByComparingTo(number(moved.body().at(view + "closing")));
      }
    }
    assertThat(number(after.body().at("/plain/movedOut")))
        .isLessThan(number(before.body().at("/plain/movedOut")));
    JsonNode item = null;
    for (JsonNode i : after.body().at("/items")) {
      item = i.path("id").asString().equals(id) ? i : item;
    }
    assertThat(item).isNotNull();
    assertThat(item.path("part").asString()).isEqualTo("movedOut");
    assertThat(item.at("/is/close").asString()).isEqualTo("2028-02-01");
    manager.get("/api/movement?since=2027-03-15&until=2027-03-01").is(422);
    manager.get("/api/movement?from=soon").is(422);
  }

  /** How many rows all pages of a list have. */
  private int counted(String list) {
    int rows = 0;
    String after = "";
    do {
      JsonNode page = manager.get(list + after).is(200).body();
      rows += page.path("rows").size();
      after = page.path("after").isString() ? "&after=" + page.path("after").asString() : null;
    } while (after != null);
    return rows;
  }

  @Test
  void theFunnelIsTheCoresAndOpensToItsOpportunities() {
    Guest.Answer funnel = manager.get("/api/funnel?from=2025-01-01").is(200);
    for (JsonNode stage : funnel.body().at("/stages")) {
      for (Map.Entry<String, String> figure :
          Map.of(
                  "reached",
                  "reached",
                  "skipped",
                  "skipped",
                  "entered",
                  "entered",
                  "lost",
                  "lostHere",
                  "open",
                  "openHere")
              .entrySet()) {
        int many = stage.path(figure.getValue()).asInt();
        String behind =
            "/api/funnel/behind?from=2025-01-01&stage="
                + stage.path("id").asString()
                + "&figure="
                + figure.getKey();
        assertThat(counted(behind)).isEqualTo(many);
      }
    }
    int ended = funnel.body().path("won").asInt() + funnel.body().path("lost").asInt();
    assertThat(ended + funnel.body().path("open").asInt())
        .isEqualTo(funnel.body().path("opportunities").asInt());
    manager.get("/api/funnel/behind?stage=1&figure=luck").is(422);
  }

  @Test
  void learntOddsAreTheCoresAndAreAdoptedInOneAct() {
    Guest.Answer outlook = manager.get("/api/outlook").is(200);
    JsonNode process = outlook.body().at("/processes/0");
    JsonNode stages = process.path("stages");
    // The same question at the door of the reckoning.
    List<Map<String, Object>> asked = new ArrayList<>();
    List<Map<String, Object>> closed = new ArrayList<>();
    for (int i = 0; i < stages.size(); i++) {
      JsonNode stage = stages.get(i);
      asked.add(
          Map.of("id", stage.path("id").asString(), "percent", stage.path("percent").asString()));
      int next =
          i + 1 < stages.size()
              ? stages.get(i + 1).path("entered").asInt()
              : stage.path("won").asInt();
      for (int n = next; n < stage.path("entered").asInt(); n++) {
        closed.add(Map.of("reached", stage.path("id").asString(), "won", false));
      }
      if (i + 1 == stages.size()) {
        for (int n = 0; n < stage.path("won").asInt(); n++) {
          closed.add(Map.of("reached", stage.path("id").asString(), "won", true));
        }
      }
    }
    Guest.Answer core =
        manager
            .post(
                "/api/reckon",
                Map.of("format", "firm-tally/odds/1", "stages", asked, "closed", closed))
            .is(200);
    for (int i = 0; i < stages.size(); i++) {
      JsonNode reckoned = core.body().findPath("stages").get(i);
      for (String figure : List.of("observed", "low", "high", "adjusted")) {
        assertThat(number(stages.get(i).path(figure)))
            .as(figure)
            .isEqualByComparingTo(number(reckoned.path(figure)));
      }
    }

    List<Map<String, Object>> wanted = new ArrayList<>();
    stages.forEach(
        s -> wanted.add(Map.of("id", s.path("id"), "percent", s.path("adjusted").asString())));
    String path = "/api/outlook/odds/" + process.path("id").asString();
    Map<String, String> version =
        Map.of("If-Match", "\"" + process.path("version").asString() + "\"");
    rep.send(HttpMethod.PUT, path, Map.of("stages", wanted), version).is(403);
    manager
        .send(
            HttpMethod.PUT,
            path,
            Map.of("stages", List.of(Map.of("id", stages.get(0).path("id"), "percent", "120"))),
            version)
        .is(422);
    manager.send(HttpMethod.PUT, path, Map.of("stages", wanted), version).is(204);
    Guest.Answer now = manager.get("/api/outlook").is(200);
    assertThat(now.text("/processes/0/stages/0/percent"))
        .isEqualTo(stages.get(0).path("adjusted").asString());
    manager.send(HttpMethod.PUT, path, Map.of("stages", wanted), version).is(412);
    List<Map<String, Object>> was = new ArrayList<>();
    stages.forEach(
        s -> was.add(Map.of("id", s.path("id"), "percent", s.path("percent").asString())));
    manager
        .send(HttpMethod.PUT, path, Map.of("stages", was), match(now, "/processes/0/version"))
        .is(204);
  }

  @Test
  void theHistoryEndsWithWhatCameTrue() {
    JsonNode quarters = manager.get("/api/outlook/history").is(200).body().at("/quarters");
    assertThat(quarters.size()).isEqualTo(8);
    for (int n = 0; n < 7; n++) {
      JsonNode points = quarters.get(n).path("points");
      assertThat(number(points.get(points.size() - 1).path("won")))
          .isEqualByComparingTo(number(quarters.get(n).path("actual")));
    }
    assertThat(quarters.get(7).path("actual").isNull()).isTrue();
    Guest.Answer table =
        manager.get("/api/table?measures=won&from=2026-10-01&to=2026-12-31").is(200);
    assertThat(number(quarters.get(6).path("actual")))
        .isEqualByComparingTo(number(total(table).at("/cells/0/0")));
  }

  @Test
  void aMeetingIsWalkedThroughAndItsProtocolSent() {
    Map<String, Object> whose = new HashMap<>();
    whose.put("team", "North");
    whose.put("ownerId", null);
    whose.put("processId", null);
    String id = manager.post("/api/meetings", whose).is(200).text("/id");
    Guest.Answer walk = manager.get("/api/meetings/" + id).is(200);
    JsonNode first = walk.body().at("/items/0");
    assertThat(first.path("why").size()).isPositive();
    String opportunity = first.path("id").asString();
    manager.get("/api/meetings/" + id + "/items/" + opportunity).is(200);
    JsonNode page = manager.get("/api/opportunities/" + opportunity).body();
    manager
        .send(
            HttpMethod.POST,
            "/api/opportunities/" + opportunity + "/place",
            Map.of("stageId", page.path("stageId"), "expectedClose", "2027-05-20"),
            Map.of(
                "If-Match",
                "\"" + page.path("version").asString() + "\"",
                "Idempotency-Key",
                "walk-" + id))
        .is(200);
    String item = "/api/meetings/" + id + "/items/" + opportunity;
    manager.send(HttpMethod.PUT, item, Map.of("note", "They decide in May."), Map.of()).is(204);
    rep.send(HttpMethod.PUT, item, Map.of("note", "no"), Map.of()).is(403);
    manager.post("/api/meetings/" + id + "/protocol", Map.of()).is(409);
    manager.send(HttpMethod.PUT, "/api/meetings/" + id + "/end", null, Map.of()).is(204);
    manager.send(HttpMethod.PUT, item, Map.of("note", "later"), Map.of()).is(409);
    Guest.Answer over = manager.get("/api/meetings/" + id).is(200);
    assertThat(over.text("/items/0/decisions/0/what")).isEqualTo("expected close");
    assertThat(over.text("/items/0/note")).isEqualTo("They decide in May.");
    manager.post("/api/meetings/" + id + "/protocol", Map.of()).is(204);
    manager.post("/api/meetings/" + id + "/protocol", Map.of()).is(409);
    JsonNode sent = manager.get("/api/outbox").is(200).body().at("/rows/0");
    assertThat(sent.path("subject").asString()).contains("what was decided");
    whose.put("team", "Nowhere");
    manager.post("/api/meetings", whose).is(409);
  }
}
