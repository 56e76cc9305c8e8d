package firmtally.server.platform.web;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Optional;
import java.util.function.LongFunction;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Acts that must not happen twice when a message is sent twice: they carry a key of the sender's.
 * Key, person, act and target belong together; they are forgotten after a week.
 */
@Component
public class Idempotency implements DueWork {
  private static final Duration KEPT = Duration.ofDays(7);
  private static final int LONGEST = 200;
  private static final RecordId NOTHING = new RecordId(0);
  private static final String FIND =
      "SELECT act, target, result_id FROM idempotency WHERE key = :key AND person_id = :person";
  private static final String INSERT =
      """
      INSERT INTO idempotency (key, person_id, act, target, result_id, at)
      VALUES (:key, :person, :act, :target, :result, :at)
      """;

  private final Sql sql;
  private final Clock clock;

  public Idempotency(Sql sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  private record Done(String act, String target, RecordId resultId) {}

  /**
   * Does an act in a transaction, or gives the result of the one that was done with the same key.
   *
   * @param key the sender's, blank when the sender gave none
   * @param target what the act is done to, such as {@code quote 7}; blank where it makes something
   *     that stands by itself
   * @param named makes the id of what was made, such as {@code AccountId::new}
   * @throws BadInput when the key was used for something else
   */
  @Transactional
  public <T extends Id> T once(
      String key,
      PersonId person,
      String act,
      String target,
      LongFunction<T> named,
      Supplier<T> doing) {
    if (key == null || key.isBlank()) {
      return doing.get();
    }
    if (key.length() > LONGEST) {
      throw BadInput.at("Idempotency-Key", "A key has at most " + LONGEST + " characters.");
    }
    return done(key, person, act, target, named)
        .orElseGet(() -> first(key, person, act, target, doing));
  }

  /** The result of an act that was done with a key before; for acts with something slow before. */
  public <T extends Id> Optional<T> done(
      String key, PersonId person, String act, String target, LongFunction<T> named) {
    if (key == null || key.isBlank()) {
      return Optional.empty();
    }
    return sql.sql(FIND)
        .param("key", key)
        .param("person", person)
        .query(Done.class)
        .optional()
        .map(done -> named.apply(same(done, act, target)));
  }

  /** The same for an act that has no result of its own. */
  @Transactional
  public void once(String key, PersonId person, String act, String target, Runnable doing) {
    once(
        key,
        person,
        act,
        target,
        RecordId::new,
        () -> {
          doing.run();
          return NOTHING;
        });
  }

  private static long same(Done done, String act, String target) {
    if (!done.act().equals(act) || !done.target().equals(target)) {
      throw BadInput.at(
          "Idempotency-Key", "This key was used for something else; use a new one for each act.");
    }
    return done.resultId().value();
  }

  private <T extends Id> T first(
      String key, PersonId person, String act, String target, Supplier<T> doing) {
    T result = doing.get();
    sql.sql(INSERT)
        .param("key", key)
        .param("person", person)
        .param("act", act)
        .param("target", target)
        .param("result", result)
        .param("at", clock.instant())
        .update();
    return result;
  }

  @Override
  public String job() {
    return "keys of acts that are forgotten";
  }

  /** Forgets keys that are older than a week. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    sql.sql("DELETE FROM idempotency WHERE at < :before")
        .param("before", clock.instant().minus(KEPT))
        .update();
  }
}
