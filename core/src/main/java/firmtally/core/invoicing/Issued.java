package firmtally.core.invoicing;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A paper that a later credit may take back. */
sealed interface Issued {
  /** A part or a rest, with its lines in the order of the order's lines. */
  record Charged(List<ChargedLine> lines) implements Issued {
    /** The lines by the order's line; most invoices are never asked for it. */
    Map<String, ChargedLine> byId() {
      Map<String, ChargedLine> byId = new HashMap<>();
      lines.forEach(line -> byId.put(line.run.line.id(), line));
      return byId;
    }

    /** What is not yet taken back, in the order of the order's lines. */
    List<ChargedLine> left() {
      List<ChargedLine> left = new ArrayList<>();
      for (ChargedLine line : lines) {
        if (line.left().signum() > 0) {
          left.add(line);
        }
      }
      return left;
    }
  }

  /** A deposit, by what is left of it at each tax percent. */
  record Deposit(String ref, BigDecimal[] left) implements Issued {}

  /** A credit note, which nothing takes back. */
  record Credited() implements Issued {}

  /** A line of an invoice while it is taken back in parts. */
  final class ChargedLine {
    final LineRun run;
    final BigDecimal quantity;
    final BigDecimal amount;
    BigDecimal taken = BigDecimal.ZERO;
    BigDecimal amountTaken = BigDecimal.ZERO;

    ChargedLine(LineRun run, BigDecimal quantity, BigDecimal amount) {
      this.run = run;
      this.quantity = quantity;
      this.amount = amount;
    }

    BigDecimal left() {
      return quantity.subtract(taken);
    }
  }
}
