package firmtally.server.platform.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BackupTest {
  private static final Instant NOW = Instant.parse("2027-03-15T08:00:00Z");
  private static final Backup.Keep THREE = new Backup.Keep(3, 0);
  @TempDir Path folder;
  private Path data;
  private Path backups;

  /** As much of a database as says whose it is. */
  @BeforeEach
  void company() throws Exception {
    data = Files.createDirectories(folder.resolve("data"));
    backups = folder.resolve("backups");
    run(
        data.resolve(DatabaseFile.NAME),
        "PRAGMA journal_mode = WAL",
        "CREATE TABLE company (name TEXT)",
        "INSERT INTO company VALUES ('Harrow & Plumb')",
        "CREATE TABLE flyway_schema_history (installed_rank INTEGER, version TEXT, success INTEGER)",
        "INSERT INTO flyway_schema_history VALUES (1, '1', 1)",
        "CREATE TABLE change_log (id INTEGER PRIMARY KEY, at TEXT)",
        "INSERT INTO change_log (at) VALUES ('2027-03-15T07:59:00Z')");
  }

  private static void run(Path file, String... statements) throws SQLException {
    try (Connection database = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = database.createStatement()) {
      for (String one : statements) {
        statement.execute(one);
      }
    }
  }

  private DatabaseFile backup(Instant at) {
    return Backup.make(data, backups, THREE, at);
  }

  @Test
  void isMadeWhileSomebodyWritesAndSaysThePointOfReturn() throws Exception {
    try (Connection working =
            DriverManager.getConnection("jdbc:sqlite:" + data.resolve(DatabaseFile.NAME));
        Statement statement = working.createStatement()) {
      working.setAutoCommit(false);
      statement.execute("INSERT INTO change_log (at) VALUES ('2027-03-15T08:00:01Z')");
      DatabaseFile made = backup(NOW);
      assertThat(made.company()).isEqualTo("Harrow & Plumb");
      assertThat(made.lastChange()).isEqualTo("2027-03-15T07:59:00Z");
      assertThat(made.file()).hasFileName("firm-tally-2027-03-15T080000Z.sqlite");
      working.commit();
    }
    assertThat(backup(NOW.plusSeconds(60)).lastChange()).isEqualTo("2027-03-15T08:00:01Z");
    assertThat(Files.list(backups)).allMatch(file -> !file.toString().endsWith(".part"));
  }

  @Test
  void oldOnesGoByCountAndByAgeButNeverTheNewest() throws IOException {
    for (int day = 0; day < 5; day++) {
      backup(NOW.plusSeconds(day * 86_400L));
    }
    assertThat(Backup.list(backups))
        .extracting(file -> file.getFileName().toString())
        .containsExactly(
            "firm-tally-2027-03-19T080000Z.sqlite",
            "firm-tally-2027-03-18T080000Z.sqlite",
            "firm-tally-2027-03-17T080000Z.sqlite");
    Files.writeString(backups.resolve("notes.txt"), "mine");
    Backup.make(data, backups, new Backup.Keep(30, 7), NOW.plusSeconds(100 * 86_400L));
    assertThat(Backup.list(backups)).hasSize(1);
    assertThat(backups.resolve("notes.txt")).exists();
    assertThatThrownBy(() -> new Backup.Keep(0, 7)).isInstanceOf(BackupFailed.class);
  }

  @Test
  void isPutBackWithWhatWasThereAside() throws Exception {
    DatabaseFile made = backup(NOW);
    run(data.resolve(DatabaseFile.NAME), "UPDATE company SET name = 'Changed since'");
    assertThatThrownBy(() -> Restore.put(made.file(), data, 1, false, NOW))
        .hasMessageContaining("With --replace it is put aside");
    Restore.Restored done = Restore.put(made.file(), data, 1, true, NOW);
    assertThat(DatabaseFile.checked(data.resolve(DatabaseFile.NAME)).company())
        .isEqualTo("Harrow & Plumb");
    assertThat(DatabaseFile.checked(done.aside().orElseThrow()).company())
        .isEqualTo("Changed since");
    Path empty = folder.resolve("empty");
    assertThat(Restore.put(made.file(), empty, 1, false, NOW).aside()).isEmpty();
  }

  @Test
  void whatIsNotWholeIsRefusedAndNothingIsChanged() throws Exception {
    DatabaseFile made = backup(NOW);
    byte[] whole = Files.readAllBytes(made.file());
    Path half =
        Files.write(
            folder.resolve("half.sqlite"), java.util.Arrays.copyOf(whole, whole.length / 2));
    Path text = Files.writeString(folder.resolve("text.sqlite"), "no database at all, just words");
    Path other = folder.resolve("other.sqlite");
    run(other, "CREATE TABLE something (x)");
    for (Path wrong : List.of(half, text, other, folder.resolve("nowhere.sqlite"))) {
      assertThatThrownBy(() -> Restore.put(wrong, data, 1, true, NOW))
          .as(wrong.toString())
          .isInstanceOf(BackupFailed.class);
    }
    assertThatThrownBy(() -> Restore.put(made.file(), data, 0, true, NOW))
        .hasMessageContaining("made by a later version");
    assertThat(DatabaseFile.checked(data.resolve(DatabaseFile.NAME)).company())
        .isEqualTo("Harrow & Plumb");
    assertThatThrownBy(() -> Backup.make(folder.resolve("nothing"), backups, THREE, NOW))
        .hasMessageContaining("There is no company in");
  }

  @Test
  void aCompanyThatRunsIsNotReplaced() throws Exception {
    DatabaseFile made = backup(NOW);
    try (FileChannel held =
            FileChannel.open(
                data.resolve("in-use"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        FileLock lock = held.lock()) {
      assertThat(lock.isValid()).isTrue();
      assertThatThrownBy(() -> Restore.put(made.file(), data, 1, true, NOW))
          .isInstanceOf(BackupFailed.class);
    }
  }
}
