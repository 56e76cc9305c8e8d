package firmtally.formats.reckon;

import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** Core values as they stand in documents: decimals as texts. */
final class Values {
  private static final int PERCENT_DECIMALS = 2;

  private Values() {}

  static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  static String text(UnitPrice price) {
    return price.toString();
  }

  static String text(Optional<Percent> percent) {
    return percent.map(p -> p.value().setScale(PERCENT_DECIMALS).toPlainString()).orElse(null);
  }

  /** A map in the order of its names and values, which alternate; values may be null. */
  static Map<String, Object> map(Object... namesAndValues) {
    Map<String, Object> map = new LinkedHashMap<>();
    for (int i = 0; i < namesAndValues.length; i += 2) {
      map.put((String) namesAndValues[i], namesAndValues[i + 1]);
    }
    return map;
  }
}
