package firmtally.formats.pdf;

import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;

/** Prints what follows an order as PDF. */
public final class TradePdf {
  private final Printer printer = new Printer("trade");

  /** The bytes of the PDF: tagged, PDF/A-3u, on the paper of a country. */
  public byte[] print(TradePaper paper, Writing writing) {
    return printer.print(paper, paper.called(), PaperWords.of(paper.language(), writing));
  }
}
