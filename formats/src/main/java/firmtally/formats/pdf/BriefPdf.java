package firmtally.formats.pdf;

import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Prints what there is to know of an opportunity on one page. */
public final class BriefPdf {
  /** Lines left away at a time; a page is laid out in some 100 ms. */
  private static final int STEP = 4;

  /** As many as no page ever holds, so that hundreds are not laid out to be left away. */
  private static final int MOST_LINES = 24;

  private final Printer printer = new Printer("brief");

  /**
   * The bytes of the PDF. Lines are left away from the end until the rest fits on one page, and the
   * page says how many; words are never cut.
   */
  public byte[] print(BriefPaper paper, Writing writing) {
    PaperWords words = PaperWords.of("en", writing);
    BriefPaper tried = paper.without(Math.max(0, paper.lines().size() - MOST_LINES));
    byte[] bytes = printer.print(tried, tried.number(), words);
    while (pages(bytes) > 1 && !tried.lines().isEmpty()) {
      tried = tried.without(Math.min(STEP, tried.lines().size()));
      bytes = printer.print(tried, tried.number(), words);
    }
    return bytes;
  }

  private static int pages(byte[] bytes) {
    try (PDDocument document = Loader.loadPDF(bytes)) {
      return document.getNumberOfPages();
    } catch (IOException e) {
      throw new UncheckedIOException("The brief just printed cannot be read", e);
    }
  }
}
