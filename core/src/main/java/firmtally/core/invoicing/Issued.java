package firmtally.core.invoicing;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A paper that a later credit may take back. */
sealed interface Issued {
  /** A part or a rest, by the lines it has. */
  record Charged(Map<String, ChargedLine> lines) implements Issued {
    static Charged of(List<ChargedLine> lines) {
      Map<String, ChargedLine> byId = new LinkedHashMap<>();
      lines.forEach(line -> byId.put(line.run.line.id(), line));
      return new Charged(byId);
    }

    /** What is not yet taken back, in the order of the order's lines. */
    List<ChargedLine> left() {
      List<ChargedLine> left = new ArrayList<>();
      for (ChargedLine line : lines.values()) {
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
