package firmtally.core.worksheet;

import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.core.pricing.Item;
import java.util.Optional;

/**
 * One line of a worksheet.
 *
 * @param id unique in its worksheet
 * @param quantity above 0
 * @param optional offered, not counted; excludes an alternative
 */
public record Line(
    String id,
    Item item,
    Quantity quantity,
    Terms terms,
    boolean optional,
    Optional<Alternative> alternative,
    Optional<Recurring> recurring) {
  public Line {
    Texts.notEmpty("line id", id);
    quantity.positive();
    if (optional && alternative.isPresent()) {
      throw new IllegalArgumentException("line " + id + " is both optional and an alternative");
    }
  }

  /** A one-off line at the price found. */
  public static Line of(String id, Item item, Quantity quantity) {
    return new Line(id, item, quantity, Terms.AS_FOUND, false, Optional.empty(), Optional.empty());
  }

  /** The same line on other terms. */
  public Line on(Terms other) {
    return new Line(id, item, quantity, other, optional, alternative, recurring);
  }

  /** The same line as a plan. */
  public Line charged(Recurring plan) {
    return new Line(id, item, quantity, terms, optional, alternative, Optional.of(plan));
  }

  /** The same line in another quantity. */
  public Line in(Quantity other) {
    return new Line(id, item, other, terms, optional, alternative, recurring);
  }

  /** The same line without tax, for a customer to whom none is charged. */
  public Line untaxed() {
    return new Line(id, item.untaxed(), quantity, terms, optional, alternative, recurring);
  }

  /** The same line outside its set of alternatives. */
  public Line alone() {
    return new Line(id, item, quantity, terms, optional, Optional.empty(), recurring);
  }

  /** Whether it is part of the totals: neither optional nor an alternative that is not chosen. */
  public boolean counted() {
    return !optional && alternative.map(Alternative::chosen).orElse(true);
  }

  /** Whether it is given free. */
  public boolean gift() {
    return terms instanceof Terms.Gift;
  }

  /** How many times its amounts are charged: 1 for a one-off line. */
  public int periods() {
    return recurring.map(Recurring::periods).orElse(1);
  }
}
