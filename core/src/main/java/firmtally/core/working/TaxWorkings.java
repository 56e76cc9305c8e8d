package firmtally.core.working;

import firmtally.core.money.TaxedSum;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** The workings of a {@link TaxedSum}, wherever one stands. */
public final class TaxWorkings {
  private TaxWorkings() {}

  /**
   * How the tax of each percent, all tax and the total came about. The bases and the net are told
   * by whoever knows what they consist of.
   *
   * @param at where the sum stands in an answer, such as {@code totals.firstInvoice.}
   */
  public static List<Working> of(String at, TaxedSum sum) {
    CurrencyUnit currency = sum.net().getCurrencyUnit();
    List<Working> workings = new ArrayList<>();
    Money all = Money.zero(currency);
    Working.Draft tax = Working.of(at + "tax", "Σ tax");
    for (int i = 0; i < sum.taxes().size(); i++) {
      TaxedSum.TaxLine line = sum.taxes().get(i);
      workings.add(
          Working.of(
                  at + "taxes[" + i + "].tax",
                  "base × percent/100",
                  Input.of("base", line.base()),
                  Input.of("percent", line.percent()))
              .halfUp(line.base().getAmount().multiply(line.percent().fraction()), currency));
      all = all.plus(line.tax());
      tax.step(Step.of(line.percent() + " %", "counts", Input.of("tax", line.tax())));
    }
    workings.add(tax.exactly(all));
    workings.add(
        Working.of(at + "total", "net + tax", Input.of("net", sum.net()), Input.of("tax", all))
            .exactly(sum.net().plus(all)));
    return workings;
  }

  /** How the net came about: the sum of the bases. */
  public static Working net(String at, TaxedSum sum) {
    Working.Draft net = Working.of(at + "net", "Σ base");
    Money all = Money.zero(sum.net().getCurrencyUnit());
    for (TaxedSum.TaxLine line : sum.taxes()) {
      all = all.plus(line.base());
      net.step(Step.of(line.percent() + " %", "counts", Input.of("base", line.base())));
    }
    return net.exactly(all);
  }
}
