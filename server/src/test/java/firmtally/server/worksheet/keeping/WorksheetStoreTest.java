package firmtally.server.worksheet.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.worksheet.calculation.LineForm;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Worksheets as they lie, one or many at a time. */
class WorksheetStoreTest {
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private WorksheetStore store;
  private WorksheetId first;
  private WorksheetId second;
  private WorksheetId empty;

  @BeforeEach
  void threeWorksheets() {
    store = new WorksheetStore(database.sql(), database.batches());
    first = worksheet("'percent', 50000");
    second = worksheet("'amount', 1250");
    empty = worksheet("NULL, NULL");
    line(second, 1, "b", "Second line", 2_500);
    line(second, 0, "a", "First line", 1_000);
    line(first, 0, "c", "Only line", 3_000);
    database.run(
        "INSERT INTO worksheet_line (worksheet_id, position, line_id, kind, description, quantity, final, cost)"
            + " VALUES ("
            + first
            + ", 1, 'd', 'section', 'On site', 0, 0, 0)");
  }

  private WorksheetId worksheet(String discount) {
    return database.act(
        () ->
            database
                .sql()
                .sql(
                    "INSERT INTO worksheet (currency, discount_kind, discount) VALUES ('EUR', "
                        + discount
                        + ") RETURNING id")
                .query(WorksheetId.class)
                .single());
  }

  private void line(WorksheetId sheet, int position, String id, String words, long quantity) {
    database.run(
        "INSERT INTO worksheet_line (worksheet_id, position, line_id, description, list_price, unit_cost, tax, quantity,"
            + " discount, final, cost) VALUES ("
            + sheet
            + ", "
            + position
            + ", '"
            + id
            + "', '"
            + words
            + "', 1200000, 700000, 190000, "
            + quantity
            + ", 75000, 0, 0)");
  }

  @Test
  void aWorksheetComesWithItsLinesInTheirOrder() {
    WorksheetStore.SheetRow sheet = store.find(second).orElseThrow();
    assertThat(sheet.discountKind()).isEqualTo("amount");
    assertThat(sheet.discount()).isEqualTo(1250);
    assertThat(sheet.version()).isEqualTo(1);
    assertThat(sheet.lines()).extracting(LineForm::id).containsExactly("a", "b");
    LineForm line = sheet.lines().get(1);
    assertThat(line.quantity()).isEqualTo("2.5");
    assertThat(line.listPrice()).isEqualTo("120");
    assertThat(line.unitCost()).isEqualTo("70");
    assertThat(line.taxPercent()).isEqualTo("19");
    assertThat(line.discountPercent()).isEqualTo("7.5");
  }

  @Test
  void oneWithoutLinesIsThereAndOneThatIsNotThereIsNot() {
    assertThat(store.find(empty).orElseThrow().lines()).isEmpty();
    assertThat(store.find(empty).orElseThrow().discount()).isNull();
    assertThat(store.find(new WorksheetId(999))).isEmpty();
    assertThat(store.find(List.of())).isEmpty();
  }

  @Test
  void aHeadingHasWordsAndNoNumbers() {
    LineForm heading = store.find(first).orElseThrow().lines().get(1);
    assertThat(heading.priced()).isFalse();
    assertThat(heading.description()).isEqualTo("On site");
    assertThat(heading.quantity()).isEmpty();
    assertThat(heading.listPrice()).isNull();
  }

  @Test
  void manyAreReadInOneStatementEachWithItsOwnLines() {
    List<WorksheetId> ids = List.of(second, empty, first);
    assertThat(database.statements(() -> store.find(ids))).isEqualTo(1);
    List<WorksheetStore.SheetRow> sheets = store.find(ids);
    assertThat(sheets)
        .extracting(WorksheetStore.SheetRow::id)
        .containsExactly(first, second, empty);
    assertThat(sheets).extracting(sheet -> sheet.lines().size()).containsExactly(2, 2, 0);
    assertThat(sheets.get(0)).isEqualTo(store.find(first).orElseThrow());
  }
}
