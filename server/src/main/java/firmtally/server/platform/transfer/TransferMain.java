package firmtally.server.platform.transfer;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import java.io.PrintStream;
import java.nio.file.Path;
import java.time.Instant;
import org.slf4j.LoggerFactory;

/** The commands: {@code export FOLDER DATA} and {@code import FOLDER DATA}. */
public final class TransferMain {
  private TransferMain() {}

  public static void main(String[] arguments) {
    if (LoggerFactory.getLogger("org.flywaydb") instanceof Logger log) {
      log.setLevel(Level.WARN);
    }
    System.exit(run(arguments, System.out, System.err));
  }

  /** Does it, and gives the exit code. */
  static int run(String[] arguments, PrintStream out, PrintStream err) {
    try {
      Path folder = Path.of(arguments[1]);
      Path data = Path.of(arguments[2]);
      if ("export".equals(arguments[0])) {
        long rows = CompanyExport.write(data, folder, Instant.now());
        out.println("exported " + rows + " rows to " + folder);
      } else {
        long rows = CompanyImport.read(folder, data);
        out.println("imported " + rows + " rows into " + data);
      }
      return 0;
    } catch (TransferFailed e) {
      err.println(e.getMessage());
      return 1;
    }
  }
}
