package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * An opportunity along its path: described, shared, held up by musts, resting, lost, begun again.
 */
class PipelineTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static Guest.Answer act(
      Guest guest, HttpMethod method, long id, String act, Map<String, ?> body) {
    Guest.Answer page = guest.get("/api/opportunities/" + id).is(200);
    return guest.send(method, "/api/opportunities/" + id + act, body, match(page, "/version"));
  }

  private static long personId(Guest guest, String name) {
    for (JsonNode person : guest.get("/api/users").is(200).body()) {
      if (person.path("name").asString().equals(name)) {
        return person.path("id").asLong();
      }
    }
    throw new AssertionError("nobody is called " + name);
  }

  private static Map<String, Object> team(List<?> people, List<?> shares) {
    return Map.of(
        "tags",
        List.of("export"),
        "competitors",
        List.of("Lowland Weighing"),
        "people",
        people,
        "shares",
        shares);
  }

  @Test
  void whatIsKnownOfItIsChangedAndLogged() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "Described");
    Map<String, Object> form =
        new HashMap<>(
            Map.of("title", "Described", "expectedClose", "2090-01-31", "probability", "35"));
    form.putAll(
        Map.of(
            "priority", "high", "interest", "high", "budget", "12000.5", "source", "trade fair"));
    act(rep, HttpMethod.PUT, id, "", form).is(204);
    Guest.Answer page = rep.get("/api/opportunities/" + id);
    assertThat(page.text("/about/budget")).isEqualTo("12000.50");
    assertThat(page.text("/about/priority")).isEqualTo("high");
    assertThat(page.text("/probability")).isEqualTo("35");
    assertThat(page.text("/slips")).isEqualTo("1");
    assertThat(rep.get("/api/records/opportunity/" + id + "/log").body().findValuesAsString("what"))
        .contains("priority", "interest", "budget", "probability", "expected close", "source");
    Map<String, Object> poor =
        Map.of(
            "title",
            "",
            "expectedClose",
            "soon",
            "probability",
            "101",
            "budget",
            "1.234",
            "priority",
            "urgent");
    assertThat(act(rep, HttpMethod.PUT, id, "", poor).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("title", "expectedClose", "probability", "budget", "priority");
  }

  @Test
  void aSharedOneIsChangedByTheColleagueAndSeenByNobodyElseOfAnotherTeam() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest other = Guest.signedIn(HOUSE, "priya");
    long id = newOpportunity(rep, "Shared");
    String why = other.get("/api/opportunities/" + id).is(403).text("/detail");
    assertThat(why).contains("belongs to Mara Lind of team North");
    assertThat(
            Guest.signedIn(HOUSE, "nils")
                .get("/api/opportunities/" + id)
                .is(200)
                .text("/mayChange"))
        .isEqualTo("false");
    long priya = personId(rep, "Priya Raut");
    long mara = personId(rep, "Mara Lind");
    Map<String, Object> tooMuch = Map.of("personId", priya, "part", "101");
    act(rep, HttpMethod.PUT, id, "/team", team(List.of(), List.of(tooMuch))).is(422);
    Map<String, Object> owner = Map.of("personId", mara, "part", "10");
    assertThat(
            act(rep, HttpMethod.PUT, id, "/team", team(List.of(), List.of(owner)))
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("The owner has the rest; remove the owner here.");
    Map<String, Object> share = Map.of("personId", priya, "part", "30");
    act(rep, HttpMethod.PUT, id, "/team", team(List.of(), List.of(share))).is(204);
    Guest.Answer seen = other.get("/api/opportunities/" + id).is(200);
    assertThat(seen.text("/mayChange")).isEqualTo("true");
    assertThat(seen.text("/team/shares/0/part")).isEqualTo("30");
    saveLines(other, id, List.of(line("1", "BS-15", "1", null))).is(200);
    String step = "/api/activities/" + seen.text("/activities/0/id") + "/done";
    Guest.signedIn(HOUSE, "nils").post(step, Map.of("outcome", "Not theirs.")).is(403);
    other.post(step, Map.of("outcome", "Called by the one who shares it.")).is(204);
    assertThat(
            other
                .get("/api/opportunities?owner=" + mara)
                .body()
                .at("/rows")
                .findValuesAsString("title"))
        .contains("Shared");
    Guest.signedIn(HOUSE, "tom").get("/api/opportunities/" + id).is(403);
  }

  @Test
  void peopleHaveRolesAndMayComeFromAnotherAccount() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "With people");
    long contact =
        rep.get("/api/accounts/" + HOUSE.accountOf("priya", 1) + "/contacts")
            .body()
            .at("/0/id")
            .asLong();
    Map<String, Object> partner = Map.of("contactId", contact, "role", "partner");
    act(rep, HttpMethod.PUT, id, "/team", team(List.of(partner), List.of())).is(204);
    Guest.Answer page = rep.get("/api/opportunities/" + id);
    assertThat(page.text("/team/people/0/accountId")).isEqualTo("9");
    assertThat(page.text("/team/tags/0")).isEqualTo("export");
    Map<String, Object> poor = Map.of("contactId", 999_999, "role", "sings");
    assertThat(
            act(rep, HttpMethod.PUT, id, "/team", team(List.of(poor), List.of()))
                .is(422)
                .body()
                .at("/problems")
                .size())
        .isEqualTo(2);
  }

  @Test
  void aMustHoldsUpTheMoveAndSaysWhatIsMissing() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "Held up");
    Guest.Answer page = rep.get("/api/opportunities/" + id);
    String next = page.text("/stages/1/id");
    assertThat(page.text("/checks/0/done")).isEqualTo("false");
    assertThat(act(rep, HttpMethod.POST, id, "/stage/" + next, null).is(409).text("/detail"))
        .isEqualTo("Before it moves to Solution agreed complete: A line on it.");
    Map<String, Object> place =
        Map.of("stageId", Long.valueOf(next), "expectedClose", "2090-02-01");
    act(rep, HttpMethod.POST, id, "/place", place).is(409);
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    act(rep, HttpMethod.POST, id, "/stage/" + next, null).is(204);
    String first = page.text("/stages/0/id");
    act(rep, HttpMethod.POST, id, "/stage/" + first, null).is(204);
    assertThat(rep.get("/api/opportunities/" + id).body().at("/moves").size()).isEqualTo(3);
  }

  @Test
  void aPathIsChangedWithoutLosingHistory() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long path =
        manager.post("/api/processes", Map.of("name", "Tested", "kind", "new")).is(200).id();
    Map<String, Object> first = stage(null, "Looked at", "10");
    first.put("checks", List.of(check("Walked round", "ticked", true)));
    Map<String, Object> second = stage(null, "North only", "40");
    second.put("team", "North");
    Map<String, Object> third = stage(null, "Quoted", "60");
    third.put("movesHere", "quote-made");
    changePath(manager, path, List.of(first, second, third)).is(204);
    assertThat(
            changePath(manager, path, List.of(stage(null, "", "140")))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("stages[0].name", "stages[0].probability");

    Guest south = Guest.signedIn(HOUSE, "priya");
    Map<String, Object> opening =
        Map.of(
            "accountId",
            HOUSE.accountOf("priya", 0),
            "title",
            "On the tested path",
            "processId",
            path);
    long id = south.post("/api/opportunities", opening).is(200).id();
    Guest.Answer page = south.get("/api/opportunities/" + id).is(200);
    String north = page.text("/stages/1/id");
    String tick = "/checks/" + page.text("/checks/0/id");
    assertThat(act(south, HttpMethod.POST, id, "/stage/" + north, null).is(409).text("/detail"))
        .isEqualTo("The stage North only is for team North only.");
    south.post("/api/opportunities/" + id + tick, Map.of("done", true)).is(204);
    saveLines(south, id, List.of(line("1", "BS-15", "1", null))).is(200);
    south.post("/api/opportunities/" + id + "/quotes", null).is(200);
    Guest.Answer moved = south.get("/api/opportunities/" + id);
    assertThat(moved.text("/stageId")).isEqualTo(page.text("/stages/2/id"));

    Map<String, Object> again = stage(page.body().at("/stages/0/id").asLong(), "Looked at", "10");
    again.put("checks", List.of(check("Walked round", "ticked", false)));
    changePath(manager, path, List.of(again)).is(204);
    assertThat(south.get("/api/processes").body().toString())
        .contains(
            "\"words\":\"Walked round\",\"proof\":\"ticked\",\"must\":true,\"deactivated\":true");
    List<Map<String, Object>> left = new ArrayList<>();
    left.add(stage(page.body().at("/stages/0/id").asLong(), "Looked over", "15"));
    changePath(manager, path, left).is(204);
    Guest.Answer stays = south.get("/api/opportunities/" + id);
    assertThat(stays.body().at("/moves").findValuesAsString("stage"))
        .containsExactly("Looked over", "Quoted");
    assertThat(stays.text("/stageId")).isEqualTo(moved.text("/stageId"));
    assertThat(act(south, HttpMethod.POST, id, "/stage/" + north, null).is(409).text("/detail"))
        .contains("is deactivated");
    south.post("/api/processes", Map.of("name", "x", "kind", "new")).is(403);
    assertThat(changePath(manager, path, List.of()).is(422).text("/problems/0/message"))
        .isEqualTo("A process needs a stage that is not deactivated.");
  }

  @Test
  void aStageSuggestsSeveralActivitiesAndAllOrNoneArePlanned() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long path =
        manager.post("/api/processes", Map.of("name", "Suggests", "kind", "new")).is(200).id();
    Map<String, Object> stage = stage(null, "Looked at", "10");
    stage.put(
        "steps",
        List.of(
            Map.of("kind", "call", "subject", "Ask for the drawing", "days", "2"),
            Map.of("kind", "wave", "subject", "", "days", "x")));
    assertThat(changePath(manager, path, List.of(stage)).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder(
            "stages[0].steps[1].kind", "stages[0].steps[1].subject", "stages[0].steps[1].days");
    stage.put(
        "steps",
        List.of(
            Map.of("kind", "call", "subject", "Ask for the drawing", "days", "2"),
            Map.of("kind", "meeting", "subject", "Look at the site", "days", "9")));
    changePath(manager, path, List.of(stage)).is(204);

    Guest rep = Guest.signedIn(HOUSE, "mara");
    Map<String, Object> opening =
        Map.of("accountId", HOUSE.accountOf("mara", 0), "title", "Suggested to", "processId", path);
    String at = "/api/opportunities/" + rep.post("/api/opportunities", opening).is(200).id();
    Guest.Answer page = rep.get(at).is(200);
    assertThat(page.body().at("/stages/0/steps").findValuesAsString("subject"))
        .containsExactly("Ask for the drawing", "Look at the site");
    assertThat(page.body().at("/activities").findValuesAsString("subject"))
        .as("the first is planned with the opening")
        .containsExactly("Ask for the drawing");
    Map<String, Object> fits =
        Map.of("kind", "meeting", "subject", "Look at the site", "due", "2090-01-05");
    Map<String, Object> wrong = Map.of("kind", "call", "subject", "", "due", "soon");
    assertThat(
            rep.post(at + "/activities/several", Map.of("activities", List.of(fits, wrong)))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("activities[1].subject", "activities[1].due");
    assertThat(rep.get(at).body().at("/activities")).hasSize(1);
    rep.post(at + "/activities/several", Map.of("activities", List.of(fits, fits))).is(204);
    assertThat(rep.get(at).body().at("/activities")).hasSize(3);
    rep.post(at + "/activities/several", Map.of("activities", List.of())).is(422);
    Guest.signedIn(HOUSE, "priya")
        .post(at + "/activities/several", Map.of("activities", List.of(fits)))
        .is(403);
  }

  private static Map<String, Object> stage(Long id, String name, String probability) {
    Map<String, Object> stage = new HashMap<>();
    stage.put("id", id);
    stage.putAll(
        Map.of("name", name, "probability", probability, "usualDays", "10", "deactivated", false));
    stage.put("checks", List.of());
    return stage;
  }

  private static Map<String, Object> check(String words, String proof, boolean must) {
    return Map.of("words", words, "proof", proof, "must", must, "deactivated", false);
  }

  private static Guest.Answer changePath(Guest guest, long path, List<Map<String, Object>> stages) {
    String version = "";
    for (JsonNode view : guest.get("/api/processes").is(200).body().at("/processes")) {
      if (view.at("/process/id").asLong() == path) {
        version = view.at("/process/version").asString();
      }
    }
    Map<String, Object> form = Map.of("name", "Tested", "deactivated", false, "stages", stages);
    return guest.send(HttpMethod.PUT, "/api/processes/" + path, form, Map.of("If-Match", version));
  }

  @Test
  void itRestsUntilADayAndIsLostToSomebodyAndOpenedAgain() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "Resting");
    act(rep, HttpMethod.POST, id, "/paused", Map.of("until", House.TODAY.toString())).is(422);
    act(rep, HttpMethod.POST, id, "/paused", Map.of("until", "2090-03-01", "reason", "Budget"))
        .is(204);
    Guest.Answer paused = rep.get("/api/opportunities/" + id);
    assertThat(paused.text("/state")).isEqualTo("paused");
    assertThat(paused.text("/mayReopen")).isEqualTo("true");
    act(rep, HttpMethod.POST, id, "/reopened", null).is(204);
    act(rep, HttpMethod.POST, id, "/reopened", null).is(409);
    act(
            rep,
            HttpMethod.POST,
            id,
            "/lost",
            Map.of("reason", "Price", "competitor", "Lowland Weighing"))
        .is(204);
    Guest.Answer lost = rep.get("/api/opportunities/" + id);
    assertThat(lost.text("/about/competitor")).isEqualTo("Lowland Weighing");
    assertThat(lost.text("/team/competitors/0")).isEqualTo("Lowland Weighing");
    assertThat(lost.text("/activities/0/closedAt")).isNotBlank();
    act(rep, HttpMethod.POST, id, "/reopened", null).is(204);
    Guest.Answer again = rep.get("/api/opportunities/" + id);
    assertThat(again.text("/state")).isEqualTo("open");
    assertThat(again.text("/activities/0/subject")).isEqualTo("Follow up");
    assertThat(again.body().at("/about/reason").isNull()).isTrue();
  }

  @Test
  void whatIsLeftOutOfAFormIsNothingAndAStrangersContactIsRefused() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "Left out");
    act(rep, HttpMethod.PUT, id, "/team", Map.of()).is(204);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    assertThat(
            manager
                .send(
                    HttpMethod.PUT,
                    "/api/processes/1",
                    Map.of("name", "x", "deactivated", false),
                    Map.of("If-Match", "1"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("stages");
    long stranger =
        rep.get("/api/accounts/" + HOUSE.accountOf("priya", 1) + "/contacts")
            .body()
            .at("/0/id")
            .asLong();
    Map<String, Object> opening =
        Map.of(
            "accountId", HOUSE.accountOf("priya", 0), "title", "Stranger", "contactId", stranger);
    assertThat(rep.post("/api/opportunities", opening).is(422).text("/problems/0/at"))
        .isEqualTo("contactId");
  }

  @Test
  void aCopyHasTheLinesAndBeginsAtTheBeginning() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "To be copied");
    Guest.Answer saved = saveLines(rep, id, List.of(line("1", "BS-15", "3", "5"))).is(200);
    long copy = rep.post("/api/opportunities/" + id + "/copy", null).is(200).id();
    Guest.Answer page = rep.get("/api/opportunities/" + copy).is(200);
    assertThat(page.text("/worksheet/totals/contract")).isEqualTo(saved.text("/totals/contract"));
    assertThat(page.text("/about/copiedFrom")).isEqualTo(String.valueOf(id));
    assertThat(page.body().at("/moves").size()).isEqualTo(1);
    assertThat(page.body().at("/activities").size()).isEqualTo(1);
  }

  @Test
  void filesAreKeptOnceServedSafelyAndTakenOff() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "With files");
    String path = "/api/opportunities/" + id;
    String kept = "/api/records/opportunity/" + id;
    byte[] page = "<script>alert(1)</script>".getBytes(StandardCharsets.UTF_8);
    rep.upload(kept + "/files", "..\\up/plan.html", page).is(204);
    rep.upload(kept + "/files", "again.txt", page).is(204);
    Guest.Answer files = rep.get(path);
    assertThat(files.body().at("/files").findValuesAsString("name"))
        .containsExactly("again.txt", "plan.html");
    assertThat(files.text("/files/0/sha256")).isEqualTo(files.text("/files/1/sha256"));
    assertThat(files.text("/files/1/type")).isEqualTo("application/octet-stream");
    Guest.Answer served = rep.get(kept + "/files/" + files.text("/files/1/id")).is(200);
    assertThat(served.bytes()).isEqualTo(page);
    assertThat(served.headers().get("content-disposition")).startsWith("attachment");
    assertThat(served.headers()).containsEntry("x-content-type-options", "nosniff");
    assertThat(
            rep.upload(kept + "/files", "empty.txt", new byte[0])
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("This file is empty.");
    Guest.signedIn(HOUSE, "nils").upload(kept + "/files", "a.txt", page).is(403);
    Guest.signedIn(HOUSE, "priya").get(kept + "/files/" + files.text("/files/1/id")).is(403);
    rep.send(HttpMethod.DELETE, kept + "/files/" + files.text("/files/0/id"), null, Map.of())
        .is(204);
    assertThat(rep.get(path).body().at("/files").size()).isEqualTo(1);
  }

  @Test
  void aStepIsDoneWithTheNextOneAtOnceAndTakenBack() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "Step by step");
    String path = "/api/opportunities/" + id;
    String step = "/api/activities/" + rep.get(path).text("/activities/0/id");
    Map<String, Object> poor = Map.of("kind", "call", "subject", "", "due", "x", "time", "25:00");
    assertThat(
            rep.post(step + "/done", Map.of("outcome", "Talked.", "next", poor))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("next.subject", "next.due", "next.time");
    assertThat(rep.get(path).body().at("/activities/0/doneAt").isNull()).isTrue();
    Map<String, Object> next =
        Map.of(
            "kind",
            "meeting",
            "subject",
            "On site",
            "due",
            "2090-04-01",
            "time",
            "10:30",
            "personId",
            personId(rep, "Nils Amsel"));
    rep.post(step + "/done", Map.of("outcome", "Talked.", "next", next)).is(204);
    Guest.Answer page = rep.get(path);
    assertThat(page.text("/activities/0/subject")).isEqualTo("On site");
    assertThat(page.text("/activities/0/person")).isEqualTo("Nils Amsel");
    assertThat(page.text("/activities/1/outcome")).isEqualTo("Talked.");
    rep.post(step + "/undone", null).is(204);
    rep.post(step + "/undone", null).is(409);
    String moved = "/api/activities/" + page.text("/activities/0/id");
    Map<String, Object> later =
        Map.of("kind", "meeting", "subject", "On site", "due", "2090-05-01");
    rep.send(HttpMethod.PUT, moved, later, Map.of("If-Match", "1")).is(204);
    rep.send(HttpMethod.PUT, moved, later, Map.of("If-Match", "1")).is(412);
    rep.post(path + "/activities", Map.of("kind", "note", "subject", "They paint the hall."))
        .is(204);
    assertThat(rep.get(path).body().at("/activities").findValuesAsString("kind")).contains("note");
  }
}
