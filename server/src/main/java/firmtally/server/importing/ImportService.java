package firmtally.server.importing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.server.access.Actor;
import firmtally.server.importing.ImportJob.ChangedRow;
import firmtally.server.importing.ImportJob.Checked;
import firmtally.server.importing.ImportJob.KnownRow;
import firmtally.server.importing.ImportJob.RowProblem;
import firmtally.server.importing.ImportJob.Stopped;
import firmtally.server.platform.events.AfterCommit;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Files that are imported: read, matched, checked without keeping anything, and then written all or
 * not at all. Each runs beside the request and can be watched and stopped.
 */
@Service
class ImportService {
  private static final Logger LOG = LoggerFactory.getLogger(ImportService.class);
  private static final int MOST_ROWS = 20_000;
  private static final int SHOWN = 5;
  private static final int MOST_SHOWN = 200;
  private static final int LONGEST = 400;

  /** What is kept of all people's files for their next step, in characters and rows. */
  private static final long MOST_KEPT = 40_000_000;

  private static final Duration KEPT = Duration.ofHours(2);
  private final ImportKinds kinds;
  private final ImportWriter writer;
  private final ExecutorService worker = AfterCommit.worker("imports");
  private final Cache<String, ImportJob> jobs =
      Caffeine.newBuilder()
          .maximumWeight(MOST_KEPT)
          .weigher((String id, ImportJob job) -> job.weight())
          .expireAfterAccess(KEPT)
          .build();

  ImportService(ImportKinds kinds, ImportWriter writer) {
    this.kinds = kinds;
    this.writer = writer;
  }

  /**
   * Which column holds what; -1 for none.
   *
   * @param values what stands for all rows that have nothing in a field
   * @param leaveOutBad whether rows with problems are left out instead of holding up the rest
   * @param leaveOutKnown whether those that may be known already are left out
   */
  record Matching(
      Map<String, Integer> columns,
      @MaybeNull Map<String, String> values,
      boolean leaveOutBad,
      boolean leaveOutKnown) {
    Matching {
      columns = columns == null ? Map.of() : columns;
      values = values == null ? Map.of() : values;
    }

    /** A row by its fields. */
    ImportRow row(List<ImportField> fields, Table.Row row) {
      Map<String, String> cells = new HashMap<>();
      for (ImportField field : fields) {
        int column = columns.getOrDefault(field.key(), -1);
        String forAll = field.forAll() ? blank(values.get(field.key())) : "";
        String text = column < 0 ? "" : row.at(column).strip();
        if (column >= 0 || !forAll.isEmpty()) {
          cells.put(field.key(), text.isEmpty() ? forAll : text);
        }
      }
      return new ImportRow(row.number(), cells);
    }

    /** The fields that a file's rows have, or all of them together. */
    Set<String> matched() {
      Set<String> matched =
          columns.entrySet().stream()
              .filter(column -> column.getValue() != null && column.getValue() >= 0)
              .map(Map.Entry::getKey)
              .collect(Collectors.toSet());
      values.forEach(
          (key, text) -> {
            if (!blank(text).isEmpty()) {
              matched.add(key);
            }
          });
      return matched;
    }

    private static String blank(String text) {
      return text == null ? "" : text.strip();
    }
  }

  /**
   * A field, and the column that its heading suggests.
   *
   * @param column -1 for none
   */
  record FieldView(
      String field, String label, boolean needed, String hint, boolean forAll, int column) {}

  /** A kind of file, and what it may hold. */
  record KindView(String kind, String one, List<FieldView> fields) {}

  /**
   * How an import stands.
   *
   * @param phase read, checking, checked, taking, taken, stopped or failed
   * @param taken how many were written
   * @param importId what it is called in the list of imports; null until it is taken
   */
  record ImportView(
      String id,
      String kind,
      String one,
      String file,
      String phase,
      int done,
      int total,
      List<String> columns,
      List<List<String>> sample,
      List<FieldView> fields,
      int good,
      int added,
      int changed,
      int same,
      int bad,
      List<RowProblem> problems,
      List<ChangedRow> changedRows,
      int known,
      List<KnownRow> knownRows,
      int taken,
      @MaybeNull ImportId importId,
      String words) {}

  /** What somebody may import. */
  List<KindView> kinds(Actor actor) {
    return kinds.of(actor).stream()
        .map(
            kind ->
                new KindView(
                    kind.about().word(), kind.about().one(), views(kinds.fields(kind), List.of())))
        .toList();
  }

  private static List<FieldView> views(List<ImportField> fields, List<String> columns) {
    return fields.stream()
        .map(
            field ->
                new FieldView(
                    field.key(),
                    field.label(),
                    field.needed(),
                    field.hint(),
                    field.forAll(),
                    columnOf(field, columns)))
        .toList();
  }

  private static int columnOf(ImportField field, List<String> columns) {
    for (int i = 0; i < columns.size(); i++) {
      if (field.isNamed(columns.get(i))) {
        return i;
      }
    }
    return -1;
  }

