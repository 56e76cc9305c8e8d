package firmtally.server.worksheet.calculation;

import firmtally.core.worksheet.Picks;
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
    return line(id).product(product).description(description).quantity(quantity).plan(plan).build();
  }

  /** A line that is not in the catalogue, with prices of its own. */
  public static LineForm inline(String id, String words, String family, Numbers numbers) {
    return line(id).description(words).family(family).numbers(numbers).build();
  }

  /** The heading of a section, or a note. */
  public static LineForm words(String id, String kind, String words) {
    return line(id).kind(kind).description(words).quantity("").build();
  }

  /** A line with nothing typed on it yet but that it is one. */
  public static Builder line(String id) {
    Builder line = new Builder();
    line.id = id;
    line.quantity = "1";
    return line.kind(LINE);
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
  LineForm read(String words, Numbers numbers, @MaybeNull String wanted) {
    return but()
        .kind(priced() ? LINE : kind)
        .description(words)
        .numbers(numbers)
        .requestedOn(wanted)
        .build();
  }

  /** The same line, at a price of its own and with nothing else given. */
  public LineForm at(String price) {
    return sold().but().discountPercent(null).unitPrice(price).gift(false).build();
  }

  /**
   * The same line with what was given on it, once it is sold: neither optional nor one of several,
   * nor wanted by a day.
   */
  public LineForm sold() {
    return but().kind(LINE).optional(false).alternative(null, false).requestedOn(null).build();
  }

  /** The same line once it was picked: an option taken, or the alternative that is wanted. */
  LineForm picked(Picks picks) {
    if (picks.options().contains(id)) {
      return but().optional(false).build();
    }
    String wanted =
        alternativeSet == null ? null : picks.alternatives().get(alternativeSet.strip());
    return wanted == null ? this : but().alternative(alternativeSet, wanted.equals(id)).build();
  }

  /** The same line for who does not see costs. */
  public LineForm withoutCost() {
    return unitCost == null ? this : but().unitCost(null).build();
  }

  /** The same line, discounted by a percent. */
  public LineForm less(String percent) {
    return given(percent, null, requestedOn);
  }

  /** The same line with what is given on it, and the day on which it is wanted. */
  public LineForm given(
      @MaybeNull String discount, @MaybeNull String ownPrice, @MaybeNull String wanted) {
    return but().discountPercent(discount).unitPrice(ownPrice).requestedOn(wanted).build();
  }

  /** The same line, to be changed in what is named and in nothing else. */
  public Builder but() {
    Builder line = new Builder();
    line.id = id;
    line.kind = kind;
    line.product = product;
    line.description = description;
    line.family = family;
    line.listPrice = listPrice;
    line.unitCost = unitCost;
    line.taxPercent = taxPercent;
    line.quantity = quantity;
    line.discountPercent = discountPercent;
    line.unitPrice = unitPrice;
    line.gift = gift;
    line.optional = optional;
    line.alternativeSet = alternativeSet;
    line.chosen = chosen;
    line.everyMonths = everyMonths;
    line.termMonths = termMonths;
    line.requestedOn = requestedOn;
    return line;
  }

  /** A line that is put together, each value by its name. */
  public static final class Builder {
    private String id;
    private String kind;
    private String product;
    private String description;
    private String family;
    private String listPrice;
    private String unitCost;
    private String taxPercent;
    private String quantity;
    private String discountPercent;
    private String unitPrice;
    private boolean gift;
    private boolean optional;
    private String alternativeSet;
    private boolean chosen;
    private Integer everyMonths;
    private Integer termMonths;
    private String requestedOn;

    private Builder() {}

    /** What is in its cells of numbers. */
    public Builder numbers(Numbers n) {
      listPrice = n.listPrice();
      unitCost = n.unitCost();
      taxPercent = n.taxPercent();
      quantity = n.quantity();
      discountPercent = n.discountPercent();
      unitPrice = n.unitPrice();
      return this;
    }

    /** How often it is charged. */
    public Builder plan(Plan plan) {
      everyMonths = plan.everyMonths();
      termMonths = plan.termMonths();
      return this;
    }

    /** Of which set it is one, and whether it is the one that counts. */
    public Builder alternative(@MaybeNull String set, boolean isChosen) {
      alternativeSet = set;
      chosen = isChosen;
      return this;
    }

    /** Under another id, where it stands among other rows. */
    public Builder id(String id) {
      this.id = id;
      return this;
    }

    public Builder kind(@MaybeNull String kind) {
      this.kind = kind;
      return this;
    }

    public Builder product(@MaybeNull String product) {
      this.product = product;
      return this;
    }

    public Builder description(String description) {
      this.description = description;
      return this;
    }

    public Builder family(@MaybeNull String family) {
      this.family = family;
      return this;
    }

    public Builder unitCost(@MaybeNull String unitCost) {
      this.unitCost = unitCost;
      return this;
    }

    public Builder quantity(String quantity) {
      this.quantity = quantity;
      return this;
    }

    public Builder discountPercent(@MaybeNull String discountPercent) {
      this.discountPercent = discountPercent;
      return this;
    }

    public Builder unitPrice(@MaybeNull String unitPrice) {
      this.unitPrice = unitPrice;
      return this;
    }

    public Builder gift(boolean gift) {
      this.gift = gift;
      return this;
    }

    public Builder optional(boolean optional) {
      this.optional = optional;
      return this;
    }

    public Builder requestedOn(@MaybeNull String requestedOn) {
      this.requestedOn = requestedOn;
      return this;
    }

    /** The line. */
    public LineForm build() {
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
  }
}
