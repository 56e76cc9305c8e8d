package firmtally.formats.writing;

import com.ibm.icu.text.DateFormat;
import com.ibm.icu.text.DecimalFormat;
import com.ibm.icu.text.DecimalFormatSymbols;
import com.ibm.icu.text.NumberFormat;
import com.ibm.icu.text.SimpleDateFormat;
import com.ibm.icu.util.Calendar;
import com.ibm.icu.util.LocaleData;
import com.ibm.icu.util.ULocale;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * How figures and days are written in a country, by the Common Locale Data Repository: {@code
 * 1.234,50} in Germany, {@code 12,34,567.00} in India; and on which paper.
 *
 * @param region by its two letters, as ISO 3166 has it; blank for none, which is {@code 1 234.50},
 *     {@code 1 Mar 2027}, weeks from Monday, and A4
 * @param decimal between whole numbers and what is less than one
 * @param group between groups of digits
 * @param nearest how many digits the last group before the decimals has
 * @param further how many those before it have
 * @param monthFirst whether the month stands before the day
 * @param firstDay of the week, from 1 for Monday to 7
 */
public record Writing(
    String region,
    char decimal,
    char group,
    int nearest,
    int further,
    boolean monthFirst,
    int firstDay,
    PaperSize paper) {
  private static final char NO_BREAK = '\u00a0';
  private static final int LETTER_HEIGHT = 279;

  /** What is written for no country in particular. */
  public static final Writing NEUTRAL =
      new Writing("", '.', NO_BREAK, 3, 3, false, 1, PaperSize.A4);

  private static final List<String> REGIONS =
      Arrays.stream(Locale.getISOCountries()).sorted().toList();

  /** A size of paper. */
  public enum PaperSize {
    A4("A4"),
    LETTER("letter");

    private final String css;

    PaperSize(String css) {
      this.css = css;
    }

    /** As style sheets call it. */
    public String css() {
      return css;
    }
  }

  /** The countries that there is a writing for, by their letters. */
  public static List<String> regions() {
    return REGIONS;
  }

  /**
   * The writing of a country, in European digits.
   *
   * @param region blank for none in particular
   * @throws IllegalArgumentException when there is no such country
   */
  public static Writing of(String region) {
    if (region.isEmpty()) {
      return NEUTRAL;
    }
    if (!REGIONS.contains(region)) {
      throw new IllegalArgumentException("not a country: " + region);
    }
    ULocale likely = ULocale.addLikelySubtags(new ULocale("und_" + region));
    ULocale digits = likely.setKeywordValue("numbers", "latn");
    DecimalFormatSymbols symbols = DecimalFormatSymbols.getInstance(digits);
    DecimalFormat numbers = (DecimalFormat) NumberFormat.getInstance(digits);
    int nearest = numbers.getGroupingSize();
    int further = numbers.getSecondaryGroupingSize();
    String days =
        ((SimpleDateFormat) DateFormat.getDateInstance(DateFormat.SHORT, likely)).toPattern();
    LocaleData.PaperSize paper = LocaleData.getPaperSize(likely);
    return new Writing(
        region,
        symbols.getDecimalSeparator(),
        // A narrow space is not in every font that papers are set in.
        Character.isSpaceChar(symbols.getGroupingSeparator())
            ? NO_BREAK
            : symbols.getGroupingSeparator(),
        nearest,
        further == 0 ? nearest : further,
        days.indexOf('M') < days.indexOf('d') && days.indexOf('d') < days.indexOf('y'),
        (Calendar.getWeekDataForRegion(region).firstDayOfWeek + 5) % 7 + 1,
        paper.getHeight() == LETTER_HEIGHT ? PaperSize.LETTER : PaperSize.A4);
  }

  /**
   * A figure: groups of digits, a true minus, and at least so many decimals.
   *
   * <p>{@code Writing.of("DE").number(new BigDecimal("-1234.5"), 2)} is {@code −1.234,50}.
   */
  public String number(BigDecimal number, int decimals) {
    BigDecimal padded = number.scale() < decimals ? number.setScale(decimals) : number;
    String[] parts = padded.abs().toPlainString().split("\\.");
    StringBuilder written = new StringBuilder(parts[0]);
    int size = nearest;
    for (int at = parts[0].length() - size; at > 0; at -= size) {
      written.insert(at, group);
      size = further;
    }
    if (parts.length > 1) {
      written.append(decimal).append(parts[1]);
    }
    return padded.signum() < 0 ? "−" + written : written.toString();
  }
}
