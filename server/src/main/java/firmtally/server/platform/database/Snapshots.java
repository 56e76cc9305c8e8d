package firmtally.server.platform.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Lets a page be read from one snapshot: everything that is asked between {@link #begin} and {@link
 * #end} on a thread sees the data of one moment, whatever others write meanwhile.
 */
@Component
public class Snapshots {
  private final DataSource reader;
  private static final ThreadLocal<Snapshot> CURRENT = new ThreadLocal<>();

  public Snapshots(@Qualifier("reader") DataSource reader) {
    this.reader = reader;
  }

  /** A snapshot that takes its connection when the first statement asks for it. */
  private static final class Snapshot {
    private Connection connection;
    private JdbcClient client;
    private final Map<Object, Object> asked = new HashMap<>();
  }

  /**
   * What a page asks for more than once: it is read once, as it cannot change within a snapshot.
   * Outside of a page, and within an act, it is read each time.
   *
   * @param question what is asked, and of whom
   */
  @SuppressWarnings("unchecked")
  public <T> T once(Object question, Supplier<T> answer) {
    Snapshot snapshot = CURRENT.get();
    if (snapshot == null || TransactionSynchronizationManager.isActualTransactionActive()) {
      return answer.get();
    }
    Object known = snapshot.asked.get(question);
    if (known == null) {
      known = answer.get();
      snapshot.asked.put(question, known);
    }
    return (T) known;
  }

  /**
   * Reads what outlives the page: not from its snapshot, which may be older than what others were
   * told since.
   */
  static <T> T outside(Supplier<T> read) {
    Snapshot snapshot = CURRENT.get();
    CURRENT.remove();
    try {
      return read.get();
    } finally {
      if (snapshot != null) {
        CURRENT.set(snapshot);
      }
    }
  }

  /** Begins a snapshot for this thread. */
  public void begin() {
    CURRENT.set(new Snapshot());
  }

  /** The client of this thread's snapshot; null when there is none. */
  JdbcClient client() {
    Snapshot snapshot = CURRENT.get();
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
    Snapshot snapshot = CURRENT.get();
    CURRENT.remove();
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
