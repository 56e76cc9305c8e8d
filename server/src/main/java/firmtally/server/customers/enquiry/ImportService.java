package firmtally.server.customers.enquiry;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import firmtally.formats.json.Problem;
import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.formats.table.TableWriter;
import firmtally.server.access.Actor;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Files of enquiries: read, matched, tried without keeping anything, and then taken down all in one
 * act or not at all. Each runs beside the request and can be watched and stopped.
 */
@Service
class ImportService {
  private static final Logger LOG = LoggerFactory.getLogger(ImportService.class);
  private static final int MOST_ROWS = 20_000;
  private static final int SHOWN = 5;

  /** So many rows are compared with what is known in one go. */
  private static final int BATCH = 200;

  private static final int MOST_PROBLEMS = 200;

  /** What is kept of all people's files for their next step, in characters and rows. */
  private static final long MOST_KEPT = 40_000_000;

  private static final int ROW = 100;
  private static final Duration KEPT = Duration.ofHours(2);
  private final Staging staging;
  private final EnquiryReader reader;
  private final Likeness likeness;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(
          task -> {
            Thread thread = new Thread(task, "imports");
            thread.setDaemon(true);
            return thread;
          });
  private final Cache<String, Job> jobs =
      Caffeine.newBuilder()
          .maximumWeight(MOST_KEPT)
          .weigher((String id, Job job) -> weight(job.table))
          .expireAfterAccess(KEPT)
          .build();

  ImportService(Staging staging, EnquiryReader reader, Likeness likeness) {
    this.staging = staging;
    this.reader = reader;
    this.likeness = likeness;
  }

  private static int weight(Table table) {
    long text =
        table.rows().stream().flatMap(row -> row.cells().stream()).mapToLong(String::length).sum();
    return (int) Math.min(text + (long) table.rows().size() * ROW, Integer.MAX_VALUE);
  }

  /**
   * Which column holds what; -1 for none. Where the file has no source or campaign, or none in a
   * row, those here stand.
   *
   * @param leaveOut rows that cannot be taken, and those who may be known already, are left out by
   *     this choice instead of holding up the rest
   */
  record Matching(
      Map<String, Integer> columns,
      @MaybeNull String source,
      @MaybeNull String campaign,
      boolean leaveOutBad,
      boolean leaveOutKnown) {
    Matching {
      columns = columns == null ? Map.of() : columns;
    }
  }

  /** What is wrong in a row; the column is its heading, blank where the whole row is meant. */
  record RowProblem(int row, String column, String value, String message) {}

  /** A row that may be known already. */
  record KnownRow(int row, String name, String like, String why) {}

  /** A field of an enquiry, and the column that its heading suggests. */
  record FieldView(String field, boolean needed, int column) {}

  /**
   * How an import stands.
   *
   * @param phase read, checking, checked, taking, taken, stopped or failed
   * @param taken how many were taken down
   */
  record ImportView(
      String id,
      String file,
      String phase,
      int done,
      int total,
      List<String> columns,
      List<List<String>> sample,
      List<FieldView> fields,
      int good,
      int bad,
      List<RowProblem> problems,
      int known,
      List<KnownRow> knownRows,
      int taken,
      String words) {}

  /** One import. Its own thread writes it, requests read it. */
  private static final class Job {
    private final String id = UUID.randomUUID().toString();
    private final PersonId owner;
    private final String file;
    private final Table table;
    private volatile String phase = "read";
    private volatile String words = "";
    private volatile int done;
    private volatile int taken;
    private volatile boolean stopped;
    private Matching matching;
    private volatile Checked checked = Checked.NONE;

    Job(PersonId owner, String file, Table table) {
      this.owner = owner;
      this.file = file;
      this.table = table;
    }
  }

  /** What a check found. */
  private record Checked(
      Map<Integer, EnquiryReader.Draft> good, List<RowProblem> problems, List<KnownRow> known) {
    static final Checked NONE = new Checked(Map.of(), List.of(), List.of());

    List<Integer> badRows() {
      return problems.stream().map(RowProblem::row).distinct().toList();
    }
  }

  private static final class Stopped extends RuntimeException {}

