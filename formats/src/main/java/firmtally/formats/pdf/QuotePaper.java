package firmtally.formats.pdf;

import java.util.List;
import java.util.Optional;

/**
 * What stands on a quote's paper, as it is to be read: amounts already written out.
 *
 * @param letter paragraphs before the lines
 * @param currency by its code
 * @param sums what stands under the lines, from what is paid once to what is invoiced first
 */
public record QuotePaper(
    Seller seller,
    Head head,
    List<String> letter,
    Layout layout,
    String currency,
    List<Line> lines,
    List<Sum> sums,
    Closing closing) {
  /**
   * Whose paper it is.
   *
   * @param address lines of it
   * @param reach how they are reached
   * @param legal what the law wants at the foot of a paper
   * @param logo a picture as a data URI; blank for none
   * @param colour of pages, as {@code #0F4C5C}; blank for ours
   */
  public record Seller(
      String name,
      List<String> address,
      List<String> reach,
      List<String> legal,
      String logo,
      String colour) {
    public Seller {
      // What left before there were logos has none.
      logo = logo == null ? "" : logo;
      colour = colour == null ? "" : colour;
    }

    /** One without a picture. */
    public Seller(String name, List<String> address, List<String> reach, List<String> legal) {
      this(name, address, reach, legal, "", "");
    }
  }

  /** A name and what it is. */
  public record Fact(String name, String value) {}

  /**
   * Which paper it is, and whose.
   *
   * @param kind {@code Quote} or {@code Order confirmation}
   * @param called its number and revision
   * @param addressee lines of the address
   */
  public record Head(
      String kind, String called, String title, List<String> addressee, List<Fact> facts) {}

  /**
   * Which columns the lines have.
   *
   * @param signs whether it is to be accepted, with a place to sign
   */
  public record Layout(boolean pictures, boolean discounts, boolean signs) {}

  /** How the paper ends; long general terms begin a page of their own. */
  public record Closing(List<Fact> terms, List<String> enclosures, List<String> generalTerms) {
    private static final int LONG = 1200;

    /** Whether the general terms want a page of their own. */
    public boolean isLong() {
      return generalTerms.stream().mapToInt(String::length).sum() > LONG;
    }
  }

  /**
   * What stands around the lines: whose paper it is, to whom, its words and terms.
   *
   * @param letter paragraphs before the lines
   * @param language of its words, by two letters
   */
  public record Frame(
      Seller seller, Head head, List<String> letter, Closing closing, String language) {
    public Frame {
      // What left before there were others is in English.
      language = language == null ? "en" : language;
    }

    /** The value of one of the terms, by its place; blank for none. */
    public String term(int place) {
      return place < closing.terms().size() ? closing.terms().get(place).value() : "";
    }
  }

  /** A paper of a frame and what is in it. */
  public static QuotePaper of(
      Frame frame, Layout layout, String currency, List<Line> lines, List<Sum> sums) {
    return new QuotePaper(
        frame.seller(),
        frame.head(),
        frame.letter(),
        layout,
        currency,
        lines,
        sums,
        frame.closing());
  }

  /** A picture: its bytes as a data URI. */
  public record Picture(String uri) {}

  /**
   * A row: a line, the heading of a section with what the section comes to, or a note.
   *
   * @param kind {@code line}, {@code heading} or {@code note}
   * @param position its number on the paper; empty but for lines
   * @param remark how it is charged, or that it is optional or free; may be empty
   * @param discount what is given on the line; may be empty
   */
  public record Line(
      String kind,
      String position,
      String code,
      String words,
      String remark,
      String quantity,
      String price,
      String discount,
      String amount,
      Optional<Picture> picture,
      boolean counted) {
    /** Its words in the cells of a line. */
    public record Cells(
        String code,
        String words,
        String remark,
        String quantity,
        String price,
        String discount,
        String amount) {}

    /** A line with its price. */
    public static Line of(int position, Cells cells, Optional<Picture> picture, boolean counted) {
      return new Line(
          "line",
          Integer.toString(position),
          cells.code(),
          cells.words(),
          cells.remark(),
          cells.quantity(),
          cells.price(),
          cells.discount(),
          cells.amount(),
          picture,
          counted);
    }

    /** A section's heading, with what is paid once and, in the remark, what recurs. */
    public static Line heading(String words, String remark, String amount) {
      return of("heading", words, remark, amount);
    }

    /** Words between the lines. */
    public static Line note(String words) {
      return of("note", words, "", "");
    }

    private static Line of(String kind, String words, String remark, String amount) {
      return new Line(kind, "", "", words, remark, "", "", "", amount, Optional.empty(), true);
    }
  }

  /** A row under the lines. */
  public record Sum(String words, String amount, boolean strong) {}

  /** Rows that may stand on pages of their own, or the last ones, which stay with the sums. */
  public record Block(List<Line> lines, boolean last) {
    /** As the page names it. */
    public String name() {
      return last ? "last" : "rows";
    }
  }

  /** The lines in blocks; a heading or note stays with what is below or above it. */
  public List<Block> blocks() {
    int cut = Math.max(0, lines.size() - 1);
    while (cut > 0 && (!isLine(cut) || !isLine(cut - 1))) {
      cut--;
    }
    Block last = new Block(lines.subList(cut, lines.size()), true);
    return cut == 0 ? List.of(last) : List.of(new Block(lines.subList(0, cut), false), last);
  }

  private boolean isLine(int row) {
    return lines.get(row).kind().equals("line");
  }
}
