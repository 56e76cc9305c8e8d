package firmtally.server.platform.database;

import com.zaxxer.hikari.HikariDataSource;
import firmtally.server.platform.TallySettings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.function.Supplier;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A real SQLite file with the real schema for each test of a store; nobody and nothing is in it.
 */
public final class TestDatabase implements BeforeEachCallback, AfterEachCallback {
  private static Path whole;
  private final Clock clock;
  private DataFolder folder;
  private Path data;
  private HikariDataSource writer;
  private HikariDataSource reader;
  private Snapshots snapshots;
  private Sql sql;
  private TransactionTemplate transaction;

  public TestDatabase() {
    this(Clock.systemUTC());
  }

  /** One that knows by a clock which day it is. */
  public TestDatabase(Clock clock) {
    this.clock = clock;
  }

  /** The schema is made once; each test works on a copy of it. */
  private static synchronized Path whole() throws IOException {
    if (whole == null) {
      Path made = Files.createTempDirectory("tally-schema");
      TallySettings settings = TallySettings.of(made);
      DataFolder held = new DataFolder(settings);
      try (HikariDataSource source = new Database().writer(settings, held, Clock.systemUTC())) {
        Flyway.configure().dataSource(source).locations("classpath:db/migration").load().migrate();
      }
      held.destroy();
      whole = made.resolve("firm-tally.sqlite");
    }
    return whole;
  }

  @Override
  public void beforeEach(ExtensionContext context) throws IOException {
    data = Files.createTempDirectory("tally-store");
    Files.copy(whole(), data.resolve("firm-tally.sqlite"));
    TallySettings settings = TallySettings.of(data);
    folder = new DataFolder(settings);
    Database database = new Database();
    writer = database.writer(settings, folder, clock);
    reader = database.reader(settings);
    snapshots = new Snapshots(reader);
    sql = database.sql(writer, reader, snapshots);
    transaction = new TransactionTemplate(new DataSourceTransactionManager(writer));
  }

  @Override
  public void afterEach(ExtensionContext context) throws IOException {
    writer.close();
    reader.close();
    folder.destroy();
  }

  /** Where it lies. */
  public Path folder() {
    return data;
  }

  /** The door to it, as stores have it. */
  public Sql sql() {
    return sql;
  }

  public Snapshots snapshots() {
    return snapshots;
  }

  public NamedParameterJdbcTemplate batches() {
    return new NamedParameterJdbcTemplate(writer);
  }

  public TransactionTemplate transactions() {
    return transaction;
  }

  /** Does something in an act. */
  public <T> T act(Supplier<T> doing) {
    return transaction.execute(status -> doing.get());
  }

  public void act(Runnable doing) {
    transaction.executeWithoutResult(status -> doing.run());
  }

  /** Runs a statement as it stands. */
  public void run(String statement) {
    act(() -> sql.sql(statement).update());
  }

  /** How many statements something asks for. */
  public long statements(Runnable doing) {
    long before = sql.statements();
    doing.run();
    return sql.statements() - before;
  }

  /** Somebody who sells, and their number. */
  public long person(String login, String team) {
    return act(
        () -> {
          long id =
              sql.sql(
                      """
                      INSERT INTO person (login, name, email, team, password)
                      VALUES (:login, :login, :login || '@ours.example', :team, 'x') RETURNING id
                      """)
                  .param("login", login)
                  .param("team", team)
                  .query(Long.class)
                  .single();
          sql.sql("INSERT INTO person_role (person_id, role) VALUES (:id, 'rep')")
              .param("id", id)
              .update();
          return id;
        });
  }
}
