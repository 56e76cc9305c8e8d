package firmtally.server.platform.database;

import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The door to the database: plain SQL, by hand. Days, instants, enums, amounts and the like are
 * bound and read as {@link Stored} says.
 */
@FunctionalInterface
public interface Sql {
  /** A statement to bind and run. */
  JdbcClient.StatementSpec sql(String text);

  /** How many statements this thread has asked for so far. */
  default long statements() {
    return 0;
  }
}
