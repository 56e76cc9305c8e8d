package firmtally.tests;

import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.test.web.servlet.client.RestTestClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody at the doors of the running server, with cookies of their own. */
final class Guest {
  private static final JsonMapper JSON = new JsonMapper();
  private static final String FROM = "X-Forwarded-For";
  private static final AtomicInteger GUESTS = new AtomicInteger();

  /** Everybody comes from an address of their own, so that nobody stands in line with guessers. */
  private final String from;

  private final CookieManager cookies = new CookieManager();
  private final RestTestClient client;

  Guest(House house) {
    this(house.address());
  }

  Guest(String address) {
    int number = GUESTS.incrementAndGet();
    from = "198.18." + number / 250 + "." + (1 + number % 250);
    HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
    client =
        RestTestClient.bindToServer(new JdkClientHttpRequestFactory(http)).baseUrl(address).build();
    get("/api/session");
  }

  static Guest signedIn(House house, String login) {
    Guest guest = new Guest(house);
    guest.post("/api/session", Map.of("login", login, "password", "tally-demo")).is(200);
    return guest;
  }

  /** Their cookies, for what they do beside. */
  CookieManager cookies() {
    return cookies;
  }

  /** What was answered. */
  record Answer(int status, JsonNode body, byte[] bytes, Map<String, String> headers) {
    Answer is(int wanted) {
      if (status != wanted) {
        throw new AssertionError("wanted " + wanted + ", got " + status + ": " + body);
      }
      return this;
    }

    String text(String pointer) {
      return body.at(pointer).asString();
    }

    /** What was answered as text. */
    String words() {
      return new String(bytes, StandardCharsets.UTF_8);
    }

    long id() {
      return body.path("id").asLong();
    }
  }

  Answer get(String path) {
    return send(HttpMethod.GET, path, null, Map.of());
  }

  /** Every row of a list, page after page. */
  List<JsonNode> rows(String path) {
    List<JsonNode> rows = new ArrayList<>();
    String next = "";
    do {
      String url = path + (path.contains("?") ? "&" : "?") + "after={after}";
      JsonNode page = send(HttpMethod.GET, url, null, Map.of(), next).is(200).body();
      page.path("rows").forEach(rows::add);
      next = page.required("after").isNull() ? null : page.path("after").asString();
    } while (next != null);
    return rows;
  }

  Answer post(String path, Object body) {
    return send(HttpMethod.POST, path, body, Map.of());
  }

  Answer send(
      HttpMethod method, String path, Object body, Map<String, String> headers, Object... values) {
    RestTestClient.RequestBodySpec request =
        client.method(method).uri(path, values).header("X-XSRF-TOKEN", token());
    if (!headers.containsKey(FROM)) {
      request.header(FROM, from);
    }
    headers.forEach(request::header);
    if (body != null) {
      request.contentType(MediaType.APPLICATION_JSON).body(JSON.writeValueAsString(body));
    }
    var result = request.exchange().returnResult(byte[].class);
    return answer(
        result.getStatus().value(), result.getResponseHeaders(), result.getResponseBody());
  }

  private static Answer answer(int status, HttpHeaders headers, byte[] body) {
    byte[] bytes = body == null ? new byte[0] : body;
    boolean isJson = bytes.length > 0 && String.valueOf(headers.getContentType()).contains("json");
    return new Answer(
        status,
        isJson ? JSON.readTree(bytes) : JSON.createObjectNode(),
        bytes,
        headers.toSingleValueMap());
  }

  /** Sends a file as a browser does. */
  /** Puts bytes in the place of what was there. */
  Answer replace(String path, byte[] content) {
    var result =
        client
            .put()
            .uri(path)
            .header("X-XSRF-TOKEN", token())
            .header(FROM, from)
            .contentType(MediaType.APPLICATION_OCTET_STREAM)
            .body(content)
            .exchange()
            .returnResult(byte[].class);
    return answer(
        result.getStatus().value(), result.getResponseHeaders(), result.getResponseBody());
  }

  Answer upload(String path, String name, byte[] content) {
    return upload(HttpMethod.POST, path, name, content);
  }

  Answer upload(HttpMethod method, String path, String name, byte[] content) {
    var result =
        client
            .method(method)
            .uri(path + (path.contains("?") ? "&" : "?") + "name={name}", name)
            .header("X-XSRF-TOKEN", token())
            .header(FROM, from)
            .contentType(MediaType.APPLICATION_OCTET_STREAM)
            .body(content)
            .exchange()
            .returnResult(byte[].class);
    return answer(
        result.getStatus().value(), result.getResponseHeaders(), result.getResponseBody());
  }

  private String token() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }
}
