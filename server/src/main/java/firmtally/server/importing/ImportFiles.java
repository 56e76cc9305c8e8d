package firmtally.server.importing;

import firmtally.formats.table.Table;
import firmtally.formats.table.TableWriter;
import firmtally.server.access.Actor;
import firmtally.server.importing.ImportJob.RowProblem;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** What is written about imports: templates to fill in, and the rows that have problems. */
@Service
class ImportFiles {
  private final ImportKinds kinds;
  private final ImportService imports;

  ImportFiles(ImportKinds kinds, ImportService imports) {
    this.kinds = kinds;
    this.imports = imports;
  }

  /** The headings of a kind of file, with those of the company's own fields. */
  byte[] template(String word, boolean asWorkbook, Actor actor) {
    ImportKind<?> kind = kinds.checked(word, actor);
    TableWriter writer =
        TableWriter.of(
            kind.about().words(),
            kinds.fields(kind).stream().map(f -> TableWriter.Column.text(f.label())).toList());
    return asWorkbook ? writer.xlsx(List.of()) : writer.csv(List.of());
  }

  /** The bad rows as they came, with what is wrong beside each, to correct and import again. */
  byte[] badRows(String id, boolean asWorkbook, Actor actor) {
    ImportJob job = imports.job(id, actor);
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
}
