package firmtally.server.importing;

import firmtally.formats.table.Table;
import firmtally.server.importing.ImportService.Matching;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.PersonId;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** A file on its way in. Its own thread writes it, requests read it. */
final class ImportJob {
  private static final int ROW = 100;
  final String id = UUID.randomUUID().toString();
  final PersonId owner;
  final ImportKind<?> kind;
  final List<ImportField> fields;
  final String file;
  final Table table;
  volatile String phase = "read";
  volatile String words = "";
  volatile int done;
  volatile int taken;
  volatile boolean stopped;
  volatile ImportId written;
  volatile Checked<?> checked = Checked.none();
  Matching matching;

  ImportJob(
      PersonId owner, ImportKind<?> kind, List<ImportField> fields, String file, Table table) {
    this.owner = owner;
    this.kind = kind;
    this.fields = fields;
    this.file = file;
    this.table = table;
  }

  /** About how much memory it takes, in characters. */
  int weight() {
    long text =
        table.rows().stream().flatMap(row -> row.cells().stream()).mapToLong(String::length).sum();
    return (int) Math.min(text + (long) table.rows().size() * ROW, Integer.MAX_VALUE);
  }

  /** One row further; breaks off where somebody stopped it. */
  void advance(int to) {
    if (stopped) {
      throw new Stopped();
    }
    done = to;
  }

  /** Somebody stopped it. */
  static final class Stopped extends RuntimeException {}

  /** What is wrong in a row; the column is its heading, or the field where there is none. */
  record RowProblem(int row, String column, String value, String message) {}

  /** A row that may be known already. */
  record KnownRow(int row, String name, String like, String why) {}

  /** A row that changes what is there. */
  record ChangedRow(int row, String name, String what) {}

  /**
   * What a check found.
   *
   * @param good rows in order that add or change something, by their number
   */
  record Checked<D>(
      ImportKind.Reading<D> reading,
      Map<Integer, ImportWriter.Ready<D>> good,
      int added,
      int same,
      List<ChangedRow> changed,
      List<RowProblem> problems,
      List<KnownRow> known) {
    static Checked<?> none() {
      return new Checked<>(null, Map.of(), 0, 0, List.of(), List.of(), List.of());
    }

    List<Integer> badRows() {
      return problems.stream().map(RowProblem::row).distinct().toList();
    }
  }
}
