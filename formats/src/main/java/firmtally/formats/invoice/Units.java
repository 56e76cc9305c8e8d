package firmtally.formats.invoice;

import java.util.Locale;
import java.util.Map;

/** Units by their codes of UN/ECE Recommendation 20; what is not known is one of something. */
public final class Units {
  private static final String ONE = "C62";
  private static final Map<String, String> CODES =
      Map.ofEntries(
          Map.entry("pc", "H87"),
          Map.entry("pcs", "H87"),
          Map.entry("piece", "H87"),
          Map.entry("set", "SET"),
          Map.entry("pair", "PR"),
          Map.entry("hour", "HUR"),
          Map.entry("h", "HUR"),
          Map.entry("day", "DAY"),
          Map.entry("month", "MON"),
          Map.entry("year", "ANN"),
          Map.entry("kg", "KGM"),
          Map.entry("g", "GRM"),
          Map.entry("t", "TNE"),
          Map.entry("m", "MTR"),
          Map.entry("cm", "CMT"),
          Map.entry("mm", "MMT"),
          Map.entry("m2", "MTK"),
          Map.entry("m²", "MTK"),
          Map.entry("m3", "MTQ"),
          Map.entry("m³", "MTQ"),
          Map.entry("l", "LTR"),
          Map.entry("km", "KMT"));

  private Units() {}

  /** The code of a unit as people write it. */
  public static String code(String unit) {
    return CODES.getOrDefault(unit.strip().toLowerCase(Locale.ROOT), ONE);
  }
}
