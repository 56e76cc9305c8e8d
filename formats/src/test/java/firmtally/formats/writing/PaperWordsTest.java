package firmtally.formats.writing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.UnitPrice;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Properties;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The words of papers in their languages. */
class PaperWordsTest {
  private static final Pattern PLACE = Pattern.compile("\\{[0-9]");

  private static Properties words(String language) throws IOException {
    Properties words = new Properties();
    try (Reader in =
        new InputStreamReader(
            PaperWords.class.getResourceAsStream("words_" + language + ".properties"),
            StandardCharsets.UTF_8)) {
      words.load(in);
    }
    return words;
  }

  private static TreeSet<String> places(String pattern) {
    TreeSet<String> places = new TreeSet<>();
    PLACE.matcher(pattern).results().forEach(found -> places.add(found.group()));
    return places;
  }

  @ParameterizedTest
  @ValueSource(strings = {"de", "fr"})
  void everyLanguageHasTheWordsOfEnglishWithTheSamePlacesToFill(String language)
      throws IOException {
    Properties english = words("en");
    Properties other = words(language);
    assertThat(other.stringPropertyNames()).isEqualTo(english.stringPropertyNames());
    PaperWords filled = PaperWords.of(language, Writing.NEUTRAL);
    for (String key : english.stringPropertyNames()) {
      assertThat(places(other.getProperty(key)))
          .as(key)
          .isEqualTo(places(english.getProperty(key)));
      assertThat(filled.get(key, 2, "b", "c")).as(key).isNotBlank().doesNotContain("{");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "en|''|1 March 2027",
        "en|US|March 1, 2027",
        "en|FR|1 March 2027",
        "de|DE|1. März 2027",
        "fr|FR|1 mars 2027",
        "es|ES|1 March 2027",
      })
  void writesDaysInALanguage(String language, String region, String day) {
    assertThat(PaperWords.of(language, Writing.of(region)).day(LocalDate.of(2027, 3, 1)))
        .isEqualTo(day);
  }

  @Test
  void countsMonthsAsTheLanguageDoes() {
    assertThat(PaperWords.english().get("every", 1)).isEqualTo("every month");
    assertThat(PaperWords.english().get("months", 3)).isEqualTo("3 months");
    PaperWords german = PaperWords.of("de", Writing.of("DE"));
    assertThat(german.get("line.and", "12,00", german.get("every", 3)))
        .isEqualTo("und 12,00 alle 3 Monate");
    assertThat(PaperWords.of("fr", Writing.of("FR")).get("every", 1)).isEqualTo("chaque mois");
  }

  @Test
  void writesPricesWithAtLeastTheDigitsOfTheirCurrency() {
    PaperWords german = PaperWords.of("de", Writing.of("DE"));
    CurrencyUnit euro = CurrencyUnit.EUR;
    assertThat(german.price(UnitPrice.of(new BigDecimal("420")), euro)).isEqualTo("420,00");
    assertThat(german.price(UnitPrice.of(new BigDecimal("0.0125")), euro)).isEqualTo("0,0125");
    assertThat(german.amount(Money.of(euro, new BigDecimal("1234.50")))).isEqualTo("1.234,50");
    assertThat(german.percent(new BigDecimal("7.50"))).isEqualTo("7,5\u00a0%");
    assertThat(german.number(new BigDecimal("100"))).isEqualTo("100");
  }

  @Test
  void refusesWordsThatItDoesNotHave() {
    assertThatThrownBy(() -> PaperWords.english().get("no.such")).hasMessageContaining("no.such");
  }
}
