package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.SameCurrency;
import firmtally.core.pricing.Buyer;
import firmtally.core.pricing.PricePolicy;
import firmtally.core.pricing.PriceRule;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;

/**
 * All that is needed to work out a document: its lines and the rules that hold on its day. Unit
 * prices and costs are in the document's currency.
 *
 * @param date the day on which price rules must be in force
 * @param buyer without one only rules for everyone apply
 * @param lines ids are unique, and every set of alternatives has exactly one chosen line
 * @param probability from 0 to 100 %
 */
public record Worksheet(
    CurrencyUnit currency,
    LocalDate date,
    PricePolicy pricePolicy,
    Optional<Buyer> buyer,
    List<PriceRule> priceRules,
    List<Line> lines,
    Optional<DocumentDiscount> documentDiscount,
    Optional<Percent> probability) {
  public Worksheet {
    priceRules = List.copyOf(priceRules);
    lines = List.copyOf(lines);
    probability.ifPresent(p -> p.within("probability", Percent.ZERO, Percent.HUNDRED));
    documentDiscount.ifPresent(
        discount -> {
          if (discount instanceof DocumentDiscount.OfAmount of) {
            SameCurrency.notBelowZero("documentDiscount", of.amount(), currency);
          }
        });
    checkIds(lines);
    checkSets(lines);
  }

  /** A worksheet without rules, buyer, discount or probability. */
  public static Worksheet of(CurrencyUnit currency, LocalDate date, List<Line> lines) {
    return new Worksheet(
        currency,
        date,
        PricePolicy.SPECIFIC,
        Optional.empty(),
        List.of(),
        lines,
        Optional.empty(),
        Optional.empty());
  }

  /** The same worksheet with another discount on the whole document. */
  public Worksheet withDocumentDiscount(DocumentDiscount discount) {
    return new Worksheet(
        currency, date, pricePolicy, buyer, priceRules, lines, Optional.of(discount), probability);
  }

  /** The same worksheet with other lines. */
  public Worksheet withLines(List<Line> others) {
    return new Worksheet(
        currency, date, pricePolicy, buyer, priceRules, others, documentDiscount, probability);
  }

  /**
   * The same as if nobody had given more than a percent on any line: what was given above it is
   * given at it, and a discount on the whole document goes into the lines first. Gifts stay gifts.
   * Example: a line of 1,000.00 with 15 % off is 900.00 when capped at 10 %, and one with 5 % stays
   * at 950.00.
   *
   * @param most from 0 to 100 % of the gross
   */
  public Worksheet capped(Percent most) {
    List<Line> others =
        tally().lines().stream()
            .map(line -> capped(line, most, documentDiscount.isPresent()))
            .toList();
    return new Worksheet(
        currency, date, pricePolicy, buyer, priceRules, others, Optional.empty(), probability);
  }

  private static Line capped(LineTally tally, Percent most, boolean isSpread) {
    Line line = tally.line();
    Optional<Percent> given =
        tally.isSold()
            ? tally.discountPercent().filter(p -> p.value().signum() > 0)
            : Optional.empty();
    if (given.isEmpty()) {
      return line;
    }
    if (given.get().value().compareTo(most.value()) > 0) {
      return line.on(new Terms.Discount(most));
    }
    return isSpread ? line.on(new Terms.Discount(given.get())) : line;
  }

  /**
   * The same in other quantities: a line of 0 is left out, and its set of alternatives with it.
   * Example: of lines A 5 and B 2, {@code {A: 3, B: 0}} leaves A 3.
   *
   * @param quantities by the lines' ids, 0 or more; a line that is not named stays as it is
   */
  public Worksheet inQuantities(Map<String, BigDecimal> quantities) {
    Set<String> dropped = new HashSet<>();
    lines.stream()
        .filter(line -> isZero(quantities.get(line.id())))
        .forEach(line -> line.alternative().map(Alternative::set).ifPresent(dropped::add));
    return withLines(
        lines.stream()
            .filter(line -> line.alternative().filter(a -> dropped.contains(a.set())).isEmpty())
            .filter(line -> !isZero(quantities.get(line.id())))
            .map(
                line ->
                    quantities.containsKey(line.id())
                        ? line.in(Quantity.of(quantities.get(line.id())))
                        : line)
            .toList());
  }

  private static boolean isZero(BigDecimal quantity) {
    return quantity != null && quantity.signum() == 0;
  }

  /** The same worksheet with its prices looked up by other rules for a buyer. */
  public Worksheet withRules(PricePolicy policy, Buyer forBuyer, List<PriceRule> rules) {
    return new Worksheet(
        currency, date, policy, Optional.of(forBuyer), rules, lines, documentDiscount, probability);
  }

  /** The worksheet worked out. */
  public Tally tally() {
    return Reckoner.reckon(this);
  }

  private static void checkIds(List<Line> lines) {
    Set<String> seen = new HashSet<>();
    for (Line line : lines) {
      if (!seen.add(line.id())) {
        throw new IllegalArgumentException("line id " + line.id() + " stands twice");
      }
    }
  }

  private static void checkSets(List<Line> lines) {
    Map<String, Integer> chosen = new HashMap<>();
    for (Line line : lines) {
      line.alternative().ifPresent(a -> chosen.merge(a.set(), a.chosen() ? 1 : 0, Integer::sum));
    }
    chosen.forEach(
        (set, count) -> {
          if (count != 1) {
            throw new IllegalArgumentException(
                "alternatives " + set + " have " + count + " chosen lines, not 1");
          }
        });
  }
}
