package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The server as a process of its own, killed without warning in the middle of writing: whatever was
 * answered is there when it starts again.
 */
class KillTest {
  private static final Duration PATIENCE = Duration.ofSeconds(90);
  @TempDir Path data;
  private Process server;

  @AfterEach
  void stop() {
    if (server != null) {
      server.destroyForcibly();
    }
  }

  @Test
  void whatWasAnsweredSurvivesAKill() throws Exception {
    int port = freePort();
    String address = "http://127.0.0.1:" + port;
    start(port);
    Guest first = new Guest(address);
    Map<String, String> setup = new HashMap<>(Map.of("company", "Small House", "currency", "EUR"));
    setup.putAll(Map.of("code", House.SETUP_CODE, "name", "Ana", "email", "ana@small.example"));
    setup.putAll(Map.of("login", "ana", "password", "long enough"));
    first.post("/api/setup", setup).is(204);
    signIn(first);

    Thread killer = new Thread(this::killSoon);
    killer.start();
    int answered = 0;
    while (takeDown(first, answered)) {
      answered++;
    }
    killer.join();
    assertThat(answered).isPositive();

    start(port);
    Guest second = new Guest(address);
    signIn(second);
    List<String> kept = names(second);
    for (int i = 0; i < answered; i++) {
      assertThat(kept).contains("Enquiry " + i);
    }
    assertThat(takeDown(second, answered + 1)).isTrue();
  }

  /** The names of all enquiries, page after page. */
  private static List<String> names(Guest guest) {
    return guest.rows("/api/enquiries?state=all").stream()
        .map(row -> row.path("name").asString())
        .toList();
  }

  private static void signIn(Guest guest) {
    guest.post("/api/session", Map.of("login", "ana", "password", "long enough")).is(200);
  }

  private void killSoon() {
    try {
      Thread.sleep(1_500);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    server.destroyForcibly();
  }

  /** Whether an enquiry was taken down and answered. */
  private static boolean takeDown(Guest guest, int number) {
    Map<String, String> enquiry =
        Map.of(
            "name", "Enquiry " + number,
            "contactDetails", "someone@example.example",
            "town", "",
            "subject", "A scale",
            "source", "phone");
    try {
      return guest.post("/api/enquiries", enquiry).status() == 200;
    } catch (RuntimeException gone) {
      return false;
    }
  }

  private void start(int port) throws Exception {
    String path =
        System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
    server =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                path,
                "firmtally.server.FirmTally",
                "--tally.data=" + data,
                "--tally.setup-code=" + House.SETUP_CODE,
                "--server.port=" + port)
            .redirectErrorStream(true)
            .redirectOutput(new File(data.toFile(), "log"))
            .start();
    Instant end = Instant.now().plus(PATIENCE);
    while (!answers(port)) {
      assertThat(server.isAlive()).as("the server runs").isTrue();
      assertThat(Instant.now()).as("it answers in time").isBefore(end);
      Thread.sleep(100);
    }
  }

  private static boolean answers(int port) throws InterruptedException {
    try {
      HttpRequest request =
          HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/api/session")).build();
      return HttpClient.newHttpClient()
              .send(request, HttpResponse.BodyHandlers.discarding())
              .statusCode()
          == 200;
    } catch (IOException notYet) {
      return false;
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }
}
