package firmtally.server.platform.audit;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Who changed what, when, from what to what. Written in the transaction of the change. */
@Component
public class ChangeLog {
  private static final String INSERT =
      """
      INSERT INTO change_log (at, person_id, record, record_id, what, before, after)
      VALUES (:at, :person, :record, :id, :what, :before, :after)
      """;
  private static final DateTimeFormatter HOUR = DateTimeFormatter.ofPattern("HH:mm");
  private static final int PAGE = 100;
  private static final String LAST =
      """
      SELECT c.id, c.at, p.name AS person, c.what, c.before, c.after
      FROM change_log c JOIN person p ON p.id = c.person_id
      WHERE c.record = :record AND c.record_id = :id
      ORDER BY c.id DESC LIMIT 1
      """;
  private static final String LIST =
      """
      SELECT c.id, c.at, p.name AS person, c.what, c.before, c.after
      FROM change_log c LEFT JOIN person p ON p.id = c.person_id
      WHERE c.record = :record AND c.record_id = :id AND c.id < :below
      ORDER BY c.id DESC LIMIT :most
      """;

  private final Sql sql;
  private final Clock clock;
  private final Events events;

  public ChangeLog(Sql sql, Clock clock, Events events) {
    this.sql = sql;
    this.clock = clock;
    this.events = events;
  }

  /** One entry. */
  public record Entry(
      long id,
      Instant at,
      @MaybeNull String person,
      String what,
      @MaybeNull String before,
      @MaybeNull String after) {}

  /** Notes a change of what nobody sees yet: nobody is told. */
  public void noteUntold(
      PersonId person, String record, Id id, String what, String before, String after) {
    write(person, record, id, what, before, after);
  }

  /** Notes a change, and tells those who listen once it is committed. */
  public void note(
      PersonId person, String record, Id id, String what, String before, String after) {
    write(person, record, id, what, before, after);
    events.changed(record, id);
  }

  private void write(
      PersonId person, String record, Id id, String what, String before, String after) {
    sql.sql(INSERT)
        .param("at", clock.instant().toString())
        .param("person", person)
        .param("record", record)
        .param("id", id)
        .param("what", what)
        .param("before", before)
        .param("after", after)
        .update();
  }

  /** Who changed a record last and what, in words; for telling the second of two. */
  public Optional<String> lastWords(String record, Id id) {
    return last(record, id)
        .map(
            e ->
                e.person()
                    + " changed "
                    + e.what()
                    + " at "
                    + HOUR.format(e.at().atZone(clock.getZone())));
  }

  private Optional<Entry> last(String record, Id id) {
    return sql.sql(LAST).param("record", record).param("id", id).query(Entry.class).optional();
  }

  /**
   * The number of the last entry of a record, 0 where there is none: a version of what has no
   * other.
   */
  public long lastEntry(String record, Id id) {
    return last(record, id).map(Entry::id).orElse(0L);
  }

  /** The entries of a record, the newest first, a page at a time. */
  public Paged<Entry> list(String record, Id id, String after) {
    List<Entry> found =
        sql.sql(LIST)
            .param("record", record)
            .param("id", id)
            .param("below", Paged.below(after))
            .param("most", PAGE + 1)
            .query(Entry.class)
            .list();
    return Paged.of(found, PAGE, Entry::id);
  }

  /**
   * Checks that an update hit the version it was made from.
   *
   * @param updated rows that the update changed
   * @param version the version that stands now
   * @throws Conflict naming who changed what, when none was
   */
  public void expectOne(int updated, String record, Id id, long version) {
    if (updated == 0) {
      throw conflict(record, id, version);
    }
  }

  /**
   * Checks that a record was read as it stands.
   *
   * @throws Conflict naming who changed what, when it was not
   */
  public void expectSame(long read, long version, String record, Id id) {
    if (read != version) {
      throw conflict(record, id, version);
    }
  }

  private Conflict conflict(String record, Id id, long version) {
    return new Conflict(
        lastWords(record, id).orElse("It was changed in the meantime")
            + ". Your entries are kept: compare, take theirs or save yours.",
        version);
  }
}
