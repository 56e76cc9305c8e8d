package firmtally.server.upkeep;

import firmtally.server.access.Actor;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.backup.DatabaseFile;
import firmtally.server.platform.database.SlowStatements;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.transfer.CompanyExport;
import firmtally.server.platform.transfer.TransferFailed;
import firmtally.server.platform.web.NotPossible;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Service;

/** How the database and the application stand, for whoever looks after them. */
@Service
public class UpkeepService {
  private static final int SHOWN = 10;
  private static final int LONGEST_TEXT = 400;
  private final Sql sql;
  private final TallySettings settings;
  private final Clock clock;
  private final ReentrantLock exporting = new ReentrantLock();

  UpkeepService(Sql sql, TallySettings settings, Clock clock) {
    this.sql = sql;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * How the database stands.
   *
   * @param schema its version
   */
  public record DatabaseState(
      String folder, long bytes, long logBytes, long freeOnDisk, String schema, long entries) {}

  /**
   * A statement that took long.
   *
   * @param text at most its first 400 characters
   */
  public record SlowStatement(String text, long times, long longestMillis, Instant last) {}

  /** What the database says of itself. */
  public record Integrity(boolean whole, String words, long millis) {}

  /** How the database stands. */
  public DatabaseState database() {
    Path folder = settings.data().toAbsolutePath();
    Path file = folder.resolve(DatabaseFile.NAME);
    return new DatabaseState(
        folder.toString(),
        size(file),
        size(folder.resolve(DatabaseFile.NAME + "-wal")),
        folder.toFile().getUsableSpace(),
        sql.sql(
                "SELECT version FROM flyway_schema_history WHERE success ORDER BY installed_rank DESC LIMIT 1")
            .query(String.class)
            .single(),
        sql.sql("SELECT COALESCE(MAX(id), 0) FROM change_log").query(Long.class).single());
  }

  private static long size(Path file) {
    try {
      return Files.exists(file) ? Files.size(file) : 0;
    } catch (IOException e) {
      return 0;
    }
  }

  /** The statements that took longest since the start. */
  public List<SlowStatement> slow() {
    return SlowStatements.list(SHOWN).stream()
        .map(
            slow ->
                new SlowStatement(
                    shortened(slow.text()), slow.times(), slow.longest().toMillis(), slow.last()))
        .toList();
  }

  private static String shortened(String text) {
    String line = text.strip().replaceAll("\\s+", " ");
    return line.length() > LONGEST_TEXT ? line.substring(0, LONGEST_TEXT) + "…" : line;
  }

  /** Checks every page, index and reference of the database; it takes a while on a large one. */
  public Integrity check(Actor actor) {
    actor.checkAdministrates();
    long began = System.nanoTime();
    List<String> found = sql.sql("PRAGMA integrity_check").query(String.class).list();
    long broken =
        sql.sql("SELECT count(*) FROM pragma_foreign_key_check").query(Long.class).single();
    boolean isWhole = found.equals(List.of("ok")) && broken == 0;
    String words =
        isWhole
            ? "Every page, index and reference is in order."
            : String.join("; ", found)
                + (broken == 0 ? "" : "; " + broken + " rows name what is not there");
    return new Integrity(isWhole, words, (System.nanoTime() - began) / 1_000_000);
  }

  /** How long the application has been running. */
  public Duration uptime() {
    return Duration.ofMillis(ManagementFactory.getRuntimeMXBean().getUptime());
  }

  /** How much memory its objects take. */
  public long memory() {
    return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
  }

  /** Everything of the company in one file, as the command writes it into a folder. */
  public Path export(Actor actor) {
    actor.checkAdministrates();
    if (!exporting.tryLock()) {
      throw new NotPossible("An export is being made already.");
    }
    try {
      Path folder = Files.createTempDirectory("tally-export");
      Path into = folder.resolve("firm-tally");
      Path zip = Files.createTempFile("tally-export", ".zip");
      boolean isDone = false;
      try {
        CompanyExport.write(settings.data(), into, clock.instant());
        zip(into, zip);
        isDone = true;
      } finally {
        delete(folder);
        if (!isDone) {
          Files.delete(zip);
        }
      }
      return zip;
    } catch (TransferFailed e) {
      throw new NotPossible(e.getMessage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } finally {
      exporting.unlock();
    }
  }

  private static void zip(Path folder, Path zip) throws IOException {
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip));
        Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
        out.putNextEntry(
            new ZipEntry(folder.getParent().relativize(file).toString().replace('\\', '/')));
        Files.copy(file, out);
        out.closeEntry();
      }
    }
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }
}
