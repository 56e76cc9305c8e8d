package firmtally.formats.pdf;

/** Prints what there is to know of an opportunity on one page. */
public final class BriefPdf {
  private final Printer printer = new Printer("brief");

  /** The bytes of the PDF. */
  public byte[] print(BriefPaper paper) {
    return printer.print(paper, paper.number());
  }
}
