package firmtally.formats.pdf;

import firmtally.formats.writing.PaperWords;
import java.util.List;

/** Prints a quote as PDF. */
public final class QuotePdf {
  private final Printer printer = new Printer("quote");

  /** The bytes of the PDF: tagged, PDF/A-3u. */
  public byte[] print(QuotePaper paper, PaperWords words) {
    return printer.print(paper, paper.head().called(), words);
  }

  /** The letters of a text that cannot be printed, each once; mostly none. */
  public static List<String> missing(String text) {
    return Letters.missing(text);
  }
}
