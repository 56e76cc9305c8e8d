package firmtally.core.ordering;

import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.joda.money.Money;

/** The workings of a variance. */
final class VarianceWorkings {
  private final Variance variance;
  private final Money zero;
  private final List<Working> workings = new ArrayList<>();

  private VarianceWorkings(Variance variance) {
    this.variance = variance;
    this.zero = Money.zero(variance.before().getCurrencyUnit());
  }

  static List<Working> of(
      Variance variance, Map<String, VarianceLine> before, Map<String, VarianceLine> after) {
    VarianceWorkings all = new VarianceWorkings(variance);
    for (int i = 0; i < variance.lines().size(); i++) {
      String key = variance.lines().get(i).key();
      String at = "lines[" + i + "].";
      VarianceLine was = before.get(key);
      VarianceLine is = after.get(key);
      if (was != null && is != null) {
        all.pair(at, was, is);
      } else {
        all.single(at, was, is);
      }
    }
    all.finals("totals.before", before);
    all.finals("totals.after", after);
    all.totals();
    return List.copyOf(all.workings);
  }

  private void pair(String at, VarianceLine was, VarianceLine is) {
    Input q1 = Input.of("quantityBefore", was.quantity());
    Input q2 = Input.of("quantityAfter", is.quantity());
    Input p1 = Input.of("unitPriceBefore", was.unitPrice());
    Input p2 = Input.of("unitPriceAfter", is.unitPrice());
    Input paid = Input.of("finalBefore", was.finalAmount());
    BigDecimal final1 = was.finalAmount().getAmount();
    int decimals = zero.getCurrencyUnit().getDecimalPlaces();
    Working quantity =
        Working.of(at + "quantity", "(q₂ − q₁) × final₁ / q₁", q2, q1, paid)
            .halfUp(
                is.quantity().value().subtract(was.quantity().value()).multiply(final1),
                was.quantity().value(),
                decimals);
    Working.Draft priceDraft =
        Working.of(
            at + "price",
            "(p₂ − p₁) × q₂ × final₁ / (q₁ × p₁), 0 when p₁ is 0",
            p2,
            p1,
            q2,
            q1,
            paid);
    BigDecimal base = was.quantity().value().multiply(was.unitPrice().value());
    Working price =
        base.signum() == 0
            ? priceDraft.exactly(zero)
            : priceDraft.halfUp(
                is.unitPrice()
                    .value()
                    .subtract(was.unitPrice().value())
                    .multiply(is.quantity().value())
                    .multiply(final1),
                base,
                decimals);
    Money change = is.finalAmount().minus(was.finalAmount());
    BigDecimal left =
        change
            .getAmount()
            .subtract(new BigDecimal(quantity.result().orElseThrow()))
            .subtract(new BigDecimal(price.result().orElseThrow()));
    workings.add(
        Working.of(at + "change", "final₂ − final₁", Input.of("finalAfter", is.finalAmount()), paid)
            .exactly(change));
    workings.add(quantity);
    workings.add(price);
    workings.add(
        Working.of(at + "discount", "change − quantity − price", Input.of("change", change))
            .exactly(left.toPlainString()));
  }

  private void single(String at, VarianceLine was, VarianceLine is) {
    String of = at + (was == null ? "added" : "removed");
    VarianceLine only = was == null ? is : was;
    Money paid = only.finalAmount();
    workings.add(
        Working.of(of, was == null ? "final" : "−final", Input.of("final", paid))
            .exactly(was == null ? paid : paid.negated()));
    workings.add(
        Working.of(at + "change", was == null ? "final" : "−final", Input.of("final", paid))
            .exactly(was == null ? paid : paid.negated()));
  }

  private void finals(String of, Map<String, VarianceLine> lines) {
    Working.Draft draft = Working.of(of, "Σ final");
    Money sum = zero;
    for (VarianceLine line : lines.values()) {
      sum = sum.plus(line.finalAmount());
      draft.step(Step.of("line " + line.key(), "counts", Input.of("final", line.finalAmount())));
    }
    workings.add(draft.exactly(sum));
  }

  private void totals() {
    total("quantity", Variance.Parts::quantity);
    total("price", Variance.Parts::price);
    total("discount", Variance.Parts::discount);
    total("added", Variance.Parts::added);
    total("removed", Variance.Parts::removed);
    workings.add(
        Working.of(
                "totals.change",
                "after − before",
                Input.of("after", variance.after()),
                Input.of("before", variance.before()))
            .exactly(variance.after().minus(variance.before())));
  }

  private void total(String name, Function<Variance.Parts, Money> part) {
    Working.Draft draft = Working.of("totals." + name, "Σ " + name);
    Money sum = zero;
    for (Variance.Line line : variance.lines()) {
      sum = sum.plus(part.apply(line.parts()));
      draft.step(Step.of("line " + line.key(), "counts", Input.of(name, part.apply(line.parts()))));
    }
    workings.add(draft.exactly(sum));
  }
}
