package firmtally.server.company.setup;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.Languages;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.policy.PolicyService;
import firmtally.server.company.policy.SellingPolicy;
import firmtally.server.company.tax.TaxService;
import firmtally.server.company.text.TextService;
import firmtally.server.platform.ids.PolicyId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The first visit makes a company that works: its currency, the taxes of its country, a sales
 * process for new business and one for renewals, a usual policy, and its first user.
 */
@Service
public class SetupService {
  private static final int LONGEST = 100;
  private static final String REP_MAY_GIVE = "10";
  private static final String FIRST_FLOOR = "25";
  private static final int FIRST_OWN_COST = 500;
  private static final PolicyId NEW = new PolicyId(0);
  private final SettingsService settings;
  private final UserService people;
  private final FirstProcesses processes;
  private final PolicyService policies;
  private final TaxService taxes;
  private final ParticularsService particulars;
  private final TextService texts;
  private final Countries countries;

  SetupService(
      SettingsService settings,
      UserService people,
      FirstProcesses processes,
      PolicyService policies,
      TaxService taxes,
      ParticularsService particulars,
      TextService texts,
      Countries countries) {
    this.settings = settings;
    this.people = people;
    this.processes = processes;
    this.policies = policies;
    this.taxes = taxes;
    this.particulars = particulars;
    this.texts = texts;
    this.countries = countries;
  }

  /**
   * What the first visit sets up.
   *
   * @param country by its two letters; null for one that nothing is proposed for
   * @param language of letters and papers; null for English
   * @param timeZone null for the machine's
   */
  public record Setup(
      String company,
      @MaybeNull String country,
      @MaybeNull String language,
      String currency,
      @MaybeNull String timeZone,
      String name,
      String email,
      String login,
      String password) {}

  /** Sets up the company in one act. */
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
    if (!timeZone.isEmpty() && !SettingsService.timeZones().contains(timeZone)) {
      input.refuse("timeZone", "This is not a time zone, such as Europe/Paris.");
    }
    String code = typed.country() == null ? "" : typed.country().strip();
    Optional<Countries.Country> country = countries.find(code);
    if (!code.isEmpty() && country.isEmpty()) {
      input.refuse("country", "Choose a country of the list, or none.");
    }
    String language = Languages.read(input, "language", typed.language());
    people.add(
        input,
        new UserService.NewUser(
            typed.login(),
            typed.name(),
            typed.email(),
            Roles.of(Role.ADMINISTRATOR),
            null,
            typed.password()),
        Actor.SYSTEM);
    settings.found(name, CurrencyUnit.of(currency), timeZone.isEmpty() ? null : timeZone);
    policies.found(policy(CurrencyUnit.of(currency)), Actor.SYSTEM);
    processes.found();
    country.ifPresent(this::take);
    if (!language.isEmpty()) {
      particulars.setLanguage(language);
      texts.found(language, Actor.SYSTEM);
    }
  }

  private static SellingPolicy policy(CurrencyUnit currency) {
    return new SellingPolicy(
        NEW,
        PolicyService.beginning(),
        PricePolicy.SPECIFIC,
        Percent.parse(REP_MAY_GIVE),
        Percent.HUNDRED,
        Optional.of(
            new SignOffPolicy.DocumentFloor(Percent.parse(FIRST_FLOOR), Role.MANAGER.word())),
        List.of(),
        Optional.empty(),
        List.of(),
        Optional.of(Money.ofMajor(currency, FIRST_OWN_COST)));
  }

  private void take(Countries.Country country) {
    particulars.found(country.name(), country.code());
    for (int i = 0; i < country.taxes().size(); i++) {
      String percent = country.taxes().get(i);
      String name =
          i == 0
              ? "Standard rate"
              : "0".equals(percent) ? "Zero rate" : "Reduced rate " + percent + " %";
      taxes.add(new TaxService.TaxForm(name, percent, i == 0), Actor.SYSTEM);
    }
  }
}
