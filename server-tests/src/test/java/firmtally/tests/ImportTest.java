package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** A file of enquiries on its way in: read, checked, taken or stopped, as a whole. */
class ImportTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final String DOOR = "/api/imports";
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private static byte[] file(String name, int rows) {
    return ("name;subject;email\n"
            + IntStream.range(0, rows)
                .mapToObj(n -> name + " " + n + ";A scale;m" + n + "@" + name + ".example")
                .collect(Collectors.joining("\n")))
        .getBytes(StandardCharsets.UTF_8);
  }

  private static Map<String, Object> matching() {
    Map<String, Object> matching = new HashMap<>();
    matching.put("columns", Map.of("name", 0, "subject", 1, "email", 2));
    matching.put("values", Map.of("source", "fair"));
    matching.put("leaveOutBad", false);
    matching.put("leaveOutKnown", false);
    return matching;
  }

  private String read(byte[] file) {
    return rep.upload(DOOR + "?kind=enquiries", "fair.csv", file).is(200).text("/id");
  }

  private JsonNode until(String id, String... phases) throws InterruptedException {
    JsonNode view = rep.get(DOOR + "/" + id).is(200).body();
    for (int i = 0; i < 600 && !List.of(phases).contains(phase(view)); i++) {
      Thread.sleep(50);
      view = rep.get(DOOR + "/" + id).is(200).body();
    }
    assertThat(phase(view)).isIn((Object[]) phases);
    return view;
  }

  private static String phase(JsonNode view) {
    return view.path("phase").asString();
  }

  private static long named(String name) {
    return HOUSE.count("SELECT COUNT(*) FROM enquiry WHERE name LIKE '" + name + " %'");
  }

  @Test
  void aFileIsTakenAsAWholeAndFound() throws Exception {
    String id = read(file("whole", 300));
    rep.post(DOOR + "/" + id + "/checked", matching()).is(200);
    assertThat(until(id, "checked").path("good").asInt()).isEqualTo(300);
    assertThat(named("whole")).as("a check keeps nothing").isZero();
    rep.post(DOOR + "/" + id + "/taken", matching()).is(200);
    assertThat(until(id, "taken").path("taken").asInt()).isEqualTo(300);
    assertThat(named("whole")).isEqualTo(300);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    assertThat(manager.get("/api/find?q=whole+299").body().path(0).path("kind").asString())
        .isEqualTo("enquiry");
    rep.post(DOOR + "/" + id + "/taken", matching()).is(200);
    assertThat(named("whole")).as("a second press").isEqualTo(300);
  }

  @Test
  void whatIsStoppedLeavesNothing() throws Exception {
    String id = read(file("stopped", 4000));
    rep.post(DOOR + "/" + id + "/checked", matching()).is(200);
    until(id, "checked");
    rep.post(DOOR + "/" + id + "/taken", matching()).is(200);
    rep.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
    JsonNode stopped = until(id, "stopped");
    assertThat(stopped.path("words").asString()).isEqualTo("Stopped. Nothing was imported.");
    assertThat(named("stopped")).isZero();
    assertThat(HOUSE.count("SELECT COUNT(*) FROM enquiry_row WHERE name LIKE 'stopped %'"))
        .isZero();
  }

  @Test
  void itIsNobodyElses() {
    String id = read(file("mine", 3));
    Guest.signedIn(HOUSE, "helen").get(DOOR + "/" + id).is(404);
    assertThat(
            rep.upload(DOOR + "?kind=enquiries", "empty.csv", new byte[0])
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("This file is empty.");
  }
}
