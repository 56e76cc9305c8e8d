package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.http.HttpMethod;

/** What comes to the doors without being a message that somebody would send. */
class GateTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final int KIB = 1024;
  private static final int TIMEOUT_MILLIS = 20_000;

  /** A connection that is written to byte by byte. */
  private static final class Wire implements AutoCloseable {
    private final Socket socket;

    Wire() throws IOException {
      URI address = URI.create(HOUSE.address());
      socket = new Socket(address.getHost(), address.getPort());
      socket.setSoTimeout(TIMEOUT_MILLIS);
    }

    Wire head(String method, String path, String... headers) throws IOException {
      return send(
          method
              + " "
              + path
              + " HTTP/1.1\r\nHost: localhost\r\n"
              + String.join("\r\n", headers)
              + (headers.length == 0 ? "\r\n" : "\r\n\r\n"));
    }

    Wire send(String text) throws IOException {
      return send(text.getBytes(StandardCharsets.ISO_8859_1));
    }

    Wire send(byte[] bytes) throws IOException {
      OutputStream out = socket.getOutputStream();
      out.write(bytes);
      out.flush();
      return this;
    }

    /** The first line and what follows it, until nothing more comes for now. */
    String answer() throws IOException {
      InputStream in = socket.getInputStream();
      ByteArrayOutputStream read = new ByteArrayOutputStream();
      byte[] part = new byte[KIB];
      do {
        int got = in.read(part);
        if (got < 0) {
          break;
        }
        read.write(part, 0, got);
      } while (in.available() > 0);
      return read.toString(StandardCharsets.ISO_8859_1);
    }

    @Override
    public void close() throws IOException {
      socket.close();
    }
  }

  private static String[] body(String address, long length) {
    return new String[] {
      "Content-Type: application/json", "X-Forwarded-For: " + address, "Content-Length: " + length
    };
  }

  @Test
  void slowSendersHoldNobodyUpAndAreLetGo() throws Exception {
    List<Wire> slow = new ArrayList<>();
    try {
      for (int i = 0; i < 60; i++) {
        slow.add(new Wire().head("POST", "/api/web-form", body("198.51.100." + i, 1000)).send("{"));
      }
      Instant before = Instant.now();
      Guest.signedIn(HOUSE, "mara").get("/api/day-sheet").is(200);
      assertThat(Duration.between(before, Instant.now())).isLessThan(Duration.ofSeconds(5));
      assertThat(slow.get(0).answer()).startsWith("HTTP/1.1 408").contains("took too long");
    } finally {
      for (Wire wire : slow) {
        wire.close();
      }
    }
  }

  @Test
  void whatIsTooLargeIsRefusedInAWayThatItsSenderReads() throws Exception {
    byte[] large = new byte[200 * KIB];
    try (Wire wire =
        new Wire().head("POST", "/api/web-form", body("198.51.100.80", large.length))) {
      assertThat(wire.send(large).answer())
          .startsWith("HTTP/1.1 413")
          .contains("At most 64 KiB are accepted here");
    }
    // Where its length is not said before, it is found on the way.
    try (Wire wire =
        new Wire()
            .head(
                "POST",
                "/api/web-form",
                "Content-Type: application/json",
                "X-Forwarded-For: 198.51.100.81",
                "Transfer-Encoding: chunked")) {
      for (int i = 0; i < 20; i++) {
        wire.send("2000\r\n").send(new byte[8 * KIB]).send("\r\n");
      }
      assertThat(wire.send("0\r\n\r\n").answer()).startsWith("HTTP/1.1 413");
    }
  }

  @Test
  void aStrangerSendsLittleToAnyDoor() throws Exception {
    try (Wire wire =
        new Wire().head("POST", "/api/imports", body("198.51.100.82", 10L * KIB * KIB))) {
      assertThat(wire.send(new byte[10 * KIB * KIB]).answer()).startsWith("HTTP/1.1 413");
    }
  }

  @ParameterizedTest
  @CsvSource({
    "multipart/form-data; boundary=x, /api/session",
    "multipart/form-data, /api/web-form",
    "application/x-www-form-urlencoded, /api/session",
    "text/plain, /api/setup",
    "'', /api/session"
  })
  void onlyJsonAndFilesAreTaken(String type, String path) throws Exception {
    try (Wire wire =
        new Wire()
            .head(
                "POST",
                path,
                type.isEmpty() ? "X-Nothing: 1" : "Content-Type: " + type,
                "X-Forwarded-For: 198.51.100.83",
                "Content-Length: 4")) {
      assertThat(wire.send("--x\r").answer()).startsWith("HTTP/1.1 415");
    }
  }

  @ParameterizedTest
  @CsvSource({"%ED%A0%80", "%C3%28", "%zz", "%"})
  void aQueryThatIsNoTextIsRefused(String query) throws Exception {
    try (Wire wire = new Wire().head("GET", "/api/session?q=" + query)) {
      assertThat(wire.answer()).startsWith("HTTP/1.1 400").doesNotContain("Exception");
    }
  }

  @ParameterizedTest
  @CsvSource({"/api/%", "/a\\b", "/{x}", "/api/accounts/%2e%2e%5c"})
  void anAddressThatIsNoneIsAnsweredWithAPageOfOurs(String path) throws Exception {
    try (Wire wire = new Wire().head("GET", path)) {
      assertThat(wire.answer())
          .startsWith("HTTP/1.1 400")
          .contains("is not valid", "Open Firm Tally")
          .doesNotContainIgnoringCase("tomcat");
    }
  }

  @Test
  void aRequestFromAnotherPageIsForgedHoweverItArrives() throws Exception {
    String session =
        Guest.signedIn(HOUSE, "mara").cookies().getCookieStore().getCookies().stream()
            .map(cookie -> cookie.getName() + "=" + cookie.getValue())
            .collect(Collectors.joining("; "));
    try (Wire wire =
        new Wire()
            .head(
                "POST",
                "/api/accounts",
                "Cookie: " + session,
                "Content-Type: application/json",
                "Content-Length: 2")) {
      assertThat(wire.send("{").send("}").answer()).startsWith("HTTP/1.1 403");
    }
  }

  @Test
  void whatHasAnotherShapeIsNamedAtItsPlace() {
    Guest guest = Guest.signedIn(HOUSE, "mara");
    Guest.Answer query = guest.get("/api/opportunities?owner=7b").is(422);
    assertThat(query.text("/problems/0/at")).isEqualTo("owner");
    guest.get("/api/opportunities?owner=&stage=").is(200);
    Map<String, Object> inner = Map.of("lines", List.of(Map.of("quantity", Map.of())));
    Guest.Answer body =
        guest.post("/api/opportunities/" + HOUSE.opportunityOf("mara") + "/tally", inner).is(400);
    assertThat(body.text("/problems/0/at")).isEqualTo("lines[0].quantity");
    guest.get("/api/opportunities/7b").is(400);
    Map<String, String> odd = Map.of("name", "A", "subject", "s", "contactDetails", "a@b@c");
    assertThat(guest.post("/api/enquiries", odd).is(422).text("/problems/0/at"))
        .isEqualTo("contactDetails");
  }

  @Test
  void behindTheGateItIsCheckedAsBefore() {
    Guest guest = Guest.signedIn(HOUSE, "mara");
    assertThat(new Guest(HOUSE).post("/api/accounts", Map.of()).status()).isEqualTo(401);
    assertThat(guest.send(HttpMethod.POST, "/api/accounts", Map.of(), Map.of()).status())
        .isEqualTo(422);
    assertThat(guest.post("/api/accounts", "x".repeat(3 * KIB * KIB)).status()).isEqualTo(413);
  }
}
