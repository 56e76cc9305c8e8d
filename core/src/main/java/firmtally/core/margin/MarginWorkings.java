package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.Texts;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Totals;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.Money;

/** The workings of a margin check beyond those of its tally: sign-off, room and landing. */
final class MarginWorkings {
  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  private final MarginCheck check;
  private final Tally tally;
  private final List<Working> workings = new ArrayList<>();

  private MarginWorkings(MarginCheck check) {
    this.check = check;
    this.tally = check.tally();
  }

  static List<Working> of(
      MarginCheck check, Optional<SignOffPolicy> policy, Optional<Target> target) {
    MarginWorkings all = new MarginWorkings(check);
    policy.ifPresent(
        p -> {
          all.signOff(p);
          all.room(p);
        });
    target.ifPresent(all::landing);
    return List.copyOf(all.workings);
  }

  private void signOff(SignOffPolicy policy) {
    SignOff signOff = check.signOff().orElseThrow();
    Map<String, LineTally> lines =
        tally.lines().stream().collect(Collectors.toMap(l -> l.line().id(), Function.identity()));
    for (int i = 0; i < signOff.reasons().size(); i++) {
      SignOff.Reason reason = signOff.reasons().get(i);
      String of = "signOff.reasons[" + i + "].role";
      workings.add(reason(of, reason, reason.line().map(lines::get), policy));
    }
    Working.Draft role =
        Working.of(
            "signOff.role", "the highest role of the reasons", Input.of("asRole", policy.asRole()));
    signOff
        .reasons()
        .forEach(r -> role.step(Step.of(Texts.word(r.rule()), "asks", Input.of("role", r.role()))));
    workings.add(signOff.role().map(role::exactly).orElseGet(role::none));
  }

  private Working reason(
      String of, SignOff.Reason reason, Optional<LineTally> line, SignOffPolicy policy) {
    Working.Draft draft =
        switch (reason.rule()) {
          case DISCOUNT -> discount(of, line.orElseThrow(), policy);
          case FAMILY_FLOOR -> familyFloor(of, line.orElseThrow(), policy);
          case DOCUMENT_FLOOR ->
              floor(
                  of,
                  "contract",
                  tally.totals().contract(),
                  tally.totals().margin(),
                  policy.documentFloor().orElseThrow().margin());
          case GIFT_COST -> giftCost(of, policy.giftCost().orElseThrow());
          case VALUE_OVER -> valueOver(of, policy);
        };
    return draft.exactly(reason.role());
  }

  private Working.Draft discount(String of, LineTally line, SignOffPolicy policy) {
    Money given = line.gross().minus(line.finalAmount());
    Working.Draft draft =
        Working.of(
            of,
            "given − gross × discountPercent/100 ≥ one minor unit",
            Input.of("gross", line.gross()),
            Input.of("final", line.finalAmount()),
            Input.of("given", given),
            Input.of("minorUnit", unit()));
    for (SignOffPolicy.Level level : policy.levels()) {
      BigDecimal allowed = share(line.gross(), level.discount());
      boolean exceeded = isWholeUnit(given.getAmount().subtract(allowed));
      draft.step(
          Step.of(
              "level " + level.role(),
              exceeded ? "exceeded" : "suffices",
              Input.of("discountPercent", level.discount()),
              Input.number("allowed", allowed)));
    }
    return draft;
  }

  private Working.Draft familyFloor(String of, LineTally line, SignOffPolicy policy) {
    String family = line.line().item().family().orElseThrow();
    Percent floor =
        policy.familyFloors().stream()
            .filter(f -> f.family().equals(family))
            .map(SignOffPolicy.FamilyFloor::margin)
            .findFirst()
            .orElseThrow();
    return floor(of, "final", line.finalAmount(), line.margin(), floor);
  }

  private Working.Draft floor(String of, String name, Money amount, Money margin, Percent floor) {
    return Working.of(
        of,
        name + " × marginPercent/100 − margin ≥ one minor unit",
        Input.of(name, amount),
        Input.of("marginPercent", floor),
        Input.number("wanted", share(amount, floor)),
        Input.of("margin", margin),
        Input.of("minorUnit", unit()));
  }

  private Working.Draft giftCost(String of, SignOffPolicy.AmountRole limit) {
    Working.Draft draft =
        Working.of(
            of,
            "Σ cost × periods of the counted gifts > amount",
            Input.of("amount", limit.amount()));
    tally.lines().stream()
        .filter(line -> line.line().counted() && line.line().gift())
        .forEach(
            line ->
                draft.step(
                    Step.of(
                        "line " + line.line().id(),
                        "counts",
                        Input.of("cost", line.cost()),
                        Input.count("periods", line.line().periods()))));
    return draft;
  }

  private Working.Draft valueOver(String of, SignOffPolicy policy) {
    Money contract = tally.totals().contract();
    Working.Draft draft =
        Working.of(of, "the largest amount below contract", Input.of("contract", contract));
    policy
        .valueOver()
        .forEach(
            over ->
                draft.step(
                    Step.of(
                        "amount " + over.amount().getAmount().toPlainString(),
                        over.amount().isLessThan(contract) ? "below" : "not-below",
                        Input.of("role", over.role()))));
    return draft;
  }

