package firmtally.server.company;

import firmtally.core.money.Currencies;
import firmtally.formats.writing.Writing;
import firmtally.server.access.UserService;
import firmtally.server.platform.CompanyZone;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.Written;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The company's settings. */
@Service
@DependsOnDatabaseInitialization
public class SettingsService {
  private final SettingsStore store;
  private final UserService people;
  private final CompanyZone zone;
  private final Remembered<Optional<SettingsStore.CompanyRow>> remembered;

  SettingsService(SettingsStore store, UserService people, CompanyZone zone) {
    this.store = store;
    this.people = people;
    this.zone = zone;
    this.remembered = new Remembered<>(store::find);
    store.find().ifPresent(this::take);
  }

  private void take(SettingsStore.CompanyRow row) {
    Optional.ofNullable(row.timeZone()).map(ZoneId::of).ifPresent(zone::set);
    Written.as(Writing.of(row.region()));
  }

  /** The time zones that a company may choose, by the names of the tz database. */
  public static List<String> timeZones() {
    return ZoneId.getAvailableZoneIds().stream()
        .filter(id -> id.contains("/") && !id.startsWith("Etc/") && !id.startsWith("SystemV/"))
        .sorted()
        .toList();
  }

  /** The company. */
  public record Company(String name, CurrencyUnit currency) {}

  /** Whether the first visit is over. */
  public boolean isSetUp() {
    return !people.isEmpty();
  }

  /** The company. */
  public Company company() {
    SettingsStore.CompanyRow row = row();
    return new Company(row.name(), Currencies.get(row.currency()));
  }

  /** An amount kept in minor units, as a decimal text: 125000 is {@code "1250.00"} in EUR. */
  public LongFunction<String> amounts() {
    CurrencyUnit currency = company().currency();
    return minor -> Money.ofMinor(currency, minor).getAmount().toPlainString();
  }

  /** An amount as typed, in the company's currency; 0 or more. */
  public Money amount(String text) {
    return Amounts.parse(company().currency(), text);
  }

  private SettingsStore.CompanyRow row() {
    return remembered
        .get()
        .orElseThrow(() -> new NotPossible("The company has not been set up yet."));
  }

  /** Makes the company; once. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void found(String name, CurrencyUnit currency, String timeZone) {
    store.insertCompany(name, currency.getCode(), timeZone);
    companyChanged();
  }

  /** What was remembered of the company is read anew. */
  public void companyChanged() {
    store.find().ifPresent(this::take);
    remembered.forget();
  }
}
