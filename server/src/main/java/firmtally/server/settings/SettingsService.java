package firmtally.server.settings;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.people.PeopleService;
import firmtally.server.people.Role;
import firmtally.server.platform.Amounts;
import firmtally.server.platform.Input;
import firmtally.server.platform.NotPossible;
import firmtally.server.platform.Remembered;
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
  private final PathService paths;
  private final Remembered<Settings> remembered;

  SettingsService(SettingsStore store, PeopleService people, PathService paths) {
    this.store = store;
    this.people = people;
    this.paths = paths;
    this.remembered = new Remembered<>(this::read);
  }

  /** All of it, as it is asked for several times at each key in a worksheet. */
  private record Settings(
      Optional<SettingsStore.CompanyRow> company,
      List<SignOffPolicy.Level> levels,
      List<SignOffPolicy.FamilyFloor> familyFloors) {}

  private Settings read() {
    return new Settings(store.find(), store.levels(), store.familyFloors());
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

  /** An amount as typed, in the company's currency; 0 or more. */
  public Money amount(String text) {
    return Amounts.parse(company().currency(), text);
  }

  private SettingsStore.CompanyRow row() {
    return remembered
        .get()
        .company()
        .orElseThrow(() -> new NotPossible("The company has not been set up yet."));
  }

  /** The sign-off policy as it holds for a role. */
  public SignOffPolicy signOffPolicy(Role asker) {
    SettingsStore.CompanyRow row = row();
    CurrencyUnit currency = Currencies.get(row.currency());
    return new SignOffPolicy(
        asker.signsAs(),
        remembered.get().levels(),
        remembered.get().familyFloors(),
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
    remembered.forget();
  }

  private void found(String name, String currency) {
    store.insertCompany(name, currency);
    remembered.forget();
    store.setPolicy(new SettingsStore.Policy(Percent.parse(FIRST_FLOOR), null, null));
    store.insertLevel(1, Role.REP.word(), Percent.parse(REP_MAY_GIVE));
    store.insertLevel(2, Role.MANAGER.word(), Percent.HUNDRED);
    PathService.CheckForm lines = must("A line on it", "lines");
    paths.found(
        "New business",
        "new",
        List.of(
            stage("Understood", "10", "14", null, step("call", "Ask what they need", "3"), lines),
            stage("Worked out", "25", "14", null, step("mail", "Send the quote", "5")),
            stage("Quoted", "50", "21", "quote-sent", step("call", "Talk the quote through", "4")),
            stage("Agreed in words", "80", "10", null, step("call", "Ask for the order", "5"))));
    paths.found(
        "Renewal",
        "renewal",
        List.of(
            stage("Running", "75", "300", null, null),
            stage("Called", "85", "20", null, step("mail", "Send the renewal quote", "5")),
            stage(
                "Renewal quoted",
                "92",
                "14",
                "quote-sent",
                step("call", "Ask for the order", "5"))));
  }

  private static PathService.CheckForm must(String words, String proof) {
    return new PathService.CheckForm(null, words, proof, true, false);
  }

  private static PathService.StepForm step(String kind, String subject, String days) {
    return new PathService.StepForm(kind, subject, days);
  }

  private static PathService.StageForm stage(
      String name,
      String odds,
      String days,
      String movesHere,
      PathService.StepForm step,
      PathService.CheckForm... checks) {
    return new PathService.StageForm(
        null, name, odds, days, null, movesHere, step, false, List.of(checks));
  }

  /** Sets floors and limits whose sign-off is the manager's. */
  @Transactional
  public void setFloors(
      Percent document, List<SignOffPolicy.FamilyFloor> families, Money giftCost, Money valueOver) {
    store.setPolicy(
        new SettingsStore.Policy(
            document, giftCost.getAmountMinorLong(), valueOver.getAmountMinorLong()));
    families.forEach(f -> store.insertFamilyFloor(f.family(), f.margin(), f.role()));
    remembered.forget();
  }
}