  private void room(SignOffPolicy policy) {
    Totals totals = tally.totals();
    policy
        .documentFloor()
        .map(SignOffPolicy.DocumentFloor::margin)
        .ifPresent(
            floor -> {
              Input contract = Input.of("contract", totals.contract());
              Input cost = Input.of("cost", totals.cost());
              Input marginPercent = Input.of("marginPercent", floor);
              BigDecimal left = HUNDRED.subtract(floor.value());
              BigDecimal earning = totals.contract().getAmount().multiply(left);
              BigDecimal costs = totals.cost().getAmount().multiply(HUNDRED);
              workings.add(
                  Working.of(
                          "room.floorPercent",
                          "(contract × (100 − marginPercent) − 100 × cost)"
                              + " / (contract × (100 − marginPercent))",
                          contract,
                          cost,
                          marginPercent)
                      .percentCutDown(earning.subtract(costs), earning));
              workings.add(
                  Working.of(
                          "room.floorAmount",
                          "contract − up(100 × cost / (100 − marginPercent))",
                          contract,
                          cost,
                          marginPercent)
                      .lessUp(totals.contract(), costs, left));
            });
    authority(policy);
  }

  private void authority(SignOffPolicy policy) {
    Percent allowed = policy.allowed();
    BigDecimal keep = HUNDRED.subtract(allowed.value());
    Working.Draft draft =
        Working.of(
            "room.authorityPercent",
            "the least of 1 − gross × (100 − discountPercent) / (100 × final) over the lines sold",
            Input.of("asRole", policy.asRole()),
            Input.of("discountPercent", allowed));
    BigDecimal leastPart = null;
    BigDecimal leastWhole = BigDecimal.ZERO;
    for (LineTally line : tally.lines()) {
      if (line.isSold() && line.finalAmount().isPositive()) {
        BigDecimal whole = line.finalAmount().getAmount().multiply(HUNDRED);
        BigDecimal part = whole.subtract(line.gross().getAmount().multiply(keep));
        draft.step(
            Step.of(
                "line " + line.line().id(),
                "looked-at",
                Input.of("gross", line.gross()),
                Input.of("final", line.finalAmount())));
        if (leastPart == null
            || part.multiply(leastWhole).compareTo(leastPart.multiply(whole)) < 0) {
          leastPart = part;
          leastWhole = whole;
        }
      }
    }
    workings.add(leastPart == null ? draft.none() : draft.percentCutDown(leastPart, leastWhole));
  }

  private void landing(Target target) {
    Landing landing = check.landing().orElseThrow();
    Totals totals = tally.totals();
    Money now = Landing.given(tally);
    List<Input> inputs =
        new ArrayList<>(List.of(Input.of("given", now), Input.of("contract", totals.contract())));
    String formula = "given + contract − ";
    if (target instanceof Target.Margin margin) {
      inputs.add(Input.of("cost", totals.cost()));
      inputs.add(Input.of("marginPercent", margin.percent()));
      workings.add(
          Working.of(
                  "landing.documentDiscount",
                  formula + "up(100 × cost / (100 − marginPercent))",
                  inputs.toArray(Input[]::new))
              .lessUp(
                  now.plus(totals.contract()),
                  totals.cost().getAmount().multiply(HUNDRED),
                  HUNDRED.subtract(margin.percent().value())));
    } else if (target instanceof Target.FirstInvoice invoice) {
      workings.add(onTotalWithTax(landing, invoice.total()));
    } else {
      Money wanted = ((Target.Contract) target).amount();
      inputs.add(Input.of("wanted", wanted));
      workings.add(
          Working.of("landing.documentDiscount", formula + "wanted", inputs.toArray(Input[]::new))
              .exactly(now.plus(totals.contract()).minus(wanted)));
    }
    workings.add(
        Working.of(
                "landing.feasible",
                "0 ≤ documentDiscount ≤ Σ net of the one-off lines sold",
                Input.of("documentDiscount", landing.documentDiscount()),
                Input.of("Σ net", Landing.most(tally)))
            .exactly(String.valueOf(landing.feasible())));
    landing.contract().ifPresent(contract -> landed(contract, totals.cost()));
  }

  /** The discount and its neighbour: with a unit less the first invoice is above what is wanted. */
  private Working onTotalWithTax(Landing landing, Money wanted) {
    Money discount = landing.documentDiscount();
    Working.Draft draft =
        Working.of(
            "landing.documentDiscount",
            "the least discount whose first invoice with tax is not above the total wanted",
            Input.of("wanted", wanted));
    if (landing.feasible()) {
      draft.step(at("fits", discount));
      if (discount.isPositive()) {
        draft.step(at("above", discount.minus(unit())));
      }
    }
    return draft.exactly(discount);
  }

  private Step at(String outcome, Money discount) {
    return Step.of(
        "discount " + discount.getAmount().toPlainString(),
        outcome,
        Input.of("total", Landing.total(tally, discount)));
  }

  private void landed(Money contract, Money cost) {
    Money margin = contract.minus(cost);
    Money given = Landing.given(tally).plus(tally.totals().contract());
    Money discount = check.landing().orElseThrow().documentDiscount();
    workings.add(
        Working.of(
                "landing.contract",
                "given + contract − documentDiscount",
                Input.of("given + contract", given),
                Input.of("documentDiscount", discount))
            .exactly(given.minus(discount)));
    workings.add(
        Working.of(
                "landing.marginPercent",
                "(contract − cost) / contract",
                Input.of("contract", contract),
                Input.of("cost", cost))
            .percent(margin.getAmount(), contract.getAmount()));
  }

  private Money unit() {
    return Rounding.minorUnit(tally.worksheet().currency());
  }

  private boolean isWholeUnit(BigDecimal over) {
    return over.compareTo(unit().getAmount()) >= 0;
  }

  private static BigDecimal share(Money amount, Percent percent) {
    return amount.getAmount().multiply(percent.fraction());
  }
}
