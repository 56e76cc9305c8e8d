package firmtally.server.worksheet.calculation;

import firmtally.server.platform.web.MaybeNull;
import java.util.Optional;

/**
 * A row as typed. Decimals are texts, and may be small sums; blank is the same as left out.
 *
 * @param kind {@code line}, the heading of a {@code section}, or a {@code note}; left out, a line
 * @param product a code of the catalogue; blank for an inline line, which then has its own prices
 * @param description the line's words, the section's name, or the note
 * @param requestedOn the day on which the customer wants it
 */
public record LineForm(
    String id,
    @MaybeNull String kind,
    @MaybeNull String product,
    String description,
    @MaybeNull String family,
    @MaybeNull String listPrice,
    @MaybeNull String unitCost,
    @MaybeNull String taxPercent,
    String quantity,
    @MaybeNull String discountPercent,
    @MaybeNull String unitPrice,
    boolean gift,
    boolean optional,
    @MaybeNull String alternativeSet,
    boolean chosen,
    @MaybeNull Integer everyMonths,
    @MaybeNull Integer termMonths,
    @MaybeNull String requestedOn) {
  public static final String LINE = "line";
  static final String SECTION = "section";
  static final String NOTE = "note";

  /** What is charged again, how often and for how long; neither for what is paid once. */
  public record Plan(@MaybeNull Integer everyMonths, @MaybeNull Integer termMonths) {
    /** As a product has it. */
    public static Plan of(Optional<Integer> everyMonths, Optional<Integer> termMonths) {
      return new Plan(everyMonths.orElse(null), termMonths.orElse(null));
    }
  }

  /** A line of a product at the price that is found. */
  public static LineForm ofProduct(
      String id, String product, String description, String quantity, Plan plan) {
    return new LineForm(
        id,
        LINE,
        product,
        description,
        null,
        null,
        null,
        null,
        quantity,
        null,
        null,
        false,
        false,
        null,
        false,
        plan.everyMonths(),
        plan.termMonths(),
        null);
  }

  /** A line that is not in the catalogue, with prices of its own. */
  public static LineForm inline(String id, String words, String family, Numbers numbers) {
    return new LineForm(
            id, LINE, null, words, family, null, null, null, "1", null, null, false, false, null,
            false, null, null, null)
        .read(words, numbers, null);
  }

  /** The heading of a section, or a note. */
  public static LineForm words(String id, String kind, String words) {
    return new LineForm(
        id, kind, null, words, null, null, null, null, "", null, null, false, false, null, false,
        null, null, null);
  }

  /** Whether it has a price; a heading or a note has none. */
  public boolean priced() {
    return kind == null || kind.isBlank() || LINE.equals(kind);
  }

  boolean isSection() {
    return SECTION.equals(kind);
  }

  /** What is typed in its cells of numbers. */
  public record Numbers(
      @MaybeNull String listPrice,
      @MaybeNull String unitCost,
      @MaybeNull String taxPercent,
      String quantity,
      @MaybeNull String discountPercent,
      @MaybeNull String unitPrice) {
    Numbers taxedAt(String percent) {
      return new Numbers(listPrice, unitCost, percent, quantity, discountPercent, unitPrice);
    }
  }

  Numbers numbers() {
    return new Numbers(listPrice, unitCost, taxPercent, quantity, discountPercent, unitPrice);
  }

  /** The same row as it was read: its words, its numbers and the day on which it is wanted. */
  LineForm read(String words, Numbers n, @MaybeNull String wanted) {
    return new LineForm(
        id,
        priced() ? LINE : kind,
        product,
        words,
        family,
        n.listPrice(),
        n.unitCost(),
        n.taxPercent(),
        n.quantity(),
        n.discountPercent(),
        n.unitPrice(),
        gift,
        optional,
        alternativeSet,
        chosen,
        everyMonths,
        termMonths,
        wanted);
  }

  /** The same line, at a price of its own and with nothing else given. */
  public LineForm at(String price) {
    return new LineForm(
        id,
        LINE,
        product,
        description,
        family,
        listPrice,
        unitCost,
        taxPercent,
        quantity,
        null,
        price,
        false,
        false,
        null,
        false,
        everyMonths,
        termMonths,
        null);
  }

  /**
   * The same line with what was given on it, once it is sold: neither optional nor one of several.
   */
  public LineForm sold() {
    return new LineForm(
        id,
        LINE,
        product,
        description,
        family,
        listPrice,
        unitCost,
        taxPercent,
        quantity,
        discountPercent,
        unitPrice,
        gift,
        false,
        null,
        false,
        everyMonths,
        termMonths,
        null);
  }

  /** The same line for who does not see costs. */
  public LineForm withoutCost() {
    return unitCost == null
        ? this
        : new LineForm(
            id,
            kind,
            product,
            description,
            family,
            listPrice,
            null,
            taxPercent,
            quantity,
            discountPercent,
            unitPrice,
            gift,
            optional,
            alternativeSet,
            chosen,
            everyMonths,
            termMonths,
            requestedOn);
  }

  /** The same line, discounted by a percent. */
  public LineForm less(String percent) {
    return given(percent, null, requestedOn);
  }

  /** The same line with what is given on it, and the day on which it is wanted. */
  public LineForm given(
      @MaybeNull String discount, @MaybeNull String ownPrice, @MaybeNull String wanted) {
    return new LineForm(
        id,
        kind,
        product,
        description,
        family,
        listPrice,
        unitCost,
        taxPercent,
        quantity,
        discount,
        ownPrice,
        gift,
        optional,
        alternativeSet,
        chosen,
        everyMonths,
        termMonths,
        wanted);
  }
}