  ImportView read(String word, String file, byte[] bytes, Actor actor) {
    ImportKind<?> kind = kinds.checked(word, actor);
    if (bytes == null) {
      throw BadInput.at("file", "This file is empty.");
    }
    Table table;
    try {
      table = TableReader.ofAtMost(MOST_ROWS).read(bytes);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
    String name = file == null || file.isBlank() ? "file" : file.strip();
    ImportJob job =
        new ImportJob(
            actor.id(),
            kind,
            kinds.fields(kind),
            name.substring(0, Math.min(name.length(), LONGEST)),
            table);
    jobs.put(job.id, job);
    return view(job);
  }

  ImportView get(String id, Actor actor) {
    return view(job(id, actor));
  }

  /** Somebody's own file. */
  ImportJob job(String id, Actor actor) {
    return Optional.ofNullable(jobs.getIfPresent(id))
        .filter(job -> job.owner.equals(actor.id()))
        .orElseThrow(() -> new NotThere("import", id));
  }

  /** Tries every row and keeps nothing. */
  ImportView check(String id, Matching matching, Actor actor) {
    ImportJob job = job(id, actor);
    checkMatching(job, matching);
    start(
        job,
        "checking",
        matching,
        () -> {
          job.checked = ImportCheck.of(kinds, job.kind, job, matching, actor);
          return "checked";
        });
    return view(job);
  }

  /** Writes what the check finds good: all of it, or nothing. */
  ImportView take(String id, Matching matching, Actor actor) {
    ImportJob job = job(id, actor);
    kinds.checked(job.kind.about().word(), actor);
    checkMatching(job, matching);
    start(job, "taking", matching, () -> takeAll(job, job.kind, matching, actor));
    return view(job);
  }

  void stop(String id, Actor actor) {
    job(id, actor).stopped = true;
  }

  private void start(ImportJob job, String phase, Matching matching, Supplier<String> work) {
    synchronized (job) {
      boolean isGoingOn =
          job.phase.equals(phase) || job.phase.equals("taken") && phase.equals("taking");
      if (isGoingOn && matching.equals(job.matching)) {
        // A second press: the first goes on, or is done.
        return;
      }
      if (job.phase.equals("checking") || job.phase.equals("taking") || job.phase.equals("taken")) {
        throw new NotPossible("This file is being imported, or was imported already.");
      }
      job.phase = phase;
      job.words = "";
      job.matching = matching;
      job.stopped = false;
      job.done = 0;
    }
    worker.execute(() -> run(job, work));
  }

  private static void run(ImportJob job, Supplier<String> work) {
    try {
      job.phase = work.get();
    } catch (Stopped e) {
      job.words = "Stopped. Nothing was imported.";
      job.phase = "stopped";
    } catch (NotPossible | BadInput e) {
      job.words = e.getMessage();
      job.phase = "checked";
    } catch (RuntimeException e) {
      LOG.error("import of {} failed", job.file, e);
      job.words = "The import failed. Nothing was imported.";
      job.phase = "failed";
    }
  }

  private static void checkMatching(ImportJob job, Matching matching) {
    Input input = new Input();
    matching
        .columns()
        .forEach(
            (field, column) -> {
              if (column != null && column >= job.table.columns().size()) {
                input.refuse(field, "The file has no such column.");
              }
            });
    ImportKinds.checkMatched(job.kind, job.fields, matching.matched(), input);
    input.check();
  }

  private <D> String takeAll(ImportJob job, ImportKind<D> kind, Matching matching, Actor actor) {
    Checked<D> checked = ImportCheck.of(kinds, kind, job, matching, actor);
    job.checked = checked;
    if (!checked.problems().isEmpty() && !matching.leaveOutBad()) {
      int bad = checked.badRows().size();
      throw new NotPossible(
          (bad == 1 ? "1 row has problems" : bad + " rows have problems")
              + ", so nothing was imported. Correct them, or leave them out.");
    }
    Set<Integer> left =
        matching.leaveOutKnown()
            ? checked.known().stream().map(KnownRow::row).collect(Collectors.toSet())
            : Set.of();
    job.done = 0;
    List<ImportWriter.Ready<D>> rows =
        checked.good().entrySet().stream()
            .filter(entry -> !left.contains(entry.getKey()))
            .map(Map.Entry::getValue)
            .toList();
    job.written = writer.write(kind, checked.reading(), job.file, rows, job::advance, actor);
    job.taken = rows.size();
    job.words =
        rows.size() == 1
            ? "1 " + kind.about().one() + " was imported."
            : rows.size() + " " + kind.about().words() + " were imported.";
    return "taken";
  }

  private static ImportView view(ImportJob job) {
    Checked<?> checked = job.checked;
    return new ImportView(
        job.id,
        job.kind.about().word(),
        job.kind.about().one(),
        job.file,
        job.phase,
        job.done,
        job.table.rows().size(),
        job.table.columns(),
        job.table.rows().stream().limit(SHOWN).map(Table.Row::cells).toList(),
        views(job.fields, job.table.columns()),
        checked.good().size(),
        checked.added(),
        checked.changed().size(),
        checked.same(),
        checked.badRows().size(),
        checked.problems().stream().limit(MOST_SHOWN).toList(),
        checked.changed().stream().limit(MOST_SHOWN).toList(),
        checked.known().size(),
        checked.known().stream().limit(MOST_SHOWN).toList(),
        job.taken,
        job.written,
        job.words);
  }

  @PreDestroy
  void end() {
    worker.shutdownNow();
  }
}
