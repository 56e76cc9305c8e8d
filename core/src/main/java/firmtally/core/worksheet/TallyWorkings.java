package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.TaxedSum;
import firmtally.core.money.Texts;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.PriceWorking;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.TaxWorkings;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** The workings of a tally: each figure of its lines, and each of its totals. */
final class TallyWorkings {
  private static final int PRICE_DECIMALS = 4;
  private static final Predicate<LineTally> COUNTED = line -> line.line().counted();
  private static final Predicate<LineTally> RECURRING = line -> line.line().recurring().isPresent();

  private final Tally tally;
  private final Worksheet sheet;
  private final CurrencyUnit currency;
  private final QuantityBasis ofProduct;
  private final QuantityBasis ofFamily;
  private final List<Working> workings = new ArrayList<>();

  private TallyWorkings(Tally tally) {
    this.tally = tally;
    this.sheet = tally.worksheet();
    this.currency = sheet.currency();
    this.ofProduct = new QuantityBasis(sheet.lines(), Item::code);
    this.ofFamily = new QuantityBasis(sheet.lines(), Item::family);
  }

  static List<Working> of(Tally tally) {
    TallyWorkings all = new TallyWorkings(tally);
    for (int i = 0; i < tally.lines().size(); i++) {
      all.line("lines[" + i + "].", tally.lines().get(i));
    }
    all.totals();
    all.firstInvoice();
    return List.copyOf(all.workings);
  }

  private void line(String at, LineTally line) {
    Input quantity = Input.of("quantity", line.line().quantity());
    Input found = Input.of("unitPrice", line.price().unitPrice());
    Input cost = Input.of("unitCost", line.line().item().unitCost());
    unitPrice(at, line);
    add(
        Working.of(at + "gross", "quantity × unitPrice", quantity, found)
            .halfUp(line.price().unitPrice().times(line.line().quantity()), currency));
    net(at, line);
    add(
        Working.of(
                at + "discount",
                "gross − net",
                Input.of("gross", line.gross()),
                Input.of("net", line.net()))
            .exactly(line.gross().minus(line.net())));
    documentShare(at, line);
    add(
        Working.of(
                at + "final",
                "net − documentShare",
                Input.of("net", line.net()),
                Input.of("documentShare", line.documentShare()))
            .exactly(line.net().minus(line.documentShare())));
    Money paid = line.finalAmount();
    add(
        Working.of(
                at + "discountPercent",
                "(gross − final) / gross",
                Input.of("gross", line.gross()),
                Input.of("final", paid))
            .percent(line.gross().minus(paid).getAmount(), line.gross().getAmount()));
    add(
        Working.of(at + "cost", "quantity × unitCost", quantity, cost)
            .halfUp(line.line().item().unitCost().times(line.line().quantity()), currency));
    margin(at, "final", paid, line.cost());
    line.line().recurring().ifPresent(plan -> monthly(at, line, plan));
  }

  private void unitPrice(String at, LineTally line) {
    PriceWorking price =
        PriceWorking.of(
            sheet.pricePolicy(),
            sheet.priceRules(),
            sheet.buyer(),
            sheet.date(),
            line.line().item(),
            ofProduct.of(line.line()),
            ofFamily.of(line.line()));
    Working.Draft draft =
        Working.of(
                at + "unitPrice",
                price.winner().isPresent() ? "price of the winning rule" : "listPrice",
                Input.of("listPrice", line.line().item().listPrice()),
                Input.of("pricePolicy", Texts.word(sheet.pricePolicy())),
                Input.of("ofProduct", ofProduct.of(line.line())),
                Input.of("ofFamily", ofFamily.of(line.line())))
            .steps(price.considered().stream().map(TallyWorkings::considered).toList());
    Optional<Percent> off = price.winner().flatMap(PriceRule::percentOff);
    add(
        off.isPresent()
            ? draft.halfUp(
                line.line().item().listPrice().value().multiply(off.get().complement()),
                BigDecimal.ONE,
                PRICE_DECIMALS)
            : draft.exactly(price.unitPrice().toString()));
  }

  private static Step considered(PriceWorking.Considered considered) {
    PriceRule rule = considered.rule();
    List<Input> inputs = new ArrayList<>();
    inputs.add(Input.of("scope", Texts.word(rule.scope())));
    rule.forWhom().ifPresent(who -> inputs.add(Input.of("for", who)));
    rule.product().ifPresent(product -> inputs.add(Input.of("product", product)));
    rule.family().ifPresent(family -> inputs.add(Input.of("family", family)));
    inputs.add(Input.of("minQuantity", rule.minQuantity()));
    rule.from().ifPresent(from -> inputs.add(Input.of("from", from)));
    rule.to().ifPresent(to -> inputs.add(Input.of("to", to)));
    rule.percentOff().ifPresent(off -> inputs.add(Input.of("percentOff", off)));
    inputs.add(Input.of("price", considered.price()));
    return new Step("rule " + rule.id(), Texts.word(considered.standing()), inputs);
  }

