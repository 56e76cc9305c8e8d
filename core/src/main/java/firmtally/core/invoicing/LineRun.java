package firmtally.core.invoicing;

import java.math.BigDecimal;

/** An order's line while it is charged in parts. */
final class LineRun {
  final OrderLine line;
  final int place;
  final TaxGroup group;
  final BigDecimal ordered;
  final BigDecimal net;
  BigDecimal quantity = BigDecimal.ZERO;
  BigDecimal charged = BigDecimal.ZERO;

  /** The ask that named it last, so that one that names it twice is noticed. */
  int namedBy = -1;

  LineRun(OrderLine line, int place, TaxGroup group) {
    this.line = line;
    this.place = place;
    this.group = group;
    this.ordered = line.quantity().value();
    this.net = line.net().getAmount();
  }

  BigDecimal left() {
    return ordered.subtract(quantity);
  }

  /** The quantity goes up or down by so much, and what was charged by so much. */
  void move(BigDecimal by, BigDecimal amount) {
    quantity = quantity.add(by);
    charged = charged.add(amount);
    group.charged = group.charged.add(amount);
  }
}
