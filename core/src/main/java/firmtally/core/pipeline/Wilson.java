package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/**
 * The Wilson score interval of 90 %: {@code (2w + z² ± z·√(z² + 4w(n−w)/n)) / (2(n + z²))}, worked
 * out to so many digits that only the last step rounds.
 *
 * @param won w, from 0 to n
 * @param entered n, above 0
 */
record Wilson(int won, int entered) {
  private static final BigDecimal Z = new BigDecimal("1.6448536269514722");
  private static final BigDecimal Z_SQUARED = Z.multiply(Z);
  private static final BigDecimal TWO = BigDecimal.valueOf(2);
  private static final BigDecimal FOUR = BigDecimal.valueOf(4);
  private static final MathContext DIGITS = new MathContext(60);

  Percent low() {
    return end(centre().subtract(reach()));
  }

  Percent high() {
    return end(centre().add(reach()));
  }

  private BigDecimal centre() {
    return TWO.multiply(BigDecimal.valueOf(won)).add(Z_SQUARED);
  }

  private BigDecimal reach() {
    BigDecimal n = BigDecimal.valueOf(entered);
    BigDecimal spread =
        FOUR.multiply(BigDecimal.valueOf(won))
            .multiply(BigDecimal.valueOf((long) entered - won))
            .divide(n, DIGITS);
    return Z.multiply(Z_SQUARED.add(spread).sqrt(DIGITS));
  }

  private Percent end(BigDecimal part) {
    BigDecimal whole = TWO.multiply(BigDecimal.valueOf(entered).add(Z_SQUARED));
    // The root of a square comes back a hair off; at no win or all wins the end is exactly 0 or 1.
    BigDecimal near = part.divide(whole, 40, RoundingMode.HALF_UP);
    return Percent.ratio(near, BigDecimal.ONE).orElseThrow();
  }
}
