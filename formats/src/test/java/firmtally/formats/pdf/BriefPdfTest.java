package firmtally.formats.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.writing.Writing;
import java.io.IOException;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class BriefPdfTest {
  @Test
  void aShortBriefHasEveryLine() throws IOException {
    assertThat(read(brief(3)))
        .contains("O-1732", "Replacing the bench scales", "BS-2", "Drawing seen: done")
        .doesNotContain("more");
  }

  @Test
  void aLongOneLeavesLinesAwayUntilItIsOnePage() throws IOException {
    String text = read(brief(300));
    long lines = text.lines().filter(line -> line.startsWith("BS-")).count();
    assertThat(lines).isBetween(5L, 24L);
    assertThat(text).contains("and " + (300 - lines) + " more", "Notes of the meeting");
  }

  private static String read(BriefPaper paper) throws IOException {
    try (PDDocument pdf = Loader.loadPDF(new BriefPdf().print(paper, Writing.NEUTRAL))) {
      assertThat(pdf.getNumberOfPages()).isEqualTo(1);
      return new PDFTextStripper().getText(pdf);
    }
  }

  private static BriefPaper brief(int lines) {
    return new BriefPaper(
        "Harrow & Plumb",
        "O-1732",
        "Replacing the bench scales",
        "29 November 2026",
        IntStream.range(0, 8).mapToObj(i -> new BriefPaper.Fact("Fact " + i, "value")).toList(),
        IntStream.range(0, 8).mapToObj(i -> "A line of the note, number " + i).toList(),
        IntStream.range(0, 5).mapToObj(i -> new BriefPaper.Fact("Ines", "555 01")).toList(),
        IntStream.range(0, lines)
            .mapToObj(i -> new BriefPaper.Line("BS-" + i, "Bench scale", "2", "840.00", i == 0))
            .toList(),
        0,
        List.of(new BriefPaper.Fact("Net", "4 523.28")),
        List.of(new BriefPaper.Check("Drawing seen", true), new BriefPaper.Check("Trial", false)),
        IntStream.range(0, 6)
            .mapToObj(i -> new BriefPaper.Fact("10 Dec", "call: ask how it stands"))
            .toList());
  }
}