  private void net(String at, LineTally line) {
    Input gross = Input.of("gross", line.gross());
    if (line.line().terms() instanceof Terms.Discount given) {
      BigDecimal exact = line.gross().getAmount().multiply(given.percent().fraction());
      Money off = line.gross().minus(line.net());
      add(
          Working.of(
                  at + "net",
                  "gross − round(gross × discountPercent/100)",
                  gross,
                  Input.of("discountPercent", given.percent()))
              .step(
                  Step.of(
                      "discount", "rounded", Input.number("exact", exact), Input.of("off", off)))
              .exactly(line.net()));
    } else if (line.line().terms() instanceof Terms.OwnPrice own) {
      add(
          Working.of(
                  at + "net",
                  "quantity × the rep's own unitPrice",
                  Input.of("quantity", line.line().quantity()),
                  Input.of("unitPrice", own.unitPrice()))
              .halfUp(own.unitPrice().times(line.line().quantity()), currency));
    } else {
      String formula = line.line().gift() ? "0, a gift" : "gross";
      add(Working.of(at + "net", formula, gross).exactly(line.net()));
    }
  }

  private void documentShare(String at, LineTally line) {
    Optional<DocumentDiscount> discount = sheet.documentDiscount();
    String of = at + "documentShare";
    Input net = Input.of("net", line.net());
    if (discount.isEmpty() || !line.isSold()) {
      String why =
          discount.isEmpty() ? "0, no document discount" : "0, a gift or a line not counted";
      add(Working.of(of, why, net).exactly(line.documentShare()));
    } else if (Reckoner.takesShare(line)) {
      add(allocated(Working.of(of, "an allocation by net", net), line, discount.get()));
    } else if (discount.get() instanceof DocumentDiscount.OfPercent given) {
      add(
          Working.of(of, "net × percent/100", net, Input.of("percent", given.percent()))
              .halfUp(line.net().getAmount().multiply(given.percent().fraction()), currency));
    } else {
      add(Working.of(of, "0, an amount is not taken off plans", net).exactly(line.documentShare()));
    }
  }

  private Working allocated(Working.Draft draft, LineTally wanted, DocumentDiscount discount) {
    List<LineTally> sharing = tally.lines().stream().filter(Reckoner::takesShare).toList();
    Money base = sum(sharing, LineTally::net);
    Money total = sum(sharing, LineTally::documentShare);
    if (discount instanceof DocumentDiscount.OfPercent of) {
      draft.step(
          Step.of(
              "discount",
              "rounded",
              Input.of("Σ net", base),
              Input.of("percent", of.percent()),
              Input.number("exact", base.getAmount().multiply(of.percent().fraction())),
              Input.of("discount", total)));
    }
    for (LineTally line : sharing) {
      BigDecimal part = total.getAmount().multiply(line.net().getAmount());
      Money cut =
          base.isZero()
              ? Money.zero(currency)
              : Money.of(
                  currency,
                  part.divide(base.getAmount(), currency.getDecimalPlaces(), RoundingMode.DOWN));
      draft.step(
          Step.of(
              "line " + line.line().id(),
              line.documentShare().equals(cut) ? "cut-down" : "one-unit-more",
              Input.of("net", line.net()),
              Input.of("cutDown", cut),
              Input.of("share", line.documentShare())));
    }
    return draft.exactly(wanted.documentShare());
  }

  private void monthly(String at, LineTally line, Recurring plan) {
    add(
        Working.of(
                at + "monthly",
                "final / everyMonths",
                Input.of("final", line.finalAmount()),
                Input.count("everyMonths", plan.everyMonths()))
            .halfUp(
                line.finalAmount().getAmount(),
                BigDecimal.valueOf(plan.everyMonths()),
                currency.getDecimalPlaces()));
  }

  /** The workings of what some of its lines come to, at a place of their own. */
  static List<Working> ofSection(Tally tally, String at, List<LineTally> lines) {
    TallyWorkings section = new TallyWorkings(tally);
    section.addSum(
        new Sum(at + "contract", "Σ final × periods", COUNTED, true),
        LineTally::finalAmount,
        lines);
    section.addSum(new Sum(at + "cost", "Σ cost × periods", COUNTED, true), LineTally::cost, lines);
    Subtotal subtotal = Subtotal.of(section.currency, lines);
    section.margin(at, "contract", subtotal.contract(), subtotal.cost());
    return List.copyOf(section.workings);
  }

