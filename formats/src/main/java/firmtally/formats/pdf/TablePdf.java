package firmtally.formats.pdf;

/** Prints a table. */
public final class TablePdf {
  private final Printer printer = new Printer("table");

  /** The bytes of the PDF, of as many pages as the rows need. */
  public byte[] print(TablePaper paper) {
    return printer.print(paper, paper.title());
  }
}
