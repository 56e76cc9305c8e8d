package firmtally.server.company.setup;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What is proposed by country is in order: codes that are known, currencies that are active. */
class CountriesTest {
  private final Countries countries = new Countries();

  @Test
  void everyProposalIsOneThatTheSettingsTake() {
    Set<String> codes = Set.of(Locale.getISOCountries());
    assertThat(countries.all()).hasSizeGreaterThan(30);
    assertThat(countries.all()).extracting(Countries.Country::code).doesNotHaveDuplicates();
    for (Countries.Country country : countries.all()) {
      assertThat(codes).as(country.name()).contains(country.code());
      assertThat(Currencies.find(country.currency())).as(country.name()).isPresent();
      List<Percent> taxes = country.taxes().stream().map(Percent::parse).toList();
      assertThat(taxes).as(country.name()).isNotEmpty().doesNotHaveDuplicates();
      assertThat(taxes.get(0).value())
          .isEqualByComparingTo(
              taxes.stream()
                  .map(Percent::value)
                  .max(java.math.BigDecimal::compareTo)
                  .orElseThrow());
    }
  }

  @Test
  void theyStandByName() {
    List<String> names = countries.all().stream().map(Countries.Country::name).toList();
    assertThat(names).isSorted();
    assertThat(countries.find("DE").orElseThrow().taxes()).containsExactly("19", "7", "0");
    assertThat(countries.find("XX")).isEmpty();
  }
}
