package firmtally.server.platform.backup;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/** Puts a backup in the place of a company's database. */
public final class Restore {
  private Restore() {}

  /**
   * What was put back.
   *
   * @param restored the database that stands there now
   * @param aside where the one before lies; empty where there was none
   */
  public record Restored(DatabaseFile restored, Optional<Path> aside) {}

  /**
   * Checks a backup, puts what is there aside and the backup in its place.
   *
   * @param newest the newest version of the database that this application knows
   * @param replaces whether a company that is there may be put aside
   * @throws BackupFailed where it is not whole, is of a later version, or the folder is in use;
   *     nothing is changed then
   */
  public static Restored put(Path backup, Path data, int newest, boolean replaces, Instant now) {
    DatabaseFile checked = DatabaseFile.checked(backup);
    if (Integer.parseInt(checked.schema()) > newest) {
      throw new BackupFailed(
          backup
              + " was made by a later version (database "
              + checked.schema()
              + ", this one knows "
              + newest
              + ").");
    }
    Path database = data.resolve(DatabaseFile.NAME);
    try {
      Files.createDirectories(data);
      try (FileChannel held =
              FileChannel.open(
                  data.resolve("in-use"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
          FileLock lock = held.tryLock()) {
        if (lock == null) {
          throw new BackupFailed("Firm Tally is running on " + data + ". Stop it first.");
        }
        if (Files.exists(database) && !replaces) {
          throw new BackupFailed(
              "There is a company in " + data + ". With --replace it is put aside.");
        }
        Path coming = data.resolve(DatabaseFile.NAME + ".coming");
        Files.copy(backup, coming, StandardCopyOption.REPLACE_EXISTING);
        DatabaseFile copied = DatabaseFile.checked(coming);
        Optional<Path> aside = putAside(data, now);
        Files.move(coming, database, StandardCopyOption.ATOMIC_MOVE);
        return new Restored(
            new DatabaseFile(
                database, copied.bytes(), copied.company(), copied.schema(), copied.lastChange()),
            aside);
      }
    } catch (IOException | java.nio.channels.OverlappingFileLockException e) {
      throw new BackupFailed("The restore failed: " + e.getMessage(), e);
    }
  }

  /** What is there goes along with what was written beside it and is not in it yet. */
  private static Optional<Path> putAside(Path data, Instant now) throws IOException {
    Path database = data.resolve(DatabaseFile.NAME);
    if (!Files.exists(database)) {
      return Optional.empty();
    }
    String when = now.truncatedTo(ChronoUnit.SECONDS).toString().replace(":", "");
    Path aside = Files.createDirectories(data.resolve("before-restore-" + when));
    for (String end : new String[] {"", "-wal", "-shm"}) {
      Path part = data.resolve(DatabaseFile.NAME + end);
      if (Files.exists(part)) {
        Files.move(part, aside.resolve(part.getFileName()), StandardCopyOption.REPLACE_EXISTING);
      }
    }
    return Optional.of(aside.resolve(DatabaseFile.NAME));
  }
}
