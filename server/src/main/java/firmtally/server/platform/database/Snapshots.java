package firmtally.server.platform.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Component;

/**
 * Lets a page be read from one snapshot: everything that is asked between {@link #begin} and {@link
 * #end} on a thread sees the data of one moment, whatever others write meanwhile.
 */
@Component
public class Snapshots {
  private final DataSource reader;
  private final ThreadLocal<Snapshot> current = new ThreadLocal<>();

  public Snapshots(@Qualifier("reader") DataSource reader) {
    this.reader = reader;
  }

  /** A snapshot that takes its connection when the first statement asks for it. */
  private static final class Snapshot {
    private Connection connection;
    private JdbcClient client;
  }

  /** Begins a snapshot for this thread. */
  public void begin() {
    current.set(new Snapshot());
  }

  /** The client of this thread's snapshot; null when there is none. */
  JdbcClient client() {
    Snapshot snapshot = current.get();
    if (snapshot == null) {
      return null;
    }
    if (snapshot.client == null) {
      open(snapshot);
    }
    return snapshot.client;
  }

  private void open(Snapshot snapshot) {
    try {
      snapshot.connection = reader.getConnection();
      run(snapshot.connection, "BEGIN");
    } catch (SQLException e) {
      throw new IllegalStateException("no snapshot could be begun", e);
    }
    snapshot.client = RoutedSql.client(new SingleConnectionDataSource(snapshot.connection, true));
  }

  /** Ends this thread's snapshot, if there is one. */
  public void end() {
    Snapshot snapshot = current.get();
    current.remove();
    if (snapshot == null || snapshot.connection == null) {
      return;
    }
    try (Connection connection = snapshot.connection) {
      run(connection, "ROLLBACK");
    } catch (SQLException e) {
      throw new IllegalStateException("a snapshot could not be ended", e);
    }
  }

  private static void run(Connection connection, String text) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      statement.execute(text);
    }
  }
}
