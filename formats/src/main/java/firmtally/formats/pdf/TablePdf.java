package firmtally.formats.pdf;

import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;

/** Prints a table. */
public final class TablePdf {
  private final Printer printer = new Printer("table");

  /** The bytes of the PDF, of as many pages as the rows need. */
  public byte[] print(TablePaper paper, Writing writing) {
    return printer.print(paper, paper.title(), PaperWords.of("en", writing));
  }
}
