package firmtally.formats.pdf;

/** Prints a quote as PDF. */
public final class QuotePdf {
  private final Printer printer = new Printer("quote");

  /** The bytes of the PDF. */
  public byte[] print(QuotePaper paper) {
    return printer.print(paper, paper.number());
  }
}
