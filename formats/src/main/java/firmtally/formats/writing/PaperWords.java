package firmtally.formats.writing;

import com.ibm.icu.text.DateFormat;
import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.util.TimeZone;
import com.ibm.icu.util.ULocale;
import firmtally.core.money.UnitPrice;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Date;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * The words of papers in a language, with figures and days as they are written there. A language is
 * a file of words beside this class; one that there is none of is written in English.
 */
public final class PaperWords {
  private static final String ENGLISH = "en";

  /** The languages that there are words in. */
  public static final List<String> LANGUAGES = List.of(ENGLISH, "de", "fr");

  private static final DateTimeFormatter DAY_FIRST =
      DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);
  private static final DateTimeFormatter MONTH_FIRST =
      DateTimeFormatter.ofPattern("MMMM d, uuuu", Locale.ENGLISH);
  private static final Map<String, Map<String, String>> WORDS = new TreeMap<>();

  static {
    LANGUAGES.forEach(language -> WORDS.put(language, read(language)));
  }

  private final String language;
  private final Map<String, String> words;
  private final Writing writing;

  private PaperWords(String language, Writing writing) {
    this.language = language;
    this.words = WORDS.get(language);
    this.writing = writing;
  }

  private static Map<String, String> read(String language) {
    Properties properties = new Properties();
    try (Reader in =
        new InputStreamReader(
            PaperWords.class.getResourceAsStream("words_" + language + ".properties"),
            StandardCharsets.UTF_8)) {
      properties.load(in);
    } catch (IOException e) {
      throw new UncheckedIOException("the words of papers are part of the application", e);
    }
    Map<String, String> words = new TreeMap<>();
    properties.forEach((key, value) -> words.put((String) key, (String) value));
    return words;
  }

  /**
   * @param language by its two letters; another than we have words in, and null, is English
   */
  public static PaperWords of(String language, Writing writing) {
    return new PaperWords(
        language != null && LANGUAGES.contains(language) ? language : ENGLISH, writing);
  }

  /** The language of a country that there are words in, else English: {@code de} of {@code AT}. */
  public static String languageOf(String region) {
    String likely = ULocale.addLikelySubtags(new ULocale("und_" + region)).getLanguage();
    return LANGUAGES.contains(likely) ? likely : ENGLISH;
  }

  /** Words in English, for no country in particular. */
  public static PaperWords english() {
    return of(ENGLISH, Writing.NEUTRAL);
  }

  /** The language that it is, by its two letters. */
  public String language() {
    return language;
  }

  public Writing writing() {
    return writing;
  }

  /** The size of the paper, as style sheets call it. */
  public String paper() {
    return writing.paper().css();
  }

  /**
   * Words by their key, with what belongs between them: {@code get("every.months", 3)} is {@code
   * every 3 months}.
   *
   * @throws IllegalArgumentException when there is no such key
   */
  public String get(String key, Object... arguments) {
    String pattern = words.get(key);
    if (pattern == null) {
      throw new IllegalArgumentException("papers have no words for " + key);
    }
    return arguments.length == 0
        ? pattern
        : new MessageFormat(pattern, new ULocale(language)).format(arguments);
  }

  /** Words with nothing to fill in, for the pages that papers are printed by. */
  public String word(String key) {
    return get(key);
  }

  /** Which paper it is, and whose: {@code Quote Q-1001 by Harrow & Plumb}. */
  public String by(String paper, String company) {
    return get("by", paper, company);
  }

  /** The heading of a column of amounts: {@code Amount, EUR}. */
  public String amountIn(String currency) {
    return get("column.amount-in", currency);
  }

  /** An amount, without its currency: {@code −1 234.50}. */
  public String amount(Money money) {
    return writing.number(money.getAmount(), 0);
  }

  /** As an amount, with the decimals beyond the currency's that it has: {@code 428.6875}. */
  public String price(UnitPrice price, CurrencyUnit currency) {
    return writing.number(price.value().stripTrailingZeros(), currency.getDecimalPlaces());
  }

  /** A quantity or a percentage, with the decimals that it has. */
  public String number(BigDecimal number) {
    return writing.number(number.stripTrailingZeros(), 0);
  }

  /** A percentage with its sign: {@code 7.5 %}. */
  public String percent(BigDecimal percent) {
    return number(percent) + "\u00a0%";
  }

  /** A day: {@code 1 March 2027}. */
  public String day(LocalDate day) {
    if (language.equals(ENGLISH)) {
      return (writing.monthFirst() ? MONTH_FIRST : DAY_FIRST).format(day);
    }
    DateFormat format =
        DateFormat.getDateInstance(DateFormat.LONG, new ULocale(language + "_" + writing.region()));
    format.setTimeZone(TimeZone.GMT_ZONE);
    return format.format(Date.from(day.atStartOfDay(ZoneOffset.UTC).toInstant()));
  }
}
