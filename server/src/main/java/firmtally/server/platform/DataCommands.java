package firmtally.server.platform;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import firmtally.server.platform.backup.Backup;
import firmtally.server.platform.backup.BackupFailed;
import firmtally.server.platform.backup.DatabaseFile;
import firmtally.server.platform.backup.Restore;
import firmtally.server.platform.transfer.CompanyExport;
import firmtally.server.platform.transfer.CompanyImport;
import firmtally.server.platform.transfer.TransferFailed;
import java.io.PrintStream;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.flywaydb.core.Flyway;
import org.slf4j.LoggerFactory;

/**
 * The commands on a company's data: {@code export FOLDER DATA}, {@code import FOLDER DATA}, {@code
 * backup TO DATA MOST DAYS} and {@code restore FILE DATA [--replace]}.
 */
public final class DataCommands {
  private static final long KIB = 1024;

  private DataCommands() {}

  public static void main(String[] arguments) {
    if (LoggerFactory.getLogger("org.flywaydb") instanceof Logger log) {
      log.setLevel(Level.WARN);
    }
    System.exit(run(List.of(arguments), Instant.now(), System.out, System.err));
  }

  /** Does one, and gives the exit code. */
  static int run(List<String> arguments, Instant now, PrintStream out, PrintStream err) {
    try {
      Path named = Path.of(arguments.get(1));
      Path data = Path.of(arguments.get(2));
      switch (arguments.get(0)) {
        case "export" ->
            out.println("exported " + CompanyExport.write(data, named, now) + " rows to " + named);
        case "import" ->
            out.println("imported " + CompanyImport.read(named, data) + " rows into " + data);
        case "backup" -> {
          Backup.Keep keep =
              new Backup.Keep(
                  Integer.parseInt(arguments.get(3)), Integer.parseInt(arguments.get(4)));
          out.println("backup " + told(Backup.make(data, named, keep, now)));
        }
        case "restore" -> {
          Restore.Restored done =
              Restore.put(named, data, newest(), arguments.contains("--replace"), now);
          out.println("restored " + told(done.restored()));
          done.aside().ifPresent(before -> out.println("what was there lies in " + before));
        }
        default -> throw new BackupFailed("There is no command " + arguments.get(0) + ".");
      }
      return 0;
    } catch (TransferFailed | BackupFailed e) {
      err.println(e.getMessage());
      return 1;
    } catch (NumberFormatException e) {
      err.println("How many and how many days are whole numbers.");
      return 1;
    }
  }

  /** The point of return is said: what happened later is lost when it is put back. */
  private static String told(DatabaseFile file) {
    return file.file()
        + ", "
        + file.bytes() / KIB
        + " KiB, checked: "
        + file.company()
        + " as of its last change, "
        + file.lastChange();
  }

  /** The newest version of the database that this application knows. */
  private static int newest() {
    return Arrays.stream(
            Flyway.configure(DataCommands.class.getClassLoader())
                .dataSource("jdbc:sqlite::memory:", null, null)
                .locations("classpath:db/migration")
                .load()
                .info()
                .all())
        .mapToInt(migration -> Integer.parseInt(migration.getVersion().getVersion()))
        .max()
        .orElseThrow();
  }
}
