package firmtally.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files that were made to harm whoever reads them are refused in words, and soon. */
class HostileFilesTest {
  private static final int MOST = 20_000;
  private static final String SHEET = "xl/worksheets/sheet1.xml";
  private static final String SHARED = "xl/sharedStrings.xml";
  private static final String TOO_MUCH = "The workbook holds more than can be imported at once.";
  private static final String DAMAGED = "This is not a valid workbook, or it is damaged.";

  private static final Map<String, String> WHOLE =
      Map.of(
          "[Content_Types].xml",
          """
          <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
          <Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/>
          <Override PartName="/xl/sharedStrings.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sharedStrings+xml"/>
          <Override PartName="/xl/styles.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.styles+xml"/>
          </Types>""",
          "xl/workbook.xml",
          """
          <workbook xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets>
          <sheet name="One" sheetId="1" r:id="rId1"/></sheets></workbook>""",
          "xl/_rels/workbook.xml.rels",
          """
          <Relationships><Relationship Id="rId1" Type="worksheet" Target="worksheets/sheet1.xml"/></Relationships>""",
          SHARED,
          "<sst><si><t>Reed Farm</t></si></sst>",
          "xl/styles.xml",
          "<styleSheet><cellXfs><xf numFmtId=\"0\"/></cellXfs></styleSheet>",
          SHEET,
          sheet("<row r=\"1\"><c r=\"A1\" t=\"s\"><v>0</v></c></row>"));

  private static String sheet(String rows) {
    return "<worksheet><sheetData>" + rows + "</sheetData></worksheet>";
  }

  /** A workbook in which one part is written by somebody else. */
  private static byte[] workbook(String part, Consumer<OutputStream> content) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (Map.Entry<String, String> each : new TreeMap<>(WHOLE).entrySet()) {
        zip.putNextEntry(new ZipEntry(each.getKey()));
        if (each.getKey().equals(part)) {
          content.accept(zip);
        } else {
          zip.write(each.getValue().getBytes(StandardCharsets.UTF_8));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static byte[] workbook(String part, String content) {
    return workbook(part, repeated("", content, 1, ""));
  }

  private static Consumer<OutputStream> repeated(String head, String each, int times, String tail) {
    return out -> {
      try {
        out.write(head.getBytes(StandardCharsets.UTF_8));
        int atOnce = Math.min(times, 10_000);
        byte[] many = each.repeat(atOnce).getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < times / atOnce; i++) {
          out.write(many);
        }
        out.write(tail.getBytes(StandardCharsets.UTF_8));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    };
  }

  private static void isRefused(byte[] file, String words) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TableReader.ofAtMost(MOST).read(file))
        .withMessageContaining(words)
        .satisfies(e -> assertThat(e.getMessage()).doesNotContain("Exception", "org.", "java."));
  }

  @Test
  void aPlainOneIsRead() {
    Table table =
        TableReader.ofAtMost(MOST)
            .read(
                workbook(
                    SHEET,
                    sheet(
                        "<row r=\"1\"><c r=\"A1\" t=\"s\"><v>0</v></c></row>"
                            + "<row r=\"2\"><c r=\"A2\"><v>7</v></c></row>")));
    assertThat(table.columns()).containsExactly("Reed Farm");
    assertThat(table.rows().get(0).cells()).containsExactly("7");
  }

  @Test
  void millionsOfRows() {
    String row = "<row><c r=\"A1\"><v>1</v></c></row>";
    isRefused(workbook(SHEET, repeated("<worksheet><sheetData>", row, 3_000_000, "")), TOO_MUCH);
    isRefused(
        workbook(SHEET, repeated("<worksheet><sheetData>", row, 100_000, "")),
        "more than 20000 rows");
    StringBuilder rows = new StringBuilder();
    for (int i = 1; i <= MOST + 2; i++) {
      rows.append("<row r=\"" + i + "\"><c r=\"A" + i + "\"><v>1</v></c></row>");
    }
    isRefused(workbook(SHEET, sheet(rows.toString())), "more than 20000 rows");
  }

