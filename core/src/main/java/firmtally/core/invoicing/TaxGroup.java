package firmtally.core.invoicing;

import firmtally.core.money.Percent;
import java.math.BigDecimal;

/** The lines of one tax percent together: what is ordered, charged, and open as deposits. */
final class TaxGroup {
  final Percent percent;
  int place;
  BigDecimal net = BigDecimal.ZERO;
  BigDecimal charged = BigDecimal.ZERO;
  BigDecimal deposits = BigDecimal.ZERO;

  TaxGroup(Percent percent) {
    this.percent = percent;
  }

  /** What a deposit may still take: what is neither charged nor paid ahead. */
  BigDecimal left() {
    return net.subtract(charged).subtract(deposits);
  }
}