  ImportView read(String file, byte[] bytes, Actor actor) {
    actor.checkSells();
    if (bytes == null) {
      throw BadInput.at("file", "This file is empty.");
    }
    Table table;
    try {
      table = TableReader.ofAtMost(MOST_ROWS).read(bytes);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
    Job job = new Job(actor.id(), file == null ? "file" : file, table);
    jobs.put(job.id, job);
    return view(job);
  }

  ImportView get(String id, Actor actor) {
    return view(job(id, actor));
  }

  private Job job(String id, Actor actor) {
    return Optional.ofNullable(jobs.getIfPresent(id))
        .filter(job -> job.owner.equals(actor.id()))
        .orElseThrow(() -> new NotThere("import", id));
  }

  /** Tries every row and keeps nothing. */
  ImportView check(String id, Matching matching, Actor actor) {
    Job job = job(id, actor);
    checkMatching(job, matching);
    start(job, "checking", matching, () -> job.checked = checked(job, matching), "checked");
    return view(job);
  }

  /** Takes down what the check found good, all in one act. */
  ImportView take(String id, Matching matching, Actor actor) {
    Job job = job(id, actor);
    checkMatching(job, matching);
    start(job, "taking", matching, () -> takeAll(job, matching, actor), "taken");
    return view(job);
  }

  void stop(String id, Actor actor) {
    job(id, actor).stopped = true;
  }

  private void start(Job job, String phase, Matching matching, Runnable work, String after) {
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
      job.matching = matching;
      job.stopped = false;
      job.done = 0;
    }
    worker.execute(
        () -> {
          try {
            work.run();
            job.phase = after;
          } catch (Stopped e) {
            job.words = "Stopped. Nothing was imported.";
            job.phase = "stopped";
          } catch (NotPossible e) {
            job.words = e.getMessage();
            job.phase = "checked";
          } catch (RuntimeException e) {
            LOG.error("import of {} failed", job.file, e);
            job.words = "The import failed. Nothing was imported.";
            job.phase = "failed";
          }
        });
  }

  private static void checkMatching(Job job, Matching matching) {
    Input input = new Input();
    for (ImportColumns field : ImportColumns.values()) {
      int column = matching.columns().getOrDefault(field.word(), -1);
      if (column >= job.table.columns().size()) {
        input.refuse(field.word(), "The file has no such column.");
      } else if (column < 0 && field.isNeeded()) {
        input.refuse(field.word(), "Choose the column.");
      }
    }
    boolean isReachable =
        matching.columns().getOrDefault("email", -1) >= 0
            || matching.columns().getOrDefault("phone", -1) >= 0;
    if (!isReachable) {
      input.refuse("email", "Choose the column with the email address or phone number.");
    }
    input.check();
  }

  private Checked checked(Job job, Matching matching) {
    Map<Integer, EnquiryReader.Draft> good = new LinkedHashMap<>();
    List<RowProblem> problems = new ArrayList<>();
    List<KnownRow> known = new ArrayList<>();
    Map<String, Integer> inFile = new HashMap<>();
    Map<Integer, EnquiryReader.Draft> asked = new LinkedHashMap<>();
    for (Table.Row row : job.table.rows()) {
      advance(job);
      Input input = new Input();
      EnquiryReader.Draft draft = draft(input, row, matching);
      if (input.problems().isEmpty()) {
        good.put(row.number(), draft);
        Optional<KnownRow> before = inFile(row, draft, inFile);
        before.ifPresentOrElse(known::add, () -> asked.put(row.number(), draft));
      } else {
        input.problems().list().forEach(p -> problems.add(problem(job, row, matching, p)));
      }
      if (asked.size() == BATCH) {
        known.addAll(known(asked));
        asked.clear();
      }
    }
    known.addAll(known(asked));
    known.sort(Comparator.comparingInt(KnownRow::row));
    return new Checked(good, problems, known);
  }

  private static void advance(Job job) {
    if (job.stopped) {
      throw new Stopped();
    }
    job.done++;
  }

  /** A row whose email or phone stands in the file before. */
  private static Optional<KnownRow> inFile(
      Table.Row row, EnquiryReader.Draft draft, Map<String, Integer> inFile) {
    String key =
        draft.email().isEmpty()
            ? EnquiryReader.digits(draft.phone())
            : draft.email().toLowerCase(Locale.ROOT);
    return Optional.ofNullable(inFile.putIfAbsent(key, row.number()))
        .map(
            before ->
                new KnownRow(
                    row.number(),
                    draft.name(),
                    "row " + before,
                    "same email or phone in this file"));
  }

  /** Those of some rows who may be known already. */
  private List<KnownRow> known(Map<Integer, EnquiryReader.Draft> rows) {
    List<List<Likeness.Like>> alike =
        likeness.find(rows.values().stream().map(EnquiryReader.Draft::asked).toList());
    List<KnownRow> known = new ArrayList<>();
    int at = 0;
    for (Map.Entry<Integer, EnquiryReader.Draft> row : rows.entrySet()) {
      String name = row.getValue().name();
      alike.get(at++).stream()
          .findFirst()
          .map(
              like ->
                  new KnownRow(row.getKey(), name, like.number() + " " + like.name(), like.why()))
          .ifPresent(known::add);
    }
    return known;
  }

