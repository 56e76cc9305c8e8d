package firmtally.server.platform.database;

import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.RecordId;
import java.util.Optional;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.sqlite.SQLiteException;

/**
 * Whether what is changed can be kept. A full disk or a folder that cannot be written to is found
 * when an act fails over it; then it is tried every few seconds until it works again. Reading goes
 * on meanwhile.
 */
@Component
public class StorageState {
  private static final Logger LOG = LoggerFactory.getLogger(StorageState.class);
  private static final RecordId ALL = new RecordId(0);
  private static final long TRIED_EVERY_MILLIS = 3_000;
  private static final String GOES_ON =
      " What is there can be read; nothing can be changed until then.";
  private final JdbcClient writer;
  private final Events events;
  private volatile String words;

  public StorageState(DataSource writer, Events events) {
    this.writer = JdbcClient.create(writer);
    this.events = events;
  }

  /** What keeps things from being kept, in words; empty where nothing does. */
  public Optional<String> words() {
    return Optional.ofNullable(words);
  }

  /** Takes notice of a failed act, and gives what to say of it where the storage is the cause. */
  public Optional<String> noticed(Throwable failure) {
    Optional<String> found = wordsOf(failure);
    found.ifPresent(this::become);
    return found;
  }

  static Optional<String> wordsOf(Throwable failure) {
    for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
      if (cause instanceof SQLiteException sqlite) {
        // An extended code carries the plain one in its last byte.
        return Optional.ofNullable(wordsOf(sqlite.getResultCode().code & 0xff));
      }
    }
    return Optional.empty();
  }

  private static String wordsOf(int code) {
    return switch (code) {
      case 13 -> "The disk is full. Make room on it." + GOES_ON;
      case 8, 14 -> "The data folder cannot be written to. Give it back its rights." + GOES_ON;
      case 10 -> "The disk reports errors. Check it." + GOES_ON;
      case 11, 26 -> "The database is damaged. Stop Firm Tally and put a backup in its place.";
      default -> null;
    };
  }

  private void become(String now) {
    if (!now.equals(words)) {
      words = now;
      LOG.error("{}", now);
      events.changed("storage", ALL);
    }
  }

  /** Tries whether something can be kept again. */
  @Scheduled(fixedDelay = TRIED_EVERY_MILLIS)
  void tryAgain() {
    if (words == null) {
      return;
    }
    try {
      // A page is written and synced, and nothing is changed by it.
      writer.sql("UPDATE counter SET next = next").update();
      writer.sql("PRAGMA wal_checkpoint(PASSIVE)").query().listOfRows();
    } catch (RuntimeException stillNot) {
      return;
    }
    words = null;
    LOG.info("what is changed is kept again");
    events.changed("storage", ALL);
  }
}
