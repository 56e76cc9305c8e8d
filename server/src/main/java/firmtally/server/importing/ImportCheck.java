package firmtally.server.importing;

import firmtally.formats.json.Problem;
import firmtally.formats.table.Table;
import firmtally.server.access.Actor;
import firmtally.server.importing.ImportJob.ChangedRow;
import firmtally.server.importing.ImportJob.Checked;
import firmtally.server.importing.ImportJob.KnownRow;
import firmtally.server.importing.ImportJob.RowProblem;
import firmtally.server.importing.ImportKind.Effect;
import firmtally.server.importing.ImportKind.Known;
import firmtally.server.importing.ImportKind.Outcome;
import firmtally.server.importing.ImportService.Matching;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.web.Input;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Tries every row of a file and keeps nothing. */
final class ImportCheck<D> {
  /** So many rows are compared with what is known in one go. */
  private static final int BATCH = 200;

  private final ImportKinds kinds;
  private final ImportKind<D> kind;
  private final ImportKind.Reading<D> reading;
  private final ImportJob job;
  private final Matching matching;
  private final Map<Integer, ImportWriter.Ready<D>> good = new LinkedHashMap<>();
  private final List<RowProblem> problems = new ArrayList<>();
  private final List<KnownRow> known = new ArrayList<>();
  private final List<ChangedRow> changed = new ArrayList<>();
  private final Map<String, Integer> inFile = new HashMap<>();
  private final Map<Integer, D> asked = new LinkedHashMap<>();
  private int added;
  private int same;

  private ImportCheck(
      ImportKinds kinds, ImportKind<D> kind, ImportJob job, Matching matching, Actor actor) {
    this.kinds = kinds;
    this.kind = kind;
    this.reading = kind.reading(actor);
    this.job = job;
    this.matching = matching;
  }

  /** What a file would do. */
  static <D> Checked<D> of(
      ImportKinds kinds, ImportKind<D> kind, ImportJob job, Matching matching, Actor actor) {
    return new ImportCheck<>(kinds, kind, job, matching, actor).run();
  }

  private Checked<D> run() {
    int at = 0;
    for (Table.Row row : job.table.rows()) {
      job.advance(at++);
      Input input = new Input();
      ImportRow cells = matching.row(job.fields, row);
      Optional<D> draft = reading.read(cells, input);
      kinds.checkOwn(kind, cells, input);
      if (draft.isPresent() && input.problems().isEmpty()) {
        take(cells, draft.get());
      } else {
        input.problems().list().forEach(p -> problems.add(problem(row, p)));
      }
      if (asked.size() >= BATCH) {
        compare();
      }
    }
    compare();
    known.sort(Comparator.comparingInt(KnownRow::row));
    return new Checked<>(reading, good, added, same, changed, problems, known);
  }

  private void take(ImportRow row, D draft) {
    Outcome outcome = reading.outcome(draft);
    Map<OwnFieldId, String> own = ImportKinds.ownOf(row);
    if (outcome.effect() == Effect.SAME && own.isEmpty()) {
      same++;
      return;
    }
    good.put(row.number(), new ImportWriter.Ready<>(draft, own));
    if (outcome.effect() != Effect.ADDED) {
      changed.add(new ChangedRow(row.number(), outcome.name(), outcome.what()));
      return;
    }
    added++;
    Optional<Integer> before = reading.key(draft).map(key -> inFile.putIfAbsent(key, row.number()));
    if (before.isPresent()) {
      known.add(
          new KnownRow(
              row.number(),
              outcome.name(),
              "row " + before.get(),
              "same email or phone in this file"));
    } else {
      asked.put(row.number(), draft);
    }
  }

  /** Compares those that are waiting with what is known. */
  private void compare() {
    if (asked.isEmpty()) {
      return;
    }
    List<Optional<Known>> found = reading.known(List.copyOf(asked.values()));
    int at = 0;
    for (Map.Entry<Integer, D> row : asked.entrySet()) {
      found
          .get(at++)
          .ifPresent(
              like ->
                  known.add(
                      new KnownRow(
                          row.getKey(),
                          reading.outcome(row.getValue()).name(),
                          like.as(),
                          like.why())));
    }
    asked.clear();
  }

  private RowProblem problem(Table.Row row, Problem problem) {
    int column = matching.columns().getOrDefault(problem.at(), -1);
    if (column >= 0) {
      return new RowProblem(
          row.number(), job.table.columns().get(column), row.at(column), problem.message());
    }
    String label =
        job.fields.stream()
            .filter(field -> field.key().equals(problem.at()))
            .map(ImportField::label)
            .findFirst()
            .orElse(problem.at());
    return new RowProblem(row.number(), label, "", problem.message());
  }
}
