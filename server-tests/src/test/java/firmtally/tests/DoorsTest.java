package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.access.Open;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;

/**
 * Every door of the API's description, tried by seven people, against the table in docs/rights.md.
 * A door that is not in the table, or that opens to somebody else than the table says, fails here.
 * The table is written anew with {@code -Drights.write=true}, to be read and then committed.
 */
class DoorsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static final Path TABLE = Path.of("../docs/rights.md");
  private static final String BEGIN = "<!-- doors -->";
  private static final String END = "<!-- end of doors -->";
  private static final List<HttpMethod> ORDER =
      List.of(HttpMethod.GET, HttpMethod.POST, HttpMethod.PUT, HttpMethod.DELETE);

  /** Doors about one's own session: trying them would end the session that tries the others. */
  private static final List<String> OWN_SESSION =
      List.of("/api/session", "/api/session/all", "/api/session/password");

  /** The columns of the table; whoever may least comes first, so that nothing is used up early. */
  private final Map<String, Guest> people = new LinkedHashMap<>();

  private final Map<String, String> ids = new HashMap<>();
  private JsonNode description;
  private int guesses;

  @Test
  void everyDoorOpensToThoseOfTheTableAlone() throws IOException {
    Guest owner = Guest.signedIn(HOUSE, "mara");
    Guest administrator = Guest.signedIn(HOUSE, "asa");
    comeIn(owner, administrator);
    description = owner.get("/v3/api-docs").is(200).body();
    makeRecords(owner, administrator);
    List<String> rows = new ArrayList<>();
    for (HttpMethod method : ORDER) {
      for (String path : description.path("paths").propertyNames()) {
        JsonNode door = description.at("/paths").path(path).path(lower(method));
        if (!door.isMissingNode() && !OWN_SESSION.contains(path)) {
          expand(path).forEach((name, real) -> rows.add(row(method, name, real, door)));
        }
      }
    }
    rows.sort(null);
    compare(rows);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    manager.post("/api/templates/1/back", null);
    manager.post("/api/size-tables/1/back", null);
  }

  private void comeIn(Guest owner, Guest administrator) {
    user(administrator, "door-manager", "manager", "South");
    people.put("anonymous", new Guest(HOUSE));
    people.put("other team", Guest.signedIn(HOUSE, "tom"));
    people.put("its manager", Guest.signedIn(HOUSE, "door-manager"));
    people.put("credit controller", Guest.signedIn(HOUSE, "otto"));
    people.put("same team", Guest.signedIn(HOUSE, "nils"));
    people.put("owner", owner);
    people.put("administrator", administrator);
  }

  private static long user(Guest administrator, String login, String role, String team) {
    Map<String, Object> user = new HashMap<>(Map.of("login", login, "name", "D. " + login));
    user.putAll(
        Map.of("email", login + "@harrowplumb.example", "roles", List.of(role), "team", team));
    user.put("password", "tally-demo");
    return administrator.post("/api/users", user).is(200).id();
  }

  private void makeRecords(Guest owner, Guest administrator) {
    long sold = newOpportunity(owner, "Doors sold");
    saveLines(owner, sold, List.of(line("1", "BS-15", "1", null))).is(200);
    long sent = sentQuote(owner, sold);
    ids.put("/api/orders", "" + Sales.order(owner, sent, "PO-DOOR"));
    long open = newOpportunity(owner, "Doors open");
    saveLines(owner, open, List.of(line("1", "BS-15", "1", "40"))).is(200);
    ids.put("/api/opportunities", "" + open);
    String quote = "" + owner.post("/api/opportunities/" + open + "/quotes", null).is(200).id();
    ids.put("/api/quotes", quote);
    owner.post("/api/quotes/" + quote + "/sign-off", Map.of("why", "Doors")).is(204);
    Guest.Answer asked = owner.get("/api/quotes/" + quote);
    ids.put("/api/approvals", asked.text("/approvals/0/approval/id"));
    Guest.Answer page = owner.get("/api/opportunities/" + open);
    ids.put("/api/activities", page.text("/activities/0/id"));
    String account = page.text("/accountId");
    ids.put("/api/accounts", account);
    owner
        .post("/api/accounts/" + account + "/notes", Map.of("words", "x", "pinned", false))
        .is(204);
    ids.put("{note}", owner.get("/api/accounts/" + account).text("/notes/0/id"));
    ids.put("{contact}", owner.get("/api/accounts/" + account + "/contacts").text("/0/id"));
    ids.put(
        "/api/enquiries",
        "" + owner.post("/api/enquiries", EnquiryTest.enquiry("Doors", "555 01", "")).is(200).id());
    byte[] file = "Company;City\nDoor Farm;Saltmere\n".getBytes(StandardCharsets.UTF_8);
    ids.put(
        "/api/imports",
        owner.upload("/api/imports?kind=enquiries", "doors.csv", file).is(200).text("/id"));
    byte[] imported = "Name\nDoor Imported\n".getBytes(StandardCharsets.UTF_8);
    ids.put(
        "/api/import-log",
        Importing.of(owner, "accounts", imported).taken().view().path("importId").asString());
    owner.upload("/api/records/opportunity/" + open + "/files", "a.txt", file).is(204);
    ids.put("{file}", owner.get("/api/opportunities/" + open).text("/files/0/id"));
    Map<String, Object> pick = Map.of("who", "accounts", "town", "Saltmere");
    Map<String, Object> list = Map.of("name", "Doors", "campaign", "Doors", "pick", pick);
    String calls = "" + owner.post("/api/call-lists", list).is(200).id();
    ids.put("/api/call-lists", calls);
    ids.put("{entry}", owner.get("/api/call-lists/" + calls).text("/entries/0/id"));
    // What other tests may or may not have made before is asked for as not there.
    for (String other : List.of("/api/price-changes", "/api/reassignments", "/api/views")) {
      ids.put(other, "999999");
    }
    ids.put("{check}", "999999");
    ids.put("{scenario}", "999999");
    ids.put("/api/outbox", owner.get("/api/outbox").text("/rows/0/id"));
    ids.put("/api/users", "" + user(administrator, "door-user", "rep", "South"));
    ids.put("{code}", product());
    ids.put("{stage}", "2");
    ids.put("{account}", account);
    ids.put("{opportunity}", "" + open);
    ids.put("{number}", "S-0");
    ids.put("{contact}", "999999");
    ids.put("{question}", "999999");
    ids.put("{received}", "999999");
    ids.put("{hook}", "999999");
    ids.put("{delivery}", "999999");
    ids.put("{key}", "no-such-key");
    ids.put("/api/session/all", "999999");
    ids.put("{list}", "industry");
    ids.put("{letter}", "Z");
    ids.put("{token}", "no-such-token");
    ids.put("{from}", "2027-01-01");
    ids.put("{at}", "0");
    ids.put("/api/texts", "1");
  }

  /** A product with a picture, and a rule of the same code. */
  private static String product() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    String code = "DOOR-1";
    manager.post("/api/products", CatalogueActsTest.product(code, "door", "100")).is(204);
    Map<String, Object> rule = PriceRuleFaultsTest.rule(code);
    rule.put("family", "door");
    manager.post("/api/price-rules", rule).is(200);
    ByteArrayOutputStream picture = new ByteArrayOutputStream();
    try {
      ImageIO.write(new BufferedImage(8, 8, BufferedImage.TYPE_INT_RGB), "png", picture);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    manager.upload("/api/products/" + code + "/picture", "p.png", picture.toByteArray()).is(204);
    return code;
  }

  /** The paths behind a path of the description: one for each kind where it stands for several. */
  private Map<String, String> expand(String path) {
    Map<String, String> all = new TreeMap<>();
    if (path.contains("{kind}")) {
      Map<String, String> kinds =
          Map.of(
              "opportunity", "/api/opportunities",
              "account", "/api/accounts",
              "enquiry", "/api/enquiries",
              "quote", "/api/quotes",
              "order", "/api/orders");
      kinds.forEach(
          (kind, home) ->
              all.put(
                  path.replace("{kind}", kind),
                  real(path.replace("{kind}", kind).replace("{id}", ids.get(home)))));
    } else if (path.contains("{home}")) {
      for (String home : List.of("opportunities", "quotes")) {
        String own = path.replace("{home}", home);
        all.put(own, real(own));
      }
    } else {
      all.put(path, real(path));
    }
    return all;
  }

  private String real(String path) {
    // Of meetings and schedules one that nobody has: another test may have made the first.
    String real =
        path.replace("/api/meetings/{id}", "/api/meetings/999999")
            .replace("/api/personal-data/{of}/{id}", "/api/personal-data/contact/999999")
            .replace("/api/follow-up-rules/{id}", "/api/follow-up-rules/999999")
            .replace("/api/schedules/{id}", "/api/schedules/999999")
            .replace("/api/tokens/{id}", "/api/tokens/999999");
    for (Map.Entry<String, String> id : ids.entrySet()) {
      real =
          id.getKey().startsWith("{")
              ? real.replace(id.getKey(), id.getValue())
              : real.replace(id.getKey() + "/{id}", id.getKey() + "/" + id.getValue());
    }
    return real.replace("{word}", "accounts").replace("{year}", "2027").replace("{id}", "1");
  }

  private String row(HttpMethod method, String name, String path, JsonNode door) {
    StringBuilder row = new StringBuilder("| " + name + " | " + method + " |");
    people.forEach(
        (who, guest) -> {
          Guest.Answer answer = knock(guest, method, path, door);
          assertThat(answer.status())
              .as(method + " " + path + " by " + who + ": " + answer.body())
              .isLessThan(500)
              .isNotEqualTo(400);
          row.append(' ').append(word(answer.status())).append(" |");
        });
    return row.toString();
  }

  private static String word(int status) {
    return status == 401 || status == 403 ? "–" : status == 404 ? "404" : "yes";
  }

  private Guest.Answer knock(Guest guest, HttpMethod method, String path, JsonNode door) {
    JsonNode content = door.at("/requestBody/content");
    if (content.has("application/octet-stream")) {
      String kind = path.equals("/api/imports") ? "?kind=enquiries" : "";
      return guest.upload(method, path + kind, "door.csv", "x".getBytes(StandardCharsets.UTF_8));
    }
    // From an address of its own, so that throttled doors stay open to other tests.
    // Links are guessed from another one each time: after some wrong ones an address has to wait.
    boolean isGuess = path.contains("/copy/") || path.endsWith("/customer/session");
    String address = isGuess ? "198.51.100." + ++guesses : "203.0.113.99";
    Map<String, String> headers = new HashMap<>(Map.of("X-Forwarded-For", address));
    if (method != HttpMethod.GET) {
      headers.put("If-Match", "\"0\"");
    }
    String asked = method == HttpMethod.GET ? path.substring(path.lastIndexOf('/')) : "";
    String query =
        switch (asked) {
          case "/calendar" -> "?from=2027-01-01&to=2027-02-01";
          case "/book" -> "?owner=" + HOUSE.personOf("mara");
          case "/standing" -> "?from=2027-01&to=2027-03";
          case "/spread" -> "?amount=1200";
          case "/behind" ->
              path.startsWith("/api/funnel")
                  ? "?stage=1&figure=open"
                  : "?month=2027-03&move=opening";
          case "/counter" -> "?percent=10";
          case "/values" -> "?field=owner";
          default -> "";
        };
    Object body =
        content.isMissingNode() ? null : example(content.iterator().next().path("schema"), 0);
    return guest.send(method, path + query, body, headers);
  }

  /** Something of the right shape that says nothing. */
  private Object example(JsonNode schema, int depth) {
    if (schema.has("$ref")) {
      String name = schema.path("$ref").asString().replaceAll(".*/", "");
      return example(description.at("/components/schemas").path(name), depth + 1);
    }
    String type =
        schema.path("type").isArray()
            ? schema.path("type").path(0).asString()
            : schema.path("type").asString();
    if (depth > 10) {
      return null;
    }
    return switch (type) {
      case "object" -> {
        Map<String, Object> object = new HashMap<>();
        schema
            .path("properties")
            .propertyStream()
            .forEach(p -> object.put(p.getKey(), example(p.getValue(), depth + 1)));
        yield object;
      }
      case "array" ->
          Stream.of(example(schema.path("items"), depth + 1)).filter(Objects::nonNull).toList();
      case "integer", "number" -> 0;
      case "boolean" -> false;
      case "string" -> "";
      default -> null;
    };
  }

  private static String lower(HttpMethod method) {
    return method.name().toLowerCase(java.util.Locale.ROOT);
  }

  private void compare(List<String> rows) throws IOException {
    String head = "| Door | Act | " + String.join(" | ", people.keySet()) + " |\n|";
    String table =
        head + " --- |".repeat(people.size() + 2) + "\n" + String.join("\n", rows) + "\n";
    String open = "\n| Open door | Why |\n| --- | --- |\n" + String.join("\n", openDoors()) + "\n";
    String kept = Files.readString(TABLE);
    int from = kept.indexOf(BEGIN) + BEGIN.length();
    int to = kept.indexOf(END);
    if (Boolean.getBoolean("rights.write")) {
      String text = kept.substring(0, from) + "\n\n" + table + open + "\n" + kept.substring(to);
      Files.writeString(TABLE, text);
      return;
    }
    List<String> wanted = kept.substring(from, to).strip().lines().toList();
    assertThat((table + open).strip().lines().toList()).containsExactlyElementsOf(wanted);
  }

  /** The doors that do not ask who comes, with the reason each of them gives. */
  private static List<String> openDoors() {
    List<String> doors = new ArrayList<>();
    HOUSE
        .part("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
        .getHandlerMethods()
        .forEach(
            (mapping, method) -> {
              Open open = method.getMethodAnnotation(Open.class);
              if (open != null) {
                doors.add(
                    "| "
                        + mapping.getMethodsCondition().getMethods().iterator().next()
                        + " "
                        + mapping.getPatternValues().iterator().next()
                        + " | "
                        + open.value()
                        + " |");
              }
            });
    doors.sort(null);
    return doors;
  }
}