  private EnquiryReader.Draft draft(Input input, Table.Row row, Matching matching) {
    String email = at(row, matching, ImportColumns.EMAIL);
    String phone = at(row, matching, ImportColumns.PHONE);
    if (email.isEmpty() && phone.isEmpty()) {
      input.refuse("email", "Enter an email address or a phone number.");
    }
    EnquiryForm form =
        new EnquiryForm(
            at(row, matching, ImportColumns.NAME),
            "",
            at(row, matching, ImportColumns.SUBJECT),
            at(row, matching, ImportColumns.PERSON),
            at(row, matching, ImportColumns.POSTAL),
            at(row, matching, ImportColumns.TOWN),
            at(row, matching, ImportColumns.FAMILY),
            at(row, matching, ImportColumns.VALUE),
            either(at(row, matching, ImportColumns.SOURCE), matching.source()),
            either(at(row, matching, ImportColumns.CAMPAIGN), matching.campaign()),
            null);
    return reader.read(input, form, email, phone);
  }

  private static String at(Table.Row row, Matching matching, ImportColumns field) {
    int column = matching.columns().getOrDefault(field.word(), -1);
    return column < 0 ? "" : row.at(column).strip();
  }

  private static String either(String inRow, String forAll) {
    return inRow.isEmpty() && forAll != null ? forAll : inRow;
  }

  private static RowProblem problem(Job job, Table.Row row, Matching matching, Problem problem) {
    String field = problem.at().equals("contactDetails") ? "email" : problem.at();
    int column = matching.columns().getOrDefault(field, -1);
    return column < 0
        ? new RowProblem(row.number(), field, "", problem.message())
        : new RowProblem(
            row.number(), job.table.columns().get(column), row.at(column), problem.message());
  }

  private void takeAll(Job job, Matching matching, Actor actor) {
    Checked checked = checked(job, matching);
    job.checked = checked;
    if (!checked.problems().isEmpty() && !matching.leaveOutBad()) {
      throw new NotPossible(
          checked.badRows().size()
              + " rows are not in order, so nothing was taken. Mend them, or leave them out.");
    }
    Set<Integer> left =
        matching.leaveOutKnown()
            ? checked.known().stream().map(KnownRow::row).collect(Collectors.toSet())
            : Set.of();
    job.done = 0;
    List<EnquiryReader.Draft> drafts =
        checked.good().entrySet().stream()
            .filter(entry -> !left.contains(entry.getKey()))
            .map(Map.Entry::getValue)
            .toList();
    staging.take(job.file, drafts, () -> advance(job), actor);
    job.taken = drafts.size();
    job.words =
        job.taken == 1 ? "1 enquiry was imported." : job.taken + " enquiries were imported.";
  }

  /** The bad rows as they came, with what is wrong beside each, to mend and bring again. */
  byte[] badRows(String id, boolean asWorkbook, Actor actor) {
    Job job = job(id, actor);
    Map<Integer, String> words =
        job.checked.problems().stream()
            .collect(
                Collectors.groupingBy(
                    RowProblem::row,
                    LinkedHashMap::new,
                    Collectors.mapping(
                        p -> p.column() + ": " + p.message(), Collectors.joining(" "))));
    List<TableWriter.Column> columns = new ArrayList<>();
    job.table.columns().forEach(name -> columns.add(TableWriter.Column.text(name)));
    columns.add(TableWriter.Column.text("Problem"));
    List<List<Object>> rows = new ArrayList<>();
    for (Table.Row row : job.table.rows()) {
      if (words.containsKey(row.number())) {
        List<Object> cells = new ArrayList<>();
        for (int i = 0; i < job.table.columns().size(); i++) {
          cells.add(row.at(i));
        }
        cells.add(words.get(row.number()));
        rows.add(cells);
      }
    }
    TableWriter writer = TableWriter.of("To correct", columns);
    return asWorkbook ? writer.xlsx(rows) : writer.csv(rows);
  }

  private static ImportView view(Job job) {
    Checked checked = job.checked;
    List<Integer> guess = ImportColumns.guess(job.table.columns());
    List<FieldView> fields = new ArrayList<>();
    for (ImportColumns field : ImportColumns.values()) {
      fields.add(new FieldView(field.word(), field.isNeeded(), guess.get(field.ordinal())));
    }
    return new ImportView(
        job.id,
        job.file,
        job.phase,
        job.done,
        job.table.rows().size(),
        job.table.columns(),
        job.table.rows().stream().limit(SHOWN).map(Table.Row::cells).toList(),
        fields,
        checked.good().size(),
        checked.badRows().size(),
        checked.problems().stream().limit(MOST_PROBLEMS).toList(),
        checked.known().size(),
        checked.known().stream().limit(MOST_PROBLEMS).toList(),
        job.taken,
        job.words);
  }

  @PreDestroy
  void end() {
    worker.shutdownNow();
  }
}
