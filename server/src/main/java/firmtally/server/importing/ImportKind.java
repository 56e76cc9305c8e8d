package firmtally.server.importing;

import firmtally.server.access.Actor;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A kind of file that can be imported.
 *
 * @param <D> what a row is read as
 */
public interface ImportKind<D> {
  /** What it is called. */
  About about();

  /** What its columns may hold. */
  List<ImportField> fields();

  /** Whether somebody may import it. */
  boolean isFor(Actor actor);

  /** What else is wrong with the choice of columns. */
  default void checkMatched(Set<String> fields, Input input) {}

  /** Reads what a file's rows are compared with, and reads the rows. */
  Reading<D> reading(Actor actor);

  /** Whether all is written in one act instead of in parts that let others in between. */
  default boolean atOnce() {
    return false;
  }

  /** How what it added is taken away again. */
  Removal removal();

  /** Puts what was there before an import back. */
  default void restore(List<Before> before, Actor actor) {
    throw new IllegalStateException(about().words() + " are added only");
  }

  /**
   * Told of what is to be taken away, in the same act.
   *
   * @return what is to be done when it is away
   */
  default Runnable removing(List<RecordId> ids) {
    return () -> {};
  }

  /** What an import left when it was taken: it is told of and found. Called until it is done. */
  default boolean settleSome(ImportId of) {
    return false;
  }

  /**
   * What a kind of file is called.
   *
   * @param word as the API names it, in the plural: {@code open-items}
   * @param one one of them, in words: {@code open item}
   * @param position where it stands among the others: what others need comes first
   * @param record the kind of record that it adds; by it own fields are columns too
   */
  record About(String word, String one, int position, String record) {
    /** Several of them, in words. */
    public String words() {
      return word.replace('-', ' ');
    }
  }

  /** How a record was before an import, as {@link Written} kept it. */
  record Before(RecordId id, String form) {}

  /**
   * A record that was written.
   *
   * @param before how it was, in a form that {@link #restore} reads; null where it is new
   */
  record Written(Id id, @MaybeNull String before) {}

  /** What a row would do. */
  enum Effect {
    ADDED,
    CHANGED,
    SAME
  }

  /**
   * What a row would do to which record.
   *
   * @param name what it is called
   * @param what changes, in words; blank for what is new
   */
  record Outcome(Effect effect, String name, String what) {}

  /** What a row may be known as already, and by what it is told. */
  record Known(String as, String why) {}

  /** One file as it is read, and written. */
  interface Reading<D> {
    /** A row; empty where something is wrong with it, which the input says. */
    Optional<D> read(ImportRow row, Input input);

    /** What it would do. */
    Outcome outcome(D draft);

    /** By what two rows of a file are told to be the same; empty for nothing. */
    default Optional<String> key(D draft) {
      return Optional.empty();
    }

    /** Of some rows, in their order, which may be known already. */
    default List<Optional<Known>> known(List<D> drafts) {
      return drafts.stream().map(draft -> Optional.<Known>empty()).toList();
    }

    /** Writes some, in their order. Part of an act. */
    List<Written> write(List<D> drafts, ImportId of);

    /** Ends the writing of a file, in the act that makes it count. */
    default void end() {}
  }
}
