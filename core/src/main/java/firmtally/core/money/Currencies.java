package firmtally.core.money;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;

/**
 * The active ISO 4217 currencies that have minor digits: EUR has 2, JPY 0, KWD 3.
 *
 * <p>The table is the data file {@code currencies.csv} beside this class. It is stricter than the
 * one that comes with Joda-Money, which also knows withdrawn currencies and metals.
 */
public final class Currencies {
  private static final Map<String, CurrencyUnit> ACTIVE = load();

  private Currencies() {}

  /**
   * The currency of a code such as {@code "EUR"}; empty when it is withdrawn, has no minor digits
   * or is none.
   */
  public static Optional<CurrencyUnit> find(String code) {
    return Optional.ofNullable(ACTIVE.get(code));
  }

  /**
   * The currency of a code such as {@code "EUR"}.
   *
   * @throws IllegalArgumentException if it is not an active currency with minor digits
   */
  public static CurrencyUnit get(String code) {
    return find(code)
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "currency " + code + " is not an active ISO 4217 code with minor digits"));
  }

  /** The codes in alphabetical order. */
  public static List<String> codes() {
    return List.copyOf(ACTIVE.keySet());
  }

  private static Map<String, CurrencyUnit> load() {
    Map<String, CurrencyUnit> found = new TreeMap<>();
    try (InputStream in = Currencies.class.getResourceAsStream("currencies.csv");
        BufferedReader lines =
            new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      for (String line; (line = lines.readLine()) != null; ) {
        if (!line.startsWith("#")) {
          String[] cells = line.split(",");
          found.put(
              cells[0], unit(cells[0], Integer.parseInt(cells[1]), Integer.parseInt(cells[2])));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException("currencies.csv cannot be read", e);
    }
    return new TreeMap<>(found);
  }

  private static CurrencyUnit unit(String code, int numeric, int digits) {
    boolean known =
        CurrencyUnit.registeredCurrencies().stream()
            .anyMatch(unit -> unit.getCode().equals(code) && unit.getDecimalPlaces() == digits);
    return known
        ? CurrencyUnit.of(code)
        : CurrencyUnit.registerCurrency(code, numeric, digits, List.of(), true);
  }
}
