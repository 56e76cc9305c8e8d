package firmtally.formats.invoice;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Countries as people write them and as standards name them: {@code Germany}, {@code Deutschland}
 * and {@code de} are all {@code DE}.
 */
public final class Countries {
  private static final Set<String> CODES = Set.copyOf(Arrays.asList(Locale.getISOCountries()));
  private static final Map<String, String> NAMES = names();

  private Countries() {}

  private static Map<String, String> names() {
    Map<String, String> names = new HashMap<>();
    for (String code : Locale.getISOCountries()) {
      Locale country = new Locale.Builder().setRegion(code).build();
      for (Locale in : List.of(Locale.ENGLISH, Locale.GERMAN, Locale.FRENCH)) {
        names.putIfAbsent(key(country.getDisplayCountry(in)), code);
      }
    }
    return Map.copyOf(names);
  }

  private static String key(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  /** Whether it is a code of ISO 3166-1 alpha-2. */
  public static boolean isCode(String text) {
    return CODES.contains(text);
  }

  /** The code of a country as it was typed; empty for what is none. */
  public static Optional<String> code(String typed) {
    String upper = typed.strip().toUpperCase(Locale.ROOT);
    return isCode(upper) ? Optional.of(upper) : Optional.ofNullable(NAMES.get(key(typed)));
  }
}
