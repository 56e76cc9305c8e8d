package firmtally.server.settings;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.people.PeopleService;
import firmtally.server.people.Role;
import firmtally.server.platform.Input;
import firmtally.server.platform.NotPossible;
import firmtally.server.settings.SettingsStore.StageDefault;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The company's settings. */
@Service
public class SettingsService {
  private static final int LONGEST = 100;
  private static final String REP_MAY_GIVE = "10";
  private static final String FIRST_FLOOR = "25";
  private final SettingsStore store;
  private final PeopleService people;

  SettingsService(SettingsStore store, PeopleService people) {
    this.store = store;
    this.people = people;
  }

  /** The company. */
  public record Company(
      String name, CurrencyUnit currency, PricePolicy pricePolicy, int quoteDays) {}

  /** What the first visit sets up. */
  public record Setup(
      String company, String currency, String name, String mail, String login, String password) {}

  /** The company. */
  public Company company() {
    SettingsStore.CompanyRow row = row();
    return new Company(
        row.name(),
        Currencies.get(row.currency()),
        PricePolicy.valueOf(row.pricePolicy().toUpperCase(Locale.ROOT)),
        row.quoteDays());
  }

  /** An amount kept in minor units, as a decimal text: 125000 is {@code "1250.00"} in EUR. */
  public LongFunction<String> amounts() {
    CurrencyUnit currency = company().currency();
    return minor -> Money.ofMinor(currency, minor).getAmount().toPlainString();
  }

  private SettingsStore.CompanyRow row() {
    return store.find().orElseThrow(() -> new NotPossible("The company has not been set up yet."));
  }

  /** The sign-off policy as it holds for a role. */
  public SignOffPolicy signOffPolicy(Role asker) {
    SettingsStore.CompanyRow row = row();
    CurrencyUnit currency = Currencies.get(row.currency());
    return new SignOffPolicy(
        asker.signsAs(),
        store.levels(),
        store.familyFloors(),
        Optional.ofNullable(row.documentFloor())
            .map(Percent::ofTenThousandths)
            .map(floor -> new SignOffPolicy.DocumentFloor(floor, row.documentFloorRole())),
        amountRole(currency, row.giftCost(), row.giftCostRole()),
        amountRole(currency, row.valueOver(), row.valueOverRole()).stream().toList());
  }

  private static Optional<SignOffPolicy.AmountRole> amountRole(
      CurrencyUnit currency, Long minor, String role) {
    return Optional.ofNullable(minor)
        .map(m -> new SignOffPolicy.AmountRole(Money.ofMinor(currency, m), role));
  }

  /**
   * Sets up the company, its currency and its first person, in one act. The paths and the sign-off
   * policy that a new company starts with are made with it.
   */
  @Transactional
  public void setUp(Setup typed) {
    if (!people.isEmpty()) {
      throw new NotPossible("The company has been set up already; sign in.");
    }
    Input input = new Input();
    String name = input.text("company", typed.company(), LONGEST);
    String currency = typed.currency() == null ? "" : typed.currency().strip();
    if (Currencies.find(currency).isEmpty()) {
      input.refuse("currency", "This is not an active currency with minor digits, such as EUR.");
    }
    people.add(
        input,
        new PeopleService.NewPerson(
            typed.login(), typed.name(), typed.mail(), Role.ADMINISTRATOR, null, typed.password()));
    found(name, currency);
  }

  private void found(String name, String currency) {
    store.insertCompany(name, currency);
    store.setPolicy(new SettingsStore.Policy(Percent.parse(FIRST_FLOOR), null, null));
    store.insertLevel(1, Role.REP.word(), Percent.parse(REP_MAY_GIVE));
    store.insertLevel(2, Role.MANAGER.word(), Percent.HUNDRED);
    List<StageDefault> sales =
        List.of(
            stage("Understood", "10", 14, false),
            stage("Worked out", "25", 14, false),
            stage("Quoted", "50", 21, true),
            stage("Agreed in words", "80", 10, false));
    List<StageDefault> renewal =
        List.of(
            stage("Running", "75", 300, false),
            stage("Called", "85", 20, false),
            stage("Renewal quoted", "92", 14, true));
    store.insertPath(1, "New business", "new");
    store.insertPath(2, "Renewal", "renewal");
    for (int i = 0; i < sales.size(); i++) {
      store.insertStage(1, i + 1, sales.get(i));
    }
    for (int i = 0; i < renewal.size(); i++) {
      store.insertStage(2, i + 1, renewal.get(i));
    }
  }

  private static StageDefault stage(String name, String odds, int days, boolean atQuote) {
    return new StageDefault(name, Percent.parse(odds), days, atQuote);
  }

  /** Sets floors and limits whose sign-off is the manager's. */
  @Transactional
  public void setFloors(
      Percent document, List<SignOffPolicy.FamilyFloor> families, Money giftCost, Money valueOver) {
    store.setPolicy(
        new SettingsStore.Policy(
            document, giftCost.getAmountMinorLong(), valueOver.getAmountMinorLong()));
    families.forEach(f -> store.insertFamilyFloor(f.family(), f.margin(), f.role()));
  }
}
