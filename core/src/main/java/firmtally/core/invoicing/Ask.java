package firmtally.core.invoicing;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;

/** What is to be charged or taken back next. */
public sealed interface Ask {
  /** The name of the paper that it becomes, unique among the asks. */
  String ref();

  /** A quantity of a line, above 0. */
  record Portion(String line, Quantity quantity) {
    public Portion {
      quantity.positive();
    }
  }

  /**
   * Charged ahead: of the lines of each tax percent the same share.
   *
   * @param percent above 0, up to 100 %
   */
  record PercentDeposit(String ref, Percent percent) implements Ask {
    public PercentDeposit {
      Texts.notEmpty("ref", ref);
      percent.within("percent", Percent.ZERO, Percent.HUNDRED);
      if (percent.equals(Percent.ZERO)) {
        throw new IllegalArgumentException("percent 0 is not above 0");
      }
    }
  }

  /**
   * Charged ahead: an amount, split over the tax percents by what is ordered at each.
   *
   * @param net above 0
   */
  record NetDeposit(String ref, Money net) implements Ask {
    public NetDeposit {
      Texts.notEmpty("ref", ref);
      if (!net.isPositive()) {
        throw new IllegalArgumentException("net " + net + " is not above 0");
      }
    }
  }

  /**
   * These quantities now.
   *
   * @param lines at least one, each line once
   * @param deduct whether deposits are set off
   */
  record Part(String ref, List<Portion> lines, boolean deduct) implements Ask {
    public Part {
      Texts.notEmpty("ref", ref);
      lines = notEmpty(lines);
    }
  }

  /**
   * All that is left, of every line that has a quantity left.
   *
   * @param deduct whether deposits are set off
   */
  record Rest(String ref, boolean deduct) implements Ask {
    public Rest {
      Texts.notEmpty("ref", ref);
    }
  }

  /**
   * Takes back: quantities of an earlier part or rest, or what is left of a deposit.
   *
   * @param of the ref of the paper
   * @param lines all that is not yet taken back without; never of a deposit
   */
  record Credit(String ref, String of, Optional<List<Portion>> lines) implements Ask {
    public Credit {
      Texts.notEmpty("ref", ref);
      Texts.notEmpty("of", of);
      lines = lines.map(Ask::notEmpty);
    }
  }

  private static List<Portion> notEmpty(List<Portion> lines) {
    if (lines.isEmpty()) {
      throw new IllegalArgumentException("lines are empty");
    }
    return List.copyOf(lines);
  }
}
