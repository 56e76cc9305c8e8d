package firmtally.server.platform.backup;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Makes backups of a company's database while it is worked with, and forgets old ones. */
public final class Backup {
  private static final DateTimeFormatter NAME =
      DateTimeFormatter.ofPattern("'firm-tally-'yyyy-MM-dd'T'HHmmss'Z.sqlite'")
          .withZone(ZoneOffset.UTC);
  private static final Pattern OURS =
      Pattern.compile("firm-tally-\\d{4}-\\d\\d-\\d\\dT\\d{6}Z\\.sqlite");
  private static final int BUSY_SECONDS = 30;

  private Backup() {}

  /**
   * How many are kept.
   *
   * @param most the newest so many, 1 or more
   * @param days those that are not older, whatever their number; 0 for no bound
   */
  public record Keep(int most, int days) {
    /** The usual: thirty, of at most ninety days. */
    public static final Keep USUAL = new Keep(30, 90);

    public Keep {
      if (most < 1 || days < 0) {
        throw new BackupFailed("At least one backup is kept, and none is younger than 0 days.");
      }
    }
  }

  /**
   * Copies the database as of one moment, opens and checks the copy, and gives it its name only
   * then. Old ones go once the new one is there.
   *
   * @param data the folder of the database
   * @param to the folder of the backups; made where it is not there
   * @return what was made, as it was checked
   * @throws BackupFailed where it cannot be done; nothing is left of it then, and no old one is
   *     gone
   */
  public static DatabaseFile make(Path data, Path to, Keep keep, Instant now) {
    Path database = data.resolve(DatabaseFile.NAME);
    if (!Files.exists(database)) {
      throw new BackupFailed("There is no company in " + data + ".");
    }
    Path file = to.resolve(NAME.format(now));
    Path making = to.resolve(file.getFileName() + ".part");
    try {
      Files.createDirectories(to);
      Files.deleteIfExists(making);
      copy(database, making);
      DatabaseFile made = DatabaseFile.checked(making);
      try (FileChannel written = FileChannel.open(making, StandardOpenOption.WRITE)) {
        written.force(true);
      }
      Files.move(making, file, StandardCopyOption.ATOMIC_MOVE);
      forget(to, keep, now);
      return new DatabaseFile(file, made.bytes(), made.company(), made.schema(), made.lastChange());
    } catch (IOException | SQLException e) {
      throw new BackupFailed("The backup failed: " + e.getMessage(), e);
    } finally {
      delete(making);
    }
  }

  private static void copy(Path database, Path making) throws SQLException {
    try (Connection from = DriverManager.getConnection("jdbc:sqlite:" + database)) {
      try (PreparedStatement wait =
          from.prepareStatement("PRAGMA busy_timeout = " + BUSY_SECONDS * 1000)) {
        wait.execute();
      }
      try (PreparedStatement copy = from.prepareStatement("VACUUM INTO ?")) {
        copy.setString(1, making.toString());
        copy.execute();
      }
    }
  }

  private static void delete(Path making) {
    try {
      Files.deleteIfExists(making);
    } catch (IOException e) {
      // What is left half is named so, and the next backup begins with it.
    }
  }

  /** The backups in a folder, the newest first. */
  public static List<Path> list(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .filter(file -> OURS.matcher(file.getFileName().toString()).matches())
          .sorted(Comparator.reverseOrder())
          .toList();
    }
  }

  private static Instant at(Path file) {
    return Instant.from(NAME.parse(file.getFileName().toString()));
  }

  /** The newest always stays. */
  private static void forget(Path folder, Keep keep, Instant now) throws IOException {
    List<Path> all = new ArrayList<>(list(folder));
    for (int i = 1; i < all.size(); i++) {
      boolean isOld =
          keep.days() > 0 && at(all.get(i)).isBefore(now.minus(Duration.ofDays(keep.days())));
      if (i >= keep.most() || isOld) {
        Files.delete(all.get(i));
      }
    }
  }
}
