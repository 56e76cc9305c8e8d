package firmtally.core.worksheet;

import firmtally.core.money.Allocation;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Rounding;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PriceFinder;
import firmtally.core.pricing.PriceFound;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * Works a worksheet out: prices, then lines, then the shares of the document discount, then totals.
 */
final class Reckoner {
  static final BigDecimal TWELVE = BigDecimal.valueOf(12);

  private final Worksheet sheet;
  private final CurrencyUnit currency;
  private final Money zero;

  private Reckoner(Worksheet sheet) {
    this.sheet = sheet;
    this.currency = sheet.currency();
    this.zero = Money.zero(currency);
  }

  static Tally reckon(Worksheet sheet) {
    Reckoner reckoner = new Reckoner(sheet);
    List<LineTally> lines = reckoner.shared(reckoner.priced());
    return new Tally(sheet, List.copyOf(lines), reckoner.totals(lines));
  }

  private List<LineTally> priced() {
    PriceFinder finder =
        new PriceFinder(sheet.pricePolicy(), sheet.priceRules(), sheet.buyer(), sheet.date());
    QuantityBasis ofProduct = new QuantityBasis(sheet.lines(), Item::code);
    QuantityBasis ofFamily = new QuantityBasis(sheet.lines(), Item::family);
    List<LineTally> lines = new ArrayList<>(sheet.lines().size());
    Basis product = new Basis(ofProduct);
    Basis family = new Basis(ofFamily);
    for (Line line : sheet.lines()) {
      product.begin(line);
      family.begin(line);
      lines.add(priced(line, finder.find(line.item(), product, family)));
    }
    return lines;
  }

  /** The basis of the line at hand, worked out when the first rule looks at it. */
  private static final class Basis implements Supplier<Quantity> {
    private final QuantityBasis of;
    private Line line;
    private Quantity known;

    Basis(QuantityBasis of) {
      this.of = of;
    }

    void begin(Line next) {
      line = next;
      known = null;
    }

    @Override
    public Quantity get() {
      if (known == null) {
        known = of.of(line);
      }
      return known;
    }
  }

  private LineTally priced(Line line, PriceFound price) {
    BigDecimal gross = round(price.unitPrice().times(line.quantity()));
    BigDecimal cost = round(line.item().unitCost().times(line.quantity()));
    Money amount = Money.of(currency, gross);
    return new LineTally(
        line, price, amount, net(line, gross, amount), zero, Money.of(currency, cost));
  }

  /** Worked out in bare numbers, which become money once. */
  private Money net(Line line, BigDecimal gross, Money amount) {
    if (line.terms() instanceof Terms.Gift) {
      return zero;
    }
    if (line.terms() instanceof Terms.Discount given) {
      return Money.of(currency, gross.subtract(round(gross.multiply(given.percent().fraction()))));
    }
    if (line.terms() instanceof Terms.OwnPrice own) {
      return Money.of(currency, round(own.unitPrice().times(line.quantity())));
    }
    return amount;
  }

  private List<LineTally> shared(List<LineTally> lines) {
    Optional<DocumentDiscount> discount = sheet.documentDiscount();
    if (discount.isEmpty()) {
      return lines;
    }
    List<LineTally> oneOff = lines.stream().filter(Reckoner::takesShare).toList();
    Money base = sum(oneOff, LineTally::net);
    if (discount.get() instanceof DocumentDiscount.OfPercent of) {
      return withShares(lines, Rounding.percentOf(base, of.percent()), of.percent());
    }
    Money amount = ((DocumentDiscount.OfAmount) discount.get()).amount();
    if (amount.isGreaterThan(base)) {
      throw new DiscountTooLargeException(amount, base);
    }
    return withShares(lines, amount, Percent.ZERO);
  }

  private List<LineTally> withShares(List<LineTally> lines, Money amount, Percent onRecurring) {
    List<Money> weights = lines.stream().filter(Reckoner::takesShare).map(LineTally::net).toList();
    List<Money> shares = Allocation.byWeight(amount, weights);
    List<LineTally> result = new ArrayList<>(lines.size());
    int next = 0;
    for (LineTally line : lines) {
      if (takesShare(line)) {
        result.add(line.withDocumentShare(shares.get(next++)));
      } else if (line.isSold()) {
        result.add(line.withDocumentShare(Rounding.percentOf(line.net(), onRecurring)));
      } else {
        result.add(line);
      }
    }
    return result;
  }

  /** Whether a line takes part in the allocation of a document discount. */
  static boolean takesShare(LineTally line) {
    return line.isSold() && line.line().recurring().isEmpty();
  }

  private Totals totals(List<LineTally> lines) {
    Sums sums = new Sums(currency);
    for (LineTally line : lines) {
      if (line.line().counted()) {
        sums.add(line);
      }
    }
    Money contract = sums.contract();
    return new Totals(
        sums.list(),
        contract,
        sums.cost(),
        sums.oneOff(),
        sums.recurring(BigDecimal.ONE),
        sums.recurring(TWELVE),
        sheet.probability().map(p -> Rounding.percentOf(contract, p)),
        sums.firstInvoice());
  }

  private Money sum(List<LineTally> lines, Function<LineTally, Money> part) {
    Money sum = zero;
    for (LineTally line : lines) {
      sum = sum.plus(part.apply(line));
    }
    return sum;
  }

  private BigDecimal round(BigDecimal exact) {
    return Rounding.number(currency, exact);
  }
}
