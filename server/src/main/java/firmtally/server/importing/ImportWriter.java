package firmtally.server.importing;

import firmtally.server.access.Actor;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.importing.ImportKind.Written;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes what a file holds in parts, so that others come in between. What is broken off before all
 * of it is written is taken back, by itself or at the next start.
 */
@Service
class ImportWriter implements DueWork {
  private static final RecordId ALL = new RecordId(0);
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** The one writer is held for so long at most. */
  private static final Duration PART = Duration.ofMillis(100);

  private static final int AT_A_TIME = 20;
  private static final int LATEST = 20;
  private static final long PAUSE_MILLIS = 5;
  private final ImportStore store;
  private final ImportKinds kinds;
  private final ImportUndo undo;
  private final OwnFieldService own;
  private final Events events;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final Set<ImportId> goingOn = ConcurrentHashMap.newKeySet();

  ImportWriter(
      ImportStore store,
      ImportKinds kinds,
      ImportUndo undo,
      OwnFieldService own,
      Events events,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.kinds = kinds;
    this.undo = undo;
    this.own = own;
    this.events = events;
    this.transaction = transaction;
    this.clock = clock;
  }

  /** A row that is in order, with what it has in fields that the company added. */
  record Ready<D>(D draft, Map<OwnFieldId, String> own) {}

  /** What is written in one go: a file's rows on their way. */
  private final class Run<D> {
    private final ImportKind<D> kind;
    private final ImportKind.Reading<D> reading;
    private final List<Ready<D>> rows;
    private final ImportId id;
    private final Actor by;
    private int at;
    private int added;
    private int changed;

    Run(
        ImportKind<D> kind,
        ImportKind.Reading<D> reading,
        List<Ready<D>> rows,
        ImportId id,
        Actor by) {
      this.kind = kind;
      this.reading = reading;
      this.rows = rows;
      this.id = id;
      this.by = by;
    }

    boolean isMore() {
      return at < rows.size();
    }

    void part(Progress progress) {
      long end = System.nanoTime() + PART.toNanos();
      while (isMore() && (kind.atOnce() || System.nanoTime() < end)) {
        progress.at(at);
        int to = kind.atOnce() ? rows.size() : Math.min(at + AT_A_TIME, rows.size());
        List<Ready<D>> some = rows.subList(at, to);
        List<Written> written = reading.write(some.stream().map(Ready::draft).toList(), id);
        for (int i = 0; i < some.size(); i++) {
          keep(written.get(i), some.get(i).own());
        }
        at = to;
      }
    }

    private void keep(Written written, Map<OwnFieldId, String> values) {
      boolean isNew = written.before() == null;
      String before = null;
      if (!values.isEmpty()) {
        before =
            isNew ? null : JSON.writeValueAsString(own.values(kind.about().record(), written.id()));
        own.fill(kind.about().record(), written.id(), values, by);
      }
      added += isNew ? 1 : 0;
      changed += isNew ? 0 : 1;
      store.journal(id, kind.removal().table(), written.id(), written.before(), before);
    }

    void end() {
      reading.end();
      store.seal(id, kind.removal().table());
      store.setTaken(id, clock.instant(), added, changed);
      events.changed(kind.about().record(), ALL);
    }
  }

  /** Told how far it is; what it throws breaks the import off. */
  @FunctionalInterface
  interface Progress {
    void at(int row);
  }

  /**
   * Writes all rows.
   *
   * @return the import
   */
  <D> ImportId write(
      ImportKind<D> kind,
      ImportKind.Reading<D> reading,
      String file,
      List<Ready<D>> rows,
      Progress progress,
      Actor by) {
    ImportId id =
        transaction.execute(s -> store.begin(kind.about().word(), by.id(), file, clock.instant()));
    goingOn.add(id);
    try {
      Run<D> run = new Run<>(kind, reading, rows, id, by);
      while (run.isMore()) {
        transaction.executeWithoutResult(s -> run.part(progress));
        letOthersIn();
      }
      transaction.executeWithoutResult(s -> run.end());
      settle(kind, id);
    } finally {
      try {
        takeBackUntaken(kind, id);
      } finally {
        // What could not be taken back now is taken back by the work that comes due.
        goingOn.remove(id);
      }
    }
    return id;
  }

  private void settle(ImportKind<?> kind, ImportId id) {
    while (Boolean.TRUE.equals(transaction.execute(s -> kind.settleSome(id)))) {
      letOthersIn();
    }
  }

  private void takeBackUntaken(ImportKind<?> kind, ImportId id) {
    ImportStore.Row row = store.find(id).orElseThrow();
    if (row.takenAt() == null) {
      undo.all(kind, id, Actor.SYSTEM);
      transaction.executeWithoutResult(s -> store.forget(id));
    }
  }

  static void letOthersIn() {
    try {
      Thread.sleep(PAUSE_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public String job() {
    return "imports that were broken off";
  }

  @Override
  public void run(LocalDate today) {
    for (ImportStore.Row row : store.unfinished()) {
      if (!goingOn.contains(row.id())) {
        takeBackUntaken(kinds.get(row.kind()), row.id());
      }
    }
    for (ImportStore.Row row : store.beingUndone()) {
      undo.all(kinds.get(row.kind()), row.id(), Actor.SYSTEM);
    }
    for (ImportStore.Row row : store.taken(LATEST)) {
      if (!goingOn.contains(row.id())) {
        settle(kinds.get(row.kind()), row.id());
      }
    }
  }
}
