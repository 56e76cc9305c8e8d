package firmtally.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TableTest {
  @TempDir Path folder;

  private static Table read(String text) {
    return TableReader.ofAtMost(100).read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static final TableWriter WRITER =
      TableWriter.of(
          "Things",
          List.of(
              TableWriter.Column.text("Name"),
              TableWriter.Column.amount("Value", 2),
              TableWriter.Column.text("Day")));

  private static final List<List<Object>> ROWS =
      List.of(
          Arrays.asList("Reed Farm", new BigDecimal("1250.50"), LocalDate.of(2027, 3, 1)),
          Arrays.asList("=1+1", new BigDecimal("-3"), null));

  @Test
  void readsTheExample() {
    assertThat(read("name;town\nReed Farm;Saltmere\n"))
        .isEqualTo(
            new Table(
                List.of("name", "town"),
                List.of(new Table.Row(2, List.of("Reed Farm", "Saltmere")))));
  }

  @ParameterizedTest
  @ValueSource(strings = {",", ";", "\t"})
  void readsWhateverSeparates(String separator) {
    Table table = read("a" + separator + "b\n1" + separator + "\"x\"\"y\"\n");
    assertThat(table.columns()).containsExactly("a", "b");
    assertThat(table.rows().get(0).cells()).containsExactly("1", "x\"y");
  }

  @Test
  void blankRowsAreLeftOutButCounted() {
    Table table = read("a,b\n\n1,2\n,\n3\n");
    assertThat(table.rows()).extracting(Table.Row::number).containsExactly(3, 5);
    assertThat(table.rows().get(1).at(1)).isEmpty();
  }

  @Test
  void aCellOfSeveralLinesIsOneRow() {
    Table table = read("a,b\n\"one\ntwo\",x\ny,z\n");
    assertThat(table.rows()).extracting(Table.Row::number).containsExactly(2, 3);
  }

  @Test
  void readsOldEncodingsAndLeavesTheMarkOut() {
    byte[] old = "name\nMühle\n".getBytes(Charset.forName("windows-1252"));
    assertThat(TableReader.ofAtMost(5).read(old).rows().get(0).at(0)).isEqualTo("Mühle");
    assertThat(read("\uFEFFname\nx\n").columns()).containsExactly("name");
  }

  @Test
  void saysWhatIsWrongWithAFile() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> read(" \n"))
        .withMessage("The file has no rows.");
    assertThatIllegalArgumentException()
        .isThrownBy(
            () -> TableReader.ofAtMost(1).read("a\n1\n2\n".getBytes(StandardCharsets.UTF_8)))
        .withMessage("The file has more than 1 rows; import at most so many at once.");
    assertThat(TableReader.ofAtMost(2).read("a\n1\n2\n".getBytes(StandardCharsets.UTF_8)).rows())
        .hasSize(2);
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TableReader.ofAtMost(1).read(new byte[] {1, 0, 2, 0}))
        .withMessage("Choose a CSV or XLSX file.");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TableReader.ofAtMost(1).read(new byte[] {'P', 'K', 3, 4, 9, 9}))
        .withMessageStartingWith("This is not a valid workbook");
  }

  @Test
  void whatIsWrittenIsReadAgain() {
    Table table = TableReader.ofAtMost(10).read(WRITER.xlsx(ROWS));
    assertThat(table.columns()).containsExactly("Name", "Value", "Day");
    assertThat(table.rows().get(0).cells()).containsExactly("Reed Farm", "1250.5", "2027-03-01");
    assertThat(table.rows().get(1).at(0)).isEqualTo("=1+1");
    assertThat(TableReader.ofAtMost(10).read(WRITER.csv(ROWS)).rows().get(0).cells())
        .containsExactly("Reed Farm", "1250.50", "2027-03-01");
  }

  @Test
  void aTextThatLooksLikeAFormulaIsNoneInCsv() {
    assertThat(new String(WRITER.csv(ROWS), StandardCharsets.UTF_8)).contains("'=1+1,-3,");
  }

  @Test
  void sumsAreLiveFormulas() throws IOException {
    assertThat(sheet(WRITER.xlsx(ROWS))).contains("<f>SUM(B2:B3)</f>");
    assertThat(sheet(WRITER.xlsx(List.of()))).doesNotContain("<f>");
  }

  private String sheet(byte[] workbook) throws IOException {
    Path file = Files.write(folder.resolve("book.xlsx"), workbook);
    try (ZipFile zip = new ZipFile(file.toFile())) {
      return new String(
          zip.getInputStream(zip.getEntry("xl/worksheets/sheet1.xml")).readAllBytes(),
          StandardCharsets.UTF_8);
    }
  }

  @Test
  void rowsOfTheClipboardArePartedByTabsAndQuotedWhereTheyMustBe() {
    List<Table.Row> rows =
        TableReader.pasted("BS-30\t12\t5,5%\r\n\r\nXY\t\"one\ntwo\"\t\"say \"\"hm\"\"\"\n");
    assertThat(rows).hasSize(2);
    assertThat(rows.get(0).cells()).containsExactly("BS-30", "12", "5,5%");
    assertThat(rows.get(1).cells()).containsExactly("XY", "one\ntwo", "say \"hm\"");
    assertThat(TableReader.pasted("")).isEmpty();
  }
}
