package firmtally.server.importing;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The imports of the past, and their undoing as a whole. */
@Service
class ImportLog {
  private static final int MOST = 50;
  private static final int NAMED = 10;
  private static final RecordId COMPANY = new RecordId(1);
  private final ImportStore store;
  private final ImportKinds kinds;
  private final ImportUndo undo;
  private final ChangeLog log;
  private final TransactionTemplate transaction;
  private final Clock clock;

  ImportLog(
      ImportStore store,
      ImportKinds kinds,
      ImportUndo undo,
      ChangeLog log,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.kinds = kinds;
    this.undo = undo;
    this.log = log;
    this.transaction = transaction;
    this.clock = clock;
  }

  /**
   * An import that was taken.
   *
   * @param left how many of its records can be undone
   */
  record PastImport(
      ImportId id,
      String kind,
      String file,
      String person,
      Instant at,
      int added,
      int changed,
      int left,
      @MaybeNull Instant undoneAt,
      @MaybeNull String undoneBy) {}

  /**
   * What an undo would do.
   *
   * @param records how many it takes away or puts back
   * @param inUse how many were used or changed since, and stay
   * @param names some of those
   */
  record UndoView(int records, int inUse, List<String> names) {}

  /** Somebody's own imports; an administrator sees all. */
  List<PastImport> list(Actor actor) {
    Set<String> may =
        kinds.of(actor).stream().map(kind -> kind.about().word()).collect(Collectors.toSet());
    boolean all = actor.roles().has(Role.ADMINISTRATOR);
    return store.latest(all ? Optional.empty() : Optional.of(actor.id()), MOST).stream()
        .filter(row -> may.contains(row.kind()))
        .map(
            row ->
                new PastImport(
                    row.id(),
                    row.kind(),
                    row.file(),
                    row.person(),
                    row.takenAt(),
                    row.added(),
                    row.changed(),
                    row.undoneAt() == null ? row.left() : 0,
                    row.undoneAt(),
                    row.undoneBy()))
        .toList();
  }

  private ImportStore.Row mine(ImportId id, Actor actor) {
    ImportStore.Row row =
        store
            .find(id)
            .filter(found -> found.takenAt() != null)
            .filter(
                found ->
                    found.personId().equals(actor.id()) || actor.roles().has(Role.ADMINISTRATOR))
            .orElseThrow(() -> new NotThere("import", id));
    kinds.checked(row.kind(), actor);
    if (row.undoneAt() != null || row.left() == 0) {
      throw new NotPossible("This import was undone already, or has nothing left to undo.");
    }
    return row;
  }

  private List<ImportStore.InUse> inUse(ImportStore.Row row) {
    ImportKind<?> kind = kinds.get(row.kind());
    return store.inUse(
        row, kind.about().record(), kind.removal(), store.journal(row.id(), Integer.MAX_VALUE));
  }

  /** What an undo would do; nothing is changed. */
  UndoView tryUndo(ImportId id, Actor actor) {
    ImportStore.Row row = mine(id, actor);
    List<ImportStore.InUse> inUse = inUse(row);
    return view(row.left() - inUse.size(), inUse);
  }

  /**
   * Undoes an import: what it added goes, what it changed is as before.
   *
   * @param leaveInUse whether what was used or changed since stays; otherwise it holds up the undo
   */
  UndoView undo(ImportId id, boolean leaveInUse, Actor actor) {
    ImportStore.Row row = mine(id, actor);
    List<ImportStore.InUse> inUse = inUse(row);
    if (!inUse.isEmpty() && !leaveInUse) {
      throw new NotPossible(
          inUse.size()
              + " of "
              + row.left()
              + " were used or changed since, such as "
              + inUse.get(0).name()
              + ".");
    }
    ImportKind<?> kind = kinds.get(row.kind());
    transaction.executeWithoutResult(
        s -> {
          if (store.setUndone(id, clock.instant(), actor.id()) == 0) {
            throw new NotPossible("This import was undone already.");
          }
          log.note(
              actor.id(),
              "company",
              COMPANY,
              "import of " + kind.about().words(),
              row.file() + ", " + (row.left() - inUse.size()),
              "undone");
        });
    return view(undo.all(kind, id, actor), inUse);
  }

  private static UndoView view(int records, List<ImportStore.InUse> inUse) {
    return new UndoView(
        records, inUse.size(), inUse.stream().limit(NAMED).map(ImportStore.InUse::name).toList());
  }
}