  private void totals() {
    Totals totals = tally.totals();
    addSum("totals.list", "Σ round(quantity × listUnit) × periods", COUNTED, this::listed, true);
    addSum("totals.contract", "Σ final × periods", COUNTED, LineTally::finalAmount, true);
    add(
        Working.of(
                "totals.given",
                "list − contract",
                Input.of("list", totals.list()),
                Input.of("contract", totals.contract()))
            .exactly(totals.list().minus(totals.contract())));
    addSum("totals.cost", "Σ cost × periods", COUNTED, LineTally::cost, true);
    margin("totals.", "contract", totals.contract(), totals.cost());
    add(
        Working.of(
                "totals.markupPercent",
                "margin / cost",
                Input.of("margin", totals.margin()),
                Input.of("cost", totals.cost()))
            .percent(totals.margin().getAmount(), totals.cost().getAmount()));
    addSum(
        "totals.oneOff",
        "Σ final of one-off lines",
        COUNTED.and(RECURRING.negate()),
        LineTally::finalAmount,
        false);
    recurring("totals.recurringMonthly", "Σ final / everyMonths", BigDecimal.ONE);
    recurring("totals.recurringYearly", "Σ final × 12 / everyMonths", Reckoner.TWELVE);
    sheet
        .probability()
        .ifPresent(
            p ->
                add(
                    Working.of(
                            "totals.weighted",
                            "contract × probability/100",
                            Input.of("contract", totals.contract()),
                            Input.of("probability", p))
                        .halfUp(totals.contract().getAmount().multiply(p.fraction()), currency)));
  }

  private void margin(String at, String name, Money amount, Money cost) {
    Money margin = amount.minus(cost);
    add(
        Working.of(at + "margin", name + " − cost", Input.of(name, amount), Input.of("cost", cost))
            .exactly(margin));
    add(
        Working.of(
                at + "marginPercent",
                "margin / " + name,
                Input.of("margin", margin),
                Input.of(name, amount))
            .percent(margin.getAmount(), amount.getAmount()));
  }

  private Money listed(LineTally line) {
    return Rounding.amount(currency, line.line().item().listPrice().times(line.line().quantity()));
  }

  /** A sum over lines, with a step for each line, also for those left out. */
  private void addSum(
      String of,
      String formula,
      Predicate<LineTally> isIn,
      Function<LineTally, Money> part,
      boolean overTheTerm) {
    addSum(new Sum(of, formula, isIn, overTheTerm), part, tally.lines());
  }

  /** What is summed up, and over which of the lines. */
  private record Sum(String of, String formula, Predicate<LineTally> isIn, boolean overTheTerm) {}

  private void addSum(Sum what, Function<LineTally, Money> part, List<LineTally> lines) {
    Working.Draft draft = Working.of(what.of(), what.formula());
    Money sum = Money.zero(currency);
    for (LineTally line : lines) {
      int periods = what.overTheTerm() ? line.line().periods() : 1;
      boolean counts = what.isIn().test(line);
      draft.step(
          Step.of(
              "line " + line.line().id(),
              counts ? "counts" : "left-out",
              Input.of("amount", part.apply(line)),
              Input.count("periods", periods)));
      sum = counts ? sum.plus(part.apply(line).multipliedBy(periods)) : sum;
    }
    add(draft.exactly(sum));
  }

  private void recurring(String of, String formula, BigDecimal times) {
    List<LineTally> plans = tally.lines().stream().filter(COUNTED.and(RECURRING)).toList();
    Working.Draft draft = Working.of(of, formula);
    BigDecimal dividend = BigDecimal.ZERO;
    BigDecimal divisor = BigDecimal.ONE;
    for (LineTally line : plans) {
      BigDecimal every = BigDecimal.valueOf(line.line().recurring().orElseThrow().everyMonths());
      BigDecimal amount = line.finalAmount().getAmount().multiply(times);
      draft.step(
          Step.of(
              "line " + line.line().id(),
              "counts",
              Input.of("final", line.finalAmount()),
              Input.count("everyMonths", every.longValue())));
      dividend = dividend.multiply(every).add(amount.multiply(divisor));
      divisor = divisor.multiply(every);
    }
    add(draft.halfUp(dividend, divisor, currency.getDecimalPlaces()));
  }

  private void firstInvoice() {
    TaxedSum invoice = tally.totals().firstInvoice();
    String at = "totals.firstInvoice.";
    addSum(at + "net", "Σ final, one charge of each plan", COUNTED, LineTally::finalAmount, false);
    for (int i = 0; i < invoice.taxes().size(); i++) {
      TaxedSum.TaxLine tax = invoice.taxes().get(i);
      String of = at + "taxes[" + i + "].";
      addSum(
          of + "base",
          "Σ final taxed at " + tax.percent() + " %",
          COUNTED.and(line -> line.line().item().tax().equals(tax.percent())),
          LineTally::finalAmount,
          false);
    }
    workings.addAll(TaxWorkings.of(at, invoice));
  }

  private Money sum(List<LineTally> lines, Function<LineTally, Money> part) {
    return lines.stream().map(part).reduce(Money.zero(currency), Money::plus);
  }

  private void add(Working working) {
    workings.add(working);
  }
}