  @Test
  void oneCellOfHundredsOfMegabytes() {
    isRefused(
        workbook(
            SHEET,
            repeated(
                "<worksheet><sheetData><row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>",
                "x",
                400_000_000,
                "")),
        TOO_MUCH);
    isRefused(
        ("name\n" + "x".repeat(40_000)).getBytes(StandardCharsets.UTF_8),
        "A cell of row 2 has more than 32,767 characters.");
    isRefused(
        ("name\n" + "x".repeat(19_000_000)).getBytes(StandardCharsets.UTF_8),
        "The CSV is damaged at row 2.");
  }

  @Test
  void manySharedTextsAndStyles() {
    isRefused(
        workbook(SHARED, repeated("<sst>", "<si><t>x</t></si>", 2_000_000, "</sst>")), TOO_MUCH);
    isRefused(
        workbook(
            "xl/styles.xml",
            repeated("<styleSheet><cellXfs>", "<xf numFmtId=\"14\"/>", 500_000, "</cellXfs>")),
        TOO_MUCH);
  }

  @ParameterizedTest
  @ValueSource(strings = {"ZZZZZZ1", "AAAA1"})
  void aColumnFarOut(String place) {
    isRefused(
        workbook(SHEET, sheet("<row r=\"1\"><c r=\"" + place + "\"><v>1</v></c></row>")), TOO_MUCH);
  }

  @Test
  void moreColumnsThanATableHas() {
    isRefused(
        workbook(SHEET, sheet("<row r=\"1\"><c r=\"XFD1\"><v>1</v></c></row>")),
        "more than 500 columns");
    isRefused(("a,".repeat(600) + "\n1").getBytes(StandardCharsets.UTF_8), "more than 500 columns");
  }

  @Test
  void entitiesThatGrowOrReachOutside() {
    String grow =
        """
        <!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>""";
    String reach = "<!DOCTYPE x [<!ENTITY b SYSTEM \"file:///etc/hostname\">]>";
    for (String type : new String[] {grow, reach}) {
      isRefused(
          workbook(
              SHEET,
              type
                  + sheet(
                      "<row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>&b;</t></is></c></row>")),
          DAMAGED);
    }
  }

  @Test
  void whatIsNoWorkbookInside() {
    isRefused(workbook(SHEET, "<worksheet><sheetData><row r=\"1\"><c"), DAMAGED);
    isRefused(workbook(SHEET, sheet("<row r=\"x\"><c r=\"1A\"><v>y</v></c></row>")), DAMAGED);
    isRefused(
        workbook(SHEET, sheet("<row r=\"1\"><c r=\"A1\" t=\"s\"><v>9</v></c></row>")),
        "The file has no rows.");
    isRefused(workbook("xl/workbook.xml", "<workbook/>"), DAMAGED);
    isRefused(new byte[] {'P', 'K', 3, 4, 0, 0}, DAMAGED);
  }

  @Test
  void aNumberWithAnExponentOfMillions() {
    Table table =
        TableReader.ofAtMost(MOST)
            .read(
                workbook(
                    SHEET,
                    sheet(
                        "<row r=\"1\"><c r=\"A1\"><v>1</v></c></row>"
                            + "<row r=\"2\"><c r=\"A2\"><v>1E+9999999</v></c></row>")));
    assertThat(table.rows().get(0).at(0)).isEqualTo("1E+9999999");
  }

  @Test
  void zipsInZips() {
    byte[] inner = workbook(SHEET, sheet(""));
    for (int i = 0; i < 5; i++) {
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
        for (int n = 0; n < 20; n++) {
          zip.putNextEntry(new ZipEntry("part" + n + ".zip"));
          zip.write(inner);
        }
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      inner = bytes.toByteArray();
    }
    byte[] deep = inner;
    assertThatIllegalArgumentException().isThrownBy(() -> TableReader.ofAtMost(MOST).read(deep));
  }

  @Test
  void millionsOfLines() {
    isRefused("a\n".repeat(9_500_000).getBytes(StandardCharsets.UTF_8), "more than 20000 rows");
    isRefused(
        ("a" + "\n".repeat(9_500_000)).getBytes(StandardCharsets.UTF_8), "more than 20000 rows");
    isRefused(new byte[19_000_000], "Choose a CSV or XLSX file");
  }
}
