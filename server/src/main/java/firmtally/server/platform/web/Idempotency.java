package firmtally.server.platform.web;

import firmtally.server.platform.database.Sql;
import java.time.Clock;
import java.util.function.LongSupplier;
import org.springframework.stereotype.Component;

/**
 * Acts that must not happen twice when a message is sent twice: they carry a key of the sender's.
 */
@Component
public class Idempotency {
  private static final String FIND =
      "SELECT result_id FROM act_done WHERE key = :key AND person_id = :person AND act = :act";
  private static final String INSERT =
      """
      INSERT INTO act_done (key, person_id, act, result_id, at)
      VALUES (:key, :person, :act, :result, :at)
      """;
  private final Sql sql;
  private final Clock clock;

  Idempotency(Sql sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  /**
   * Does an act, or gives the result of the one that was done with the same key. To be called
   * inside its transaction.
   *
   * @param key the sender's, blank when the sender gave none
   */
  public long once(String key, long person, String act, LongSupplier doing) {
    if (key == null || key.isBlank()) {
      return doing.getAsLong();
    }
    return sql.sql(FIND)
        .param("key", key)
        .param("person", person)
        .param("act", act)
        .query(Long.class)
        .optional()
        .orElseGet(() -> first(key, person, act, doing));
  }

  private long first(String key, long person, String act, LongSupplier doing) {
    long result = doing.getAsLong();
    sql.sql(INSERT)
        .param("key", key)
        .param("person", person)
        .param("act", act)
        .param("result", result)
        .param("at", clock.instant().toString())
        .update();
    return result;
  }
}
