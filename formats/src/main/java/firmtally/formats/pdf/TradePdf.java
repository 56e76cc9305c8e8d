package firmtally.formats.pdf;

/** Prints what follows an order as PDF. */
public final class TradePdf {
  private final Printer printer = new Printer("trade");

  /** The bytes of the PDF: tagged, PDF/A-3u. */
  public byte[] print(TradePaper paper) {
    return printer.print(paper, paper.called());
  }
}
