package firmtally.server.platform.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;

import firmtally.server.platform.events.Events;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** A disk without room is said in words until there is room again. */
class StorageStateTest {
  @TempDir Path folder;
  private SingleConnectionDataSource source;
  private JdbcClient sql;
  private final Events events = mock(Events.class);
  private StorageState state;

  @BeforeEach
  void open() {
    source = new SingleConnectionDataSource("jdbc:sqlite:" + folder.resolve("x"), true);
    sql = JdbcClient.create(source);
    sql.sql("CREATE TABLE counter (name TEXT, next INTEGER)").update();
    sql.sql("CREATE TABLE t (x TEXT)").update();
    state = new StorageState(source, events);
  }

  @AfterEach
  void close() {
    source.destroy();
  }

  private DataAccessException fill() {
    try {
      for (int i = 0; i < 1000; i++) {
        sql.sql("INSERT INTO t VALUES (:x)").param("x", "x".repeat(4000)).update();
      }
    } catch (DataAccessException e) {
      return e;
    }
    throw new AssertionError("it was never full");
  }

  @Test
  void aFullDiskIsSaidInWordsAndToldOnce() {
    sql.sql("PRAGMA max_page_count = 20").query().listOfRows();
    DataAccessException full = fill();
    assertThat(state.noticed(new IllegalStateException(full)).orElseThrow())
        .startsWith("The disk is full.");
    state.noticed(full);
    assertThat(state.words()).isPresent();
    verify(events, times(1)).changed(eq("storage"), any());
  }

  @Test
  void itWorksAgainByItself() {
    sql.sql("PRAGMA max_page_count = 20").query().listOfRows();
    state.noticed(fill());
    sql.sql("PRAGMA query_only = 1").update();
    state.tryAgain();
    assertThat(state.words()).as("still not").isPresent();
    sql.sql("PRAGMA query_only = 0").update();
    state.tryAgain();
    assertThat(state.words()).isEmpty();
    verify(events, times(2)).changed(eq("storage"), any());
  }

  @Test
  void whatElseFailsIsNoMatterOfTheStorage() {
    assertThat(state.noticed(new IllegalStateException("no idea"))).isEmpty();
    try {
      sql.sql("INSERT INTO nowhere VALUES (1)").update();
    } catch (DataAccessException e) {
      assertThat(state.noticed(e)).isEqualTo(Optional.empty());
    }
    assertThat(state.words()).isEmpty();
    verifyNoInteractions(events);
  }
}
