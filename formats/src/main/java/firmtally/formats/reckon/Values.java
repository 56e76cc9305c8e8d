package firmtally.formats.reckon;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
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

  static String text(BigDecimal number) {
    return number.toPlainString();
  }

  /** What a paper comes to, after the fields that it has of its own. */
  static Map<String, Object> taxed(Map<String, Object> paper, TaxedSum sum) {
    paper.put(
        "taxes",
        sum.taxes().stream()
            .map(
                tax ->
                    map(
                        "percent", tax.percent().toString(),
                        "base", text(tax.base()),
                        "tax", text(tax.tax())))
            .toList());
    paper.put("net", text(sum.net()));
    paper.put("tax", text(sum.tax()));
    paper.put("total", text(sum.total()));
    return paper;
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
