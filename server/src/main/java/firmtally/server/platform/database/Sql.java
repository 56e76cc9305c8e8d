package firmtally.server.platform.database;

import org.springframework.jdbc.core.simple.JdbcClient;

/** The door to the database: plain SQL, by hand. */
@FunctionalInterface
public interface Sql {
  /** A statement to bind and run. */
  JdbcClient.StatementSpec sql(String text);
}
