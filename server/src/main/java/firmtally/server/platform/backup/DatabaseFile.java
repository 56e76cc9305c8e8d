package firmtally.server.platform.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import org.sqlite.SQLiteConfig;

/**
 * A company's database in a file of its own, looked at without changing it.
 *
 * @param company its name
 * @param schema the version of the database, such as {@code 1}
 * @param lastChange the last entry of its log: what happened later is not in it
 */
public record DatabaseFile(
    Path file, long bytes, String company, String schema, Instant lastChange) {
  /** What every database of the application is called. */
  public static final String NAME = "firm-tally.sqlite";

  /**
   * Opens one, checks every page, every index and every reference in it, and says whose it is.
   *
   * @throws BackupFailed when it is not whole, or no company's
   */
  public static DatabaseFile checked(Path file) {
    if (!Files.isRegularFile(file)) {
      throw new BackupFailed("There is no file " + file + ".");
    }
    SQLiteConfig readOnly = new SQLiteConfig();
    readOnly.setReadOnly(true);
    try (Connection database =
            DriverManager.getConnection("jdbc:sqlite:" + file, readOnly.toProperties());
        Statement statement = database.createStatement()) {
      if (!"ok".equals(one(statement, "PRAGMA integrity_check"))) {
        throw new BackupFailed(file + " is damaged: " + one(statement, "PRAGMA integrity_check"));
      }
      if (!one(statement, "SELECT \"table\" FROM pragma_foreign_key_check").isEmpty()) {
        throw new BackupFailed(file + " is not whole: a row names one that is not there.");
      }
      return new DatabaseFile(
          file,
          Files.size(file),
          one(statement, "SELECT name FROM company"),
          one(
              statement,
              "SELECT version FROM flyway_schema_history WHERE success AND version IS NOT NULL"
                  + " ORDER BY installed_rank DESC LIMIT 1"),
          Instant.parse(one(statement, "SELECT MAX(at) FROM change_log")));
    } catch (SQLException | IOException | java.time.format.DateTimeParseException e) {
      throw new BackupFailed(file + " is no whole database of a company: " + e.getMessage(), e);
    }
  }

  private static String one(Statement statement, String query) throws SQLException {
    try (ResultSet row = statement.executeQuery(query)) {
      return row.next() && row.getString(1) != null ? row.getString(1) : "";
    }
  }
}
