package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** A file on its way in, with the columns that its headings suggest. */
final class Importing {
  private static final String DOOR = "/api/imports";
  private final Guest guest;
  private final Map<String, Integer> columns = new HashMap<>();
  private final Map<String, String> values = new HashMap<>();
  private JsonNode view;

  private Importing(Guest guest, JsonNode view) {
    this.guest = guest;
    this.view = view;
    view.path("fields")
        .forEach(f -> columns.put(f.path("field").asString(), f.path("column").asInt()));
  }

  static Importing of(Guest guest, String kind, byte[] file) {
    return new Importing(
        guest, guest.upload(DOOR + "?kind=" + kind, kind + ".csv", file).is(200).body());
  }

  static Importing of(Guest guest, String kind, String csv) {
    return of(guest, kind, csv.getBytes(StandardCharsets.UTF_8));
  }

  /** One value for all rows that have none. */
  Importing with(String field, String value) {
    values.put(field, value);
    return this;
  }

  JsonNode view() {
    return view;
  }

  private String path() {
    return DOOR + "/" + view.path("id").asString();
  }

  private void act(String act, boolean leaveOut) {
    guest
        .post(
            path() + "/" + act,
            Map.of(
                "columns",
                columns,
                "values",
                values,
                "leaveOutBad",
                leaveOut,
                "leaveOutKnown",
                leaveOut))
        .is(200);
    view = guest.get(path()).is(200).body();
    for (int i = 0; i < 600 && List.of("checking", "taking").contains(phase()); i++) {
      try {
        Thread.sleep(20);
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
      view = guest.get(path()).is(200).body();
    }
  }

  String phase() {
    return view.path("phase").asString();
  }

  Importing checked() {
    act("checked", false);
    assertThat(phase()).as(view.path("words").asString()).isEqualTo("checked");
    return this;
  }

  /** Imports it, leaving out what is bad or known. */
  Importing taken() {
    act("taken", true);
    assertThat(phase()).as(view.path("words").asString()).isEqualTo("taken");
    return this;
  }

  /** It is not imported as it is. */
  void refused() {
    act("taken", false);
    assertThat(phase()).isEqualTo("checked");
    assertThat(view.path("words").asString()).contains("nothing was imported");
  }

  private String past() {
    return "/api/import-log/" + view.path("importId").asLong();
  }

  /** What an undo would do. */
  JsonNode undo() {
    return guest.get(past() + "/undo").is(200).body();
  }

  void undone() {
    guest.post(past() + "/undone", null).is(200);
  }

  /** Undoes what was not used since; there is something that was. */
  void undoneButInUse() {
    guest.post(past() + "/undone", null).is(409);
    guest.post(past() + "/undone?leaveInUse=true", null).is(200);
  }
}
