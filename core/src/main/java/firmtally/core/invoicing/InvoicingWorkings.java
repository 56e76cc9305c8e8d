package firmtally.core.invoicing;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.TaxWorkings;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** The workings of an order's papers. They add up from the papers, as a reader of them would. */
final class InvoicingWorkings {
  private final Invoicing invoicing;
  private final List<OrderLine> order;
  private final List<Ask> asks;
  private final CurrencyUnit currency;
  private final Money zero;
  private final List<Working> workings = new ArrayList<>();

  /** The papers so far by what they took a part of: a line of the order, or one of an invoice. */
  private final Map<String, List<Step>> parts = new HashMap<>();

  private InvoicingWorkings(Invoicing invoicing, List<OrderLine> order, List<Ask> asks) {
    this.invoicing = invoicing;
    this.order = order;
    this.asks = asks;
    this.zero = Money.zero(invoicing.totals().ordered().getCurrencyUnit());
    this.currency = zero.getCurrencyUnit();
  }

  static List<Working> of(Invoicing invoicing, List<OrderLine> order, List<Ask> asks) {
    InvoicingWorkings all = new InvoicingWorkings(invoicing, order, asks);
    for (int i = 0; i < asks.size(); i++) {
      all.paper("documents[" + i + "].", asks.get(i), invoicing.papers().get(i));
    }
    for (int i = 0; i < invoicing.left().size(); i++) {
      all.left("left[" + i + "].", invoicing.left().get(i));
    }
    for (int i = 0; i < invoicing.deposits().size(); i++) {
      all.openDeposit("deposits[" + i + "].base", invoicing.deposits().get(i).percent());
    }
    all.totals();
    return List.copyOf(all.workings);
  }

  private void paper(String at, Ask ask, Paper paper) {
    for (int j = 0; j < paper.lines().size(); j++) {
      line(at + "lines[" + j + "].", ask, paper, paper.lines().get(j));
    }
    for (int j = 0; j < paper.deducted().size(); j++) {
      deducted(at + "deducted[" + j + "].base", paper.deducted().get(j));
    }
    for (int j = 0; j < paper.sum().taxes().size(); j++) {
      TaxedSum.TaxLine tax = paper.sum().taxes().get(j);
      String of = at + "taxes[" + j + "].base";
      workings.add(paper.lines().isEmpty() ? depositBase(of, ask, tax) : base(of, paper, tax));
    }
    workings.add(TaxWorkings.net(at, paper.sum()));
    workings.addAll(TaxWorkings.of(at, paper.sum()));
  }

  private void line(String at, Ask ask, Paper paper, Paper.Line line) {
    Paper.Share share = line.share();
    BigDecimal quantity = line.quantity().abs();
    workings.add(quantity(at + "quantity", ask, share, quantity));
    boolean isCredit = ask instanceof Ask.Credit;
    String names = isCredit ? "Taken" : "Charged";
    Input[] inputs = {
      amount("net", share.net()),
      Input.number("ofQuantity", share.quantity()),
      Input.number("quantity", quantity),
      Input.number("quantity" + names, share.before()),
      amount("net" + names, share.netBefore())
    };
    BigDecimal dividend = share.net().multiply(share.before().add(quantity));
    BigDecimal upTo =
        dividend.divide(share.quantity(), currency.getDecimalPlaces(), RoundingMode.HALF_UP);
    BigDecimal part = upTo.subtract(share.netBefore());
    Working.Draft draft =
        isCredit
            ? Working.of(
                at + "net",
                "−(round(net × (quantityTaken + quantity) / ofQuantity) − netTaken)",
                inputs)
            : Working.of(
                at + "net",
                "max(0, round(net × (quantityCharged + quantity) / ofQuantity) − netCharged)",
                inputs);
    List<Step> before =
        parts.computeIfAbsent(
            line.line().id() + (ask instanceof Ask.Credit credit ? " of " + credit.of() : ""),
            key -> new ArrayList<>());
    draft.steps(before);
    Step step =
        Step.of(
            paper.ref(),
            Invoicing.word(paper),
            Input.number("quantity", line.quantity()),
            Input.of("net", line.net()));
    before.add(step);
    if (isCredit) {
      parts.get(line.line().id()).add(step);
    }
    workings.add(
        draft.halfUpThen(
            dividend,
            share.quantity(),
            currency,
            isCredit ? part.negate() : part.max(BigDecimal.ZERO)));
  }

