package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import java.math.BigInteger;

/** How likely which total of the uncertain opportunities is. Totals are in minor units. */
interface TotalOdds {
  /** The smallest total t with P(total ≤ t) at least so many percent. */
  BigInteger atLeastWithin(int percent);

  /** P(total ≥ goal), 2 decimals half up. */
  Percent reaching(BigInteger goal);
}
