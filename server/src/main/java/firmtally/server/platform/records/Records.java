package firmtally.server.platform.records;

import firmtally.server.access.Actor;
import firmtally.server.access.Seen;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The registry of record kinds, and the one check of who may read and change a record. */
@Component
public class Records {
  private final Map<String, RecordKind> kinds;
  private final Sql sql;

  Records(Collection<RecordKind> kinds, Sql sql) {
    this.kinds = kinds.stream().collect(Collectors.toMap(RecordKind::word, Function.identity()));
    this.sql = sql;
  }

  private record Row(
      String number, String owner, String team, boolean readable, boolean editable) {}

  /** Every kind there is. */
  public Collection<RecordKind> kinds() {
    return kinds.values();
  }

  /**
   * A kind by its word.
   *
   * @throws NotThere when nobody registered it
   */
  public RecordKind kind(String word) {
    return Optional.ofNullable(kinds.get(word))
        .orElseThrow(() -> new NotThere("kind of record", word));
  }

  /**
   * Refuses unless somebody may read a record.
   *
   * @throws NotThere when there is none
   * @throws NotAllowed saying whose it is
   */
  public void checkReadable(String kind, Id id, Actor actor) {
    if (actor.isSystem()) {
      // What the company does by itself sees everything; that it is there is found when it is read.
      return;
    }
    RecordKind of = kind(kind);
    Row row = row(of, id, actor);
    if (!row.readable()) {
      throw new NotAllowed(notReadable(of, row));
    }
  }

  private static String notReadable(RecordKind kind, Row row) {
    if (row.owner() == null) {
      return "Only a manager may see this " + kind.inWords() + ".";
    }
    return (row.number() == null ? "This " + kind.inWords() : row.number())
        + " belongs to "
        + row.owner()
        + (row.team() == null ? ", who is in no team" : " of team " + row.team())
        + "; you see what is your team’s. Ask them to share it with you.";
  }

  /**
   * Refuses unless somebody may change a record.
   *
   * @throws NotThere when there is none
   * @throws NotAllowed saying who may
   */
  public void checkEditable(String kind, Id id, Actor actor) {
    RecordKind of = kind(kind);
    Row row = row(of, id, actor);
    if (!row.readable()) {
      throw new NotAllowed(notReadable(of, row));
    }
    if (!row.editable()) {
      throw new NotAllowed(
          row.owner() == null
              ? "Only a manager may change this " + of.inWords() + "; you can read it."
              : "Only "
                  + row.owner()
                  + ", whoever it is shared with, or a manager may change this "
                  + of.inWords()
                  + "; you can read it.");
    }
  }

  /**
   * A record that was found by somebody, where they may read it.
   *
   * @throws NotThere when none was found
   * @throws NotAllowed saying whose it is
   */
  public <T> T readable(String kind, Id id, Optional<Seen<T>> found, Actor actor) {
    Seen<T> seen = found.orElseThrow(() -> new NotThere(kind(kind).inWords(), id));
    if (!seen.readable()) {
      checkReadable(kind, id, actor);
    }
    return seen.record();
  }

  /**
   * A record, where somebody may read it. Of a kind that anybody reads the record alone is read.
   *
   * @throws NotThere when there is none
   * @throws NotAllowed saying whose it is
   */
  public <T> T readable(String kind, Id id, Actor actor, Supplier<Optional<T>> read) {
    RecordKind of = kind(kind);
    if (!of.isReadByAnybody()) {
      checkReadable(kind, id, actor);
    }
    return read.get().orElseThrow(() -> new NotThere(of.inWords(), id));
  }

  /** What a record is called, such as its number; empty where it has none. */
  public Optional<String> numberOf(String kind, Id id) {
    return Optional.ofNullable(row(kind(kind), id, Actor.SYSTEM).number());
  }

  /** Whether somebody may change a record. */
  public boolean isEditable(String kind, Id id, Actor actor) {
    return row(kind(kind), id, actor).editable();
  }

  /** Whether somebody may read a record that is there. */
  public boolean isReadable(String kind, Id id, Actor actor) {
    return row(kind(kind), id, actor).readable();
  }

  private Row row(RecordKind kind, Id id, Actor actor) {
    return Visibility.bind(sql.sql(kind.one()), actor)
        .param("id", id)
        .query(Row.class)
        .optional()
        .orElseThrow(() -> new NotThere(kind.inWords(), id));
  }

  /**
   * Holds for a row that names a record by kind and id, where somebody may read that record.
   *
   * @param kindColumn the column of the kind's word
   * @param idColumn the column of the record's id
   */
  public String readable(String kindColumn, String idColumn) {
    return kinds.values().stream()
        .map(k -> "(" + kindColumn + " = '" + k.word() + "' AND " + k.readableById(idColumn) + ")")
        .sorted()
        .collect(Collectors.joining("\n   OR ", "(", ")"));
  }
}