  private static Working quantity(String of, Ask ask, Paper.Share share, BigDecimal quantity) {
    Input whole = Input.number("ofQuantity", share.quantity());
    if (ask instanceof Ask.Rest) {
      return Working.of(of, "ofQuantity − charged", whole, Input.number("charged", share.before()))
          .exactly(share.quantity().subtract(share.before()).toPlainString());
    } else if (ask instanceof Ask.Credit credit && credit.lines().isEmpty()) {
      return Working.of(of, "−(ofQuantity − taken)", whole, Input.number("taken", share.before()))
          .exactly(share.before().subtract(share.quantity()).toPlainString());
    } else if (ask instanceof Ask.Credit) {
      return Working.of(of, "−quantity", Input.number("quantity", quantity))
          .exactly(quantity.negate().toPlainString());
    }
    return Working.of(of, "quantity", Input.number("quantity", quantity))
        .exactly(quantity.toPlainString());
  }

  private void deducted(String of, Paper.Deducted deducted) {
    Working.Draft draft = Working.of(of, "Σ set off, the oldest deposit first");
    Money sum = zero;
    for (Paper.FromDeposit from : deducted.from()) {
      sum = sum.plus(from.amount());
      draft.step(Step.of("deposit " + from.ref(), "set-off", Input.of("amount", from.amount())));
    }
    workings.add(draft.exactly(sum));
  }

  private Working base(String of, Paper paper, TaxedSum.TaxLine tax) {
    Working.Draft draft = Working.of(of, "Σ net taxed at " + tax.percent() + " % − deducted");
    Money sum = zero;
    for (Paper.Line line : paper.lines()) {
      if (line.line().tax().equals(tax.percent())) {
        sum = sum.plus(line.net());
        draft.step(Step.of("line " + line.line().id(), "counts", Input.of("net", line.net())));
      }
    }
    for (Paper.Deducted deducted : paper.deducted()) {
      if (deducted.percent().equals(tax.percent())) {
        sum = sum.minus(deducted.base());
        draft.step(Step.of("deposits", "deducted", Input.of("base", deducted.base())));
      }
    }
    return draft.exactly(sum);
  }

  private Working depositBase(String of, Ask ask, TaxedSum.TaxLine tax) {
    Money ordered = ordered(tax.percent());
    Input atPercent = Input.of("net at " + tax.percent() + " %", ordered);
    if (ask instanceof Ask.PercentDeposit deposit) {
      return Working.of(
              of, "Σ net × percent/100", atPercent, Input.of("percent", deposit.percent()))
          .halfUp(ordered.getAmount().multiply(deposit.percent().fraction()), currency);
    } else if (ask instanceof Ask.NetDeposit deposit) {
      Money whole = invoicing.totals().ordered();
      return Working.of(
              of,
              "deposit × Σ net at this percent / Σ net",
              Input.of("deposit", deposit.net()),
              atPercent,
              Input.of("net", whole))
          .rounded(
              deposit.net().getAmount().multiply(ordered.getAmount()).toPlainString()
                  + " / "
                  + whole.getAmount().toPlainString(),
              "cut down, units left to the largest parts cut off, the lower percent first",
              Optional.of(tax.base().getAmount().toPlainString()));
    }
    Ask.Credit credit = (Ask.Credit) ask;
    Working.Draft draft = Working.of(of, "−(what is left of " + credit.of() + ")");
    Money left = zero;
    for (Paper paper : invoicing.papers()) {
      if (paper.ref().equals(credit.ref())) {
        break;
      }
      left = left.plus(moved(paper, credit.of(), tax.percent(), draft));
    }
    return draft.exactly(left.negated());
  }

