package firmtally.formats.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.writing.Writing;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TablePdfTest {
  private static TablePaper paper(int columns, int rows) {
    List<TablePaper.Row> all = new ArrayList<>();
    for (int r = 0; r < rows; r++) {
      all.add(new TablePaper.Row(r % 2 == 0 ? "plain" : "part", cells("Rep " + r, columns)));
    }
    all.add(new TablePaper.Row("sum", cells("Total", columns)));
    return new TablePaper(
        "Harrow & Plumb",
        "Won <by> rep",
        "2027-03-22",
        List.of("Opportunities; amounts in EUR"),
        cells("Rep", columns),
        all);
  }

  private static List<String> cells(String first, int columns) {
    List<String> cells = new ArrayList<>(List.of(first));
    IntStream.range(0, columns).forEach(c -> cells.add("1 234.5" + c));
    return cells;
  }

  @Test
  void everyRowStandsThereOverAsManyPagesAsItTakes() throws IOException {
    try (PDDocument pdf = Loader.loadPDF(new TablePdf().print(paper(3, 120), Writing.NEUTRAL))) {
      assertThat(pdf.getNumberOfPages()).isGreaterThan(2);
      assertThat(pdf.getPage(0).getMediaBox().getWidth())
          .isGreaterThan(pdf.getPage(0).getMediaBox().getHeight());
      String text = new PDFTextStripper().getText(pdf);
      assertThat(text).contains("Won <by> rep", "amounts in EUR", "Rep 0", "Rep 119", "Total");
      // The heads stand on each page.
      assertThat(text.split("1 234\\.50").length).isGreaterThan(122);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 7, 8, 13, 14, 30})
  void manyColumnsAreSetSmallerAndThenOnPagesOfTheirOwn(int columns) throws IOException {
    TablePaper paper = paper(columns, 2);
    assertThat(paper.size()).isEqualTo(columns + 1 <= 8 ? "9" : "7.5");
    assertThat(paper.parts()).hasSize(columns <= 13 ? 1 : columns <= 26 ? 2 : 3);
    try (PDDocument pdf = Loader.loadPDF(new TablePdf().print(paper, Writing.NEUTRAL))) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("Total", "1 234.5" + (columns - 1));
    }
  }
}
