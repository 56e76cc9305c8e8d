package firmtally.server.company;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.access.UserService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.platform.CompanyZone;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The company's settings. */
@Service
@DependsOnDatabaseInitialization
public class SettingsService {
  private static final int LONGEST = 100;
  private static final String REP_MAY_GIVE = "10";
  private static final String FIRST_FLOOR = "25";
  private static final int FIRST_OWN_COST = 500;
  private final SettingsStore store;
  private final UserService people;
  private final ProcessService processes;
  private final CompanyZone zone;
  private final Remembered<Settings> remembered;

  SettingsService(
      SettingsStore store, UserService people, ProcessService processes, CompanyZone zone) {
    this.store = store;
    this.people = people;
    this.processes = processes;
    this.zone = zone;
    this.remembered = new Remembered<>(this::read);
    store.find().ifPresent(this::takeZone);
  }

  private void takeZone(SettingsStore.CompanyRow row) {
    Optional.ofNullable(row.timeZone()).map(ZoneId::of).ifPresent(zone::set);
  }

  /** The time zones that a company may choose, by the names of the tz database. */
  static List<String> timeZones() {
    return ZoneId.getAvailableZoneIds().stream()
        .filter(id -> id.contains("/") && !id.startsWith("Etc/") && !id.startsWith("SystemV/"))
        .sorted()
        .toList();
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
      String company,
      String currency,
      String timeZone,
      String name,
      String email,
      String login,
      String password) {}

  /** Above it a line whose cost is not the catalogue's wants a sign-off; empty for never. */
  public Optional<Money> ownCostOver() {
    return Optional.ofNullable(row().ownCostOver())
        .map(minor -> Money.ofMinor(company().currency(), minor));
  }

  /** Whether the first visit is over. */
  public boolean isSetUp() {
    return !people.isEmpty();
  }

  /** The tax of a line that is in no catalogue, unless it names another. */
  public Percent usualTax() {
    return store.usualTax();
  }

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
  public SignOffPolicy signOffPolicy(Roles asker) {
    SettingsStore.CompanyRow row = row();
    CurrencyUnit currency = Currencies.get(row.currency());
    return new SignOffPolicy(
        signsAs(asker),
        remembered.get().levels(),
        remembered.get().familyFloors(),
        Optional.ofNullable(row.documentFloor())
            .map(Percent::ofTenThousandths)
            .map(floor -> new SignOffPolicy.DocumentFloor(floor, row.documentFloorRole())),
        amountRole(currency, row.giftCost(), row.giftCostRole()),
        amountRole(currency, row.valueOver(), row.valueOverRole()).stream().toList());
  }

  /** The level of a role: an administrator's own, where the company has one above the managers'. */
  private String signsAs(Roles asker) {
    return asker.words().stream()
        .filter(word -> remembered.get().levels().stream().anyMatch(l -> l.role().equals(word)))
        .findFirst()
        .orElseGet(asker::signsAs);
  }

  private static Optional<SignOffPolicy.AmountRole> amountRole(
      CurrencyUnit currency, Long minor, String role) {
    return Optional.ofNullable(minor)
        .map(m -> new SignOffPolicy.AmountRole(Money.ofMinor(currency, m), role));
  }

  /**
   * Sets up the company, its currency and its first person, in one act. The processes and the
   * sign-off policy that a new company starts with are made with it.
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
    String timeZone = typed.timeZone() == null ? "" : typed.timeZone().strip();
    if (!timeZone.isEmpty() && !timeZones().contains(timeZone)) {
      input.refuse("timeZone", "This is not a time zone, such as Europe/Paris.");
    }
    people.add(
        input,
        new UserService.NewUser(
            typed.login(), typed.name(), typed.email(), Role.ADMINISTRATOR, null, typed.password()),
        Actor.SYSTEM);
    found(name, currency, timeZone.isEmpty() ? null : timeZone);
    remembered.forget();
  }

  private void found(String name, String currency, String timeZone) {
    store.insertCompany(name, currency, timeZone);
    store.find().ifPresent(this::takeZone);
    remembered.forget();
    store.setPolicy(
        new SettingsStore.Policy(
            Percent.parse(FIRST_FLOOR),
            null,
            null,
            Money.ofMajor(CurrencyUnit.of(currency), FIRST_OWN_COST).getAmountMinorLong()));
    store.insertLevel(1, Role.REP.word(), Percent.parse(REP_MAY_GIVE));
    store.insertLevel(2, Role.MANAGER.word(), Percent.HUNDRED);
    ProcessService.CheckForm lines = must("A line on it", "lines");
    processes.found(
        "New business",
        "new",
        List.of(
            stage(
                "Qualified",
                "10",
                "14",
                null,
                List.of(step("call", "Clarify the requirement", "3")),
                lines),
            stage(
                "Solution agreed",
                "25",
                "14",
                null,
                List.of(
                    step("task", "Check stock and lead time", "1"),
                    step("email", "Send the quote", "5"))),
            stage(
                "Quoted",
                "50",
                "21",
                "quote-sent",
                List.of(
                    step("call", "Confirm the quote has arrived", "1"),
                    step("call", "Discuss the quote", "4"))),
            stage(
                "Verbal order",
                "80",
                "10",
                "quote-accepted",
                List.of(step("call", "Ask for the order", "5")))));
    processes.found(
        "Renewal",
        "renewal",
        List.of(
            stage("Term running", "75", "300", null, List.of()),
            stage(
                "Called", "85", "20", null, List.of(step("email", "Send the renewal quote", "5"))),
            stage(
                "Renewal quoted",
                "92",
                "14",
                "quote-sent",
                List.of(step("call", "Ask for the order", "5")))));
  }

  private static ProcessService.CheckForm must(String words, String proof) {
    return new ProcessService.CheckForm(null, words, proof, true, false);
  }

  private static ProcessService.StepForm step(String kind, String subject, String days) {
    return new ProcessService.StepForm(kind, subject, days);
  }

  private static ProcessService.StageForm stage(
      String name,
      String probability,
      String days,
      String movesHere,
      List<ProcessService.StepForm> steps,
      ProcessService.CheckForm... checks) {
    return new ProcessService.StageForm(
        null, name, probability, days, null, movesHere, steps, false, List.of(checks));
  }

  /** Sets floors and limits whose sign-off is the manager's. */
  @Transactional
  public void setFloors(
      Percent document,
      List<SignOffPolicy.FamilyFloor> families,
      Money giftCost,
      Money valueOver,
      Money ownCostOver) {
    store.setPolicy(
        new SettingsStore.Policy(
            document,
            giftCost.getAmountMinorLong(),
            valueOver.getAmountMinorLong(),
            ownCostOver.getAmountMinorLong()));
    families.forEach(f -> store.insertFamilyFloor(f.family(), f.margin(), f.role()));
    remembered.forget();
  }
}
