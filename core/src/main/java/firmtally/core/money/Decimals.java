package firmtally.core.money;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.regex.Pattern;

/**
 * What the decimal value types share: how text is read, and in which range and to how many places.
 */
final class Decimals {
  static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
  private static final Pattern PLAIN = Pattern.compile("-?[0-9]+(\\.[0-9]+)?");

  private Decimals() {}

  static BigDecimal parse(String name, String text) {
    if (!PLAIN.matcher(text).matches()) {
      throw new IllegalArgumentException(
          name + " \"" + text + "\" is not a plain decimal such as 12.5");
    }
    return normal(new BigDecimal(text));
  }

  /** Without trailing zeros, so that equal numbers are equal objects. */
  static BigDecimal normal(BigDecimal value) {
    if (value.scale() == 0) {
      return value;
    }
    BigDecimal stripped = value.stripTrailingZeros();
    return stripped.scale() < 0 ? stripped.setScale(0, RoundingMode.UNNECESSARY) : stripped;
  }

  static BigDecimal atMost(String name, BigDecimal value, int decimals) {
    BigDecimal normal = normal(value);
    if (normal.scale() > decimals) {
      throw new IllegalArgumentException(
          name + " " + normal.toPlainString() + " has more than " + decimals + " decimals");
    }
    return normal;
  }
}
