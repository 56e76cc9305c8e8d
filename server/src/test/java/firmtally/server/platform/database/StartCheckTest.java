package firmtally.server.platform.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.server.platform.TallySettings;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.bootstrap.DefaultBootstrapContext;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;

/** What is wrong with port, folder or database is said before anything is started. */
class StartCheckTest {
  @TempDir Path data;
  private Path file;

  @BeforeEach
  void fill() throws Exception {
    file = data.resolve(Database.FILE);
    try (var database = DriverManager.getConnection("jdbc:sqlite:" + file);
        var statement = database.createStatement()) {
      statement.execute("CREATE TABLE t (x TEXT)");
      for (int i = 0; i < 50; i++) {
        statement.execute("INSERT INTO t VALUES ('" + "x".repeat(1000) + "')");
      }
    }
  }

  private void isRefused(String words) {
    assertThatThrownBy(() -> StartCheck.check(data))
        .isInstanceOf(CannotStart.class)
        .hasMessageContaining(words)
        .hasMessageContaining("Put a backup in its place; nothing was changed.");
  }

  @Test
  void aWholeDatabaseAndAnEmptyFolderAreInOrder() throws IOException {
    assertThatCode(() -> StartCheck.check(data)).doesNotThrowAnyException();
    Path fresh = data.resolve("not-there-yet");
    assertThatCode(() -> StartCheck.check(fresh)).doesNotThrowAnyException();
    assertThat(Files.list(fresh)).isEmpty();
  }

  @Test
  void anEmptyFileIsNoFirstVisit() throws IOException {
    Files.write(file, new byte[0]);
    isRefused("is empty");
  }

  @Test
  void halfAFileIsCutOff() throws IOException {
    byte[] whole = Files.readAllBytes(file);
    Files.write(file, Arrays.copyOf(whole, whole.length / 2));
    isRefused("is cut off");
    Files.write(file, Arrays.copyOf(whole, 50));
    isRefused("is cut off");
  }

  @Test
  void whatIsNoDatabaseIsNamed() throws IOException {
    byte[] whole = Files.readAllBytes(file);
    Arrays.fill(whole, 0, 16, (byte) 'x');
    Files.write(file, whole);
    isRefused("is no database");
    assertThat(Files.readAllBytes(file)).as("nothing was changed").isEqualTo(whole);
  }

  @Test
  void aPageThatIsDamagedIsFoundBeforeAnythingIsRead() throws IOException {
    assertThatCode(() -> StartCheck.checkPages(data)).doesNotThrowAnyException();
    byte[] whole = Files.readAllBytes(file);
    Arrays.fill(whole, 4096, 4096 + 200, (byte) 0x7f);
    Files.write(file, whole);
    assertThatCode(() -> StartCheck.check(data)).doesNotThrowAnyException();
    assertThatThrownBy(() -> StartCheck.checkPages(data))
        .isInstanceOf(CannotStart.class)
        .hasMessageContaining("is damaged. Put a backup in its place");
  }

  @Test
  void aFolderThatIsAFileCannotBeWrittenTo() {
    assertThatThrownBy(() -> StartCheck.check(file))
        .isInstanceOf(CannotStart.class)
        .hasMessageContaining("cannot be written to");
  }

  @Test
  void aPortThatIsTakenIsNamedAtOnce() throws IOException {
    try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
      assertThatThrownBy(() -> start(taken.getLocalPort()))
          .isInstanceOf(CannotStart.class)
          .hasMessage("Port " + taken.getLocalPort() + " is in use; choose another with --port.");
    }
    assertThatCode(() -> start(0)).doesNotThrowAnyException();
  }

  private void start(int port) {
    StandardEnvironment environment = new StandardEnvironment();
    environment
        .getPropertySources()
        .addFirst(
            new MapPropertySource(
                "test", Map.of("server.port", port, "tally.data", data.toString())));
    new StartCheck()
        .onApplicationEvent(
            new ApplicationEnvironmentPreparedEvent(
                new DefaultBootstrapContext(),
                new SpringApplication(),
                new String[0],
                environment));
  }

  @Test
  void oneLineIsSaidOfWhatIsKnownAndNothingOfTheRest() throws IOException {
    OneLine line = new OneLine();
    TallySettings settings = TallySettings.of(data);
    DataFolder held = new DataFolder(settings);
    held.lock();
    try {
      assertThatThrownBy(() -> new DataFolder(settings).lock())
          .isInstanceOf(CannotStart.class)
          .satisfies(e -> assertThat(line.reportException(new IllegalStateException(e))).isTrue());
    } finally {
      held.destroy();
    }
    assertThat(line.reportException(new IllegalStateException("no idea"))).isFalse();
  }
}