  /** What a paper does to a deposit at a percent: it is the deposit, or sets some of it off. */
  private Money moved(Paper paper, String deposit, Percent percent, Working.Draft draft) {
    Money moved = zero;
    if (paper.ref().equals(deposit)) {
      for (TaxedSum.TaxLine line : paper.sum().taxes()) {
        if (line.percent().equals(percent)) {
          moved = moved.plus(line.base());
          draft.step(Step.of("deposit " + deposit, "charged", Input.of("base", line.base())));
        }
      }
    }
    for (Paper.Deducted deducted : paper.deducted()) {
      for (Paper.FromDeposit from : deducted.from()) {
        if (deducted.percent().equals(percent) && from.ref().equals(deposit)) {
          moved = moved.minus(from.amount());
          draft.step(
              Step.of("invoice " + paper.ref(), "set-off", Input.of("amount", from.amount())));
        }
      }
    }
    return moved;
  }

  private void left(String at, Invoicing.Left left) {
    Input ordered = Input.of("quantity", left.line().quantity());
    BigDecimal charged = BigDecimal.ZERO;
    Money net = zero;
    List<Step> steps = new ArrayList<>();
    for (Paper paper : invoicing.papers()) {
      for (Paper.Line line : paper.lines()) {
        if (line.line().id().equals(left.line().id())) {
          charged = charged.add(line.quantity());
          net = net.plus(line.net());
          steps.add(
              Step.of(
                  paper.ref(),
                  Invoicing.word(paper),
                  Input.number("quantity", line.quantity()),
                  Input.of("net", line.net())));
        }
      }
    }
    workings.add(
        Working.of(at + "quantity", "quantity − Σ charged", ordered)
            .steps(steps)
            .exactly(left.line().quantity().value().subtract(charged).toPlainString()));
    workings.add(
        Working.of(at + "net", "net − Σ charged", Input.of("net", left.line().net()))
            .steps(steps)
            .exactly(left.line().net().minus(net)));
  }

  private void openDeposit(String of, Percent percent) {
    Working.Draft draft = Working.of(of, "Σ deposits − Σ set off − Σ credited");
    Money open = zero;
    for (int i = 0; i < asks.size(); i++) {
      Paper paper = invoicing.papers().get(i);
      for (TaxedSum.TaxLine line : paper.sum().taxes()) {
        if (paper.lines().isEmpty() && line.percent().equals(percent)) {
          open = open.plus(line.base());
          draft.step(Step.of(paper.ref(), Invoicing.word(paper), Input.of("base", line.base())));
        }
      }
      for (Paper.Deducted deducted : paper.deducted()) {
        if (deducted.percent().equals(percent)) {
          open = open.minus(deducted.base());
          draft.step(Step.of(paper.ref(), "set-off", Input.of("base", deducted.base())));
        }
      }
    }
    workings.add(draft.exactly(open));
  }

  private void totals() {
    Money ordered = order.stream().map(OrderLine::net).reduce(zero, Money::plus);
    workings.add(Working.of("totals.ordered", "Σ net of the lines").exactly(ordered));
    Working.Draft draft = Working.of("totals.charged", "Σ net of the papers' lines");
    Money charged = zero;
    for (Paper paper : invoicing.papers()) {
      Money net = paper.lines().stream().map(Paper.Line::net).reduce(zero, Money::plus);
      charged = charged.plus(net);
      draft.step(Step.of(paper.ref(), Invoicing.word(paper), Input.of("net", net)));
    }
    workings.add(draft.exactly(charged));
    Working.Draft deposits = Working.of("totals.deposits", "Σ deposits left");
    Money open = zero;
    for (Invoicing.OpenDeposit deposit : invoicing.deposits()) {
      open = open.plus(deposit.base());
      deposits.step(Step.of(deposit.percent() + " %", "counts", Input.of("base", deposit.base())));
    }
    workings.add(deposits.exactly(open));
    workings.add(
        Working.of(
                "totals.left",
                "ordered − charged",
                Input.of("ordered", ordered),
                Input.of("charged", charged))
            .exactly(ordered.minus(charged)));
  }

  private Money ordered(Percent percent) {
    TreeMap<Percent, Money> byPercent = new TreeMap<>();
    order.forEach(line -> byPercent.merge(line.tax(), line.net(), Money::plus));
    return byPercent.getOrDefault(percent, zero);
  }

  private Input amount(String name, BigDecimal amount) {
    return Input.of(name, Money.of(currency, amount));
  }
}
