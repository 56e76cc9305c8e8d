package firmtally.server.platform.database;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import firmtally.server.platform.TallySettings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;

/**
 * SQLite behind two pools: one writer, whose transactions are IMMEDIATE so that they queue instead
 * of failing, and read-only readers beside it. A change is on disk when its transaction returns
 * (WAL with synchronous FULL).
 */
@Configuration
public class Database {
  static final String FILE = "firm-tally.sqlite";
  private static final int READERS = 6;
  private static final int BUSY_MILLIS = 5000;

  /** The one writer. The folder is locked first, so that no second application writes beside it. */
  @Bean
  @Primary
  public HikariDataSource writer(TallySettings settings, DataFolder folder, Clock clock)
      throws IOException {
    Files.createDirectories(settings.data());
    folder.lock();
    return pool(settings.data(), Optional.of(clock), 1, "writer");
  }

  @Bean
  @Qualifier("reader")
  public HikariDataSource reader(TallySettings settings) {
    return pool(settings.data(), Optional.empty(), READERS, "reader");
  }

  /** Writers know by the clock which day it is; who only reads needs none. */
  private static HikariDataSource pool(Path data, Optional<Clock> clock, int size, String name) {
    boolean readOnly = clock.isEmpty();
    SQLiteConfig sqlite = new SQLiteConfig();
    sqlite.enforceForeignKeys(true);
    sqlite.setBusyTimeout(BUSY_MILLIS);
    sqlite.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
    // What is sorted needs no room on a disk that may be full.
    sqlite.setTempStore(SQLiteConfig.TempStore.MEMORY);
    if (readOnly) {
      sqlite.setReadOnly(true);
    } else {
      sqlite.setJournalMode(SQLiteConfig.JournalMode.WAL);
      sqlite.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
    }
    HikariConfig config = new HikariConfig();
    config.setPoolName(name);
    SQLiteDataSource file = new SQLiteDataSource(sqlite);
    file.setUrl("jdbc:sqlite:" + data.resolve(FILE));
    DataSource source = clock.<DataSource>map(c -> new BusinessDay(file, c)).orElse(file);
    config.setDataSource(new PreparedOnce(source));
    config.setReadOnly(readOnly);
    config.setMaximumPoolSize(size);
    // The readers may be asked for before the writer has made the file.
    config.setInitializationFailTimeout(-1);
    config.setMinimumIdle(readOnly ? 0 : size);
    return new HikariDataSource(config);
  }

  /**
   * SQL for stores: on the writer inside an act, so that it sees what the act wrote; on the
   * snapshot of a page that is being read; else on any reader.
   */
  @Bean
  public Sql sql(DataSource writer, @Qualifier("reader") DataSource reader, Snapshots snapshots) {
    return new RoutedSql(writer, reader, snapshots);
  }
}
