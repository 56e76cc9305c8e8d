package firmtally.server.platform.database;

import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Chooses the connection for a statement, and speaks the types of the job on it. */
final class RoutedSql implements Sql {
  private final JdbcClient writing;
  private final JdbcClient reading;
  private final Snapshots snapshots;
  private final ThreadLocal<AtomicLong> asked = ThreadLocal.withInitial(AtomicLong::new);

  RoutedSql(DataSource writer, DataSource reader, Snapshots snapshots) {
    this.writing = client(writer);
    this.reading = client(reader);
    this.snapshots = snapshots;
  }

  static JdbcClient client(DataSource source) {
    return JdbcClient.create(new NamedParameterJdbcTemplate(source), Stored.CONVERSION);
  }

  @Override
  public JdbcClient.StatementSpec sql(String text) {
    asked.get().incrementAndGet();
    return new BoundStatement(chosen().sql(text));
  }

  private JdbcClient chosen() {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      return writing;
    }
    JdbcClient snapshot = snapshots.client();
    return snapshot == null ? reading : snapshot;
  }

  @Override
  public long statements() {
    return asked.get().get();
  }
}
