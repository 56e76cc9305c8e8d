package firmtally.demo;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.access.UserService;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.choice.ChoiceList;
import firmtally.server.company.choice.ChoiceService;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.company.policy.PolicyService;
import firmtally.server.company.policy.SellingPolicy;
import firmtally.server.company.setup.FirstStepsService;
import firmtally.server.company.setup.SetupService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.customers.enquiry.EnquiryWorth;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.PolicyId;
import firmtally.server.sales.credit.CreditService;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Fills an empty database with the demo data: one seed, dates relative to the day of loading, one
 * transaction.
 */
@Component
class DemoLoader implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);
  private static final long SEED = 20261124;
  private static final String PASSWORD = "tally-demo";
  private static final int GOAL = 42_000;

  /** The administrator, who sets the company up. */
  private static final PersonId FIRST = new PersonId(1);

  private final TallySettings settings;
  private final UserService people;
  private final SettingsService company;
  private final SetupService setup;
  private final PolicyService policies;
  private final FirstStepsService steps;
  private final ChoiceService choices;
  private final ProductService catalogue;
  private final PriceRuleService rules;
  private final DemoSets sets;
  private final AccountService accounts;
  private final CreditService credit;
  private final DemoHistory history;
  private final DemoPipeline pipeline;
  private final DemoEnquiries demoEnquiries;
  private final EnquiryWorth worth;
  private final Sql sql;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final DemoPapers papers;
  private final DemoTrade trade;
  private final DemoRenewals renewals;
  private final DemoCustomers customers;
  private final DemoLetters letters;
  private final CreditRulesService rulesOfCredit;
  private boolean isRunning;

  DemoLoader(
      TallySettings settings,
      UserService people,
      SettingsService company,
      SetupService setup,
      PolicyService policies,
      FirstStepsService steps,
      ChoiceService choices,
      ProductService catalogue,
      PriceRuleService rules,
      DemoSets sets,
      AccountService accounts,
      CreditService credit,
      DemoHistory history,
      DemoPipeline pipeline,
      DemoEnquiries demoEnquiries,
      DemoPapers papers,
      DemoTrade trade,
      DemoRenewals renewals,
      DemoCustomers customers,
      DemoLetters letters,
      CreditRulesService rulesOfCredit,
      EnquiryWorth worth,
      Sql sql,
      TransactionTemplate transaction,
      Clock clock) {
    this.settings = settings;
    this.people = people;
    this.company = company;
    this.setup = setup;
    this.policies = policies;
    this.steps = steps;
    this.choices = choices;
    this.catalogue = catalogue;
    this.rules = rules;
    this.sets = sets;
    this.accounts = accounts;
    this.credit = credit;
    this.history = history;
    this.pipeline = pipeline;
    this.demoEnquiries = demoEnquiries;
    this.papers = papers;
    this.trade = trade;
    this.renewals = renewals;
    this.customers = customers;
    this.letters = letters;
    this.rulesOfCredit = rulesOfCredit;
    this.worth = worth;
    this.sql = sql;
    this.transaction = transaction;
    this.clock = clock;
  }

  /** Before the doors open: nobody should find a house that is half furnished. */
  @Override
  public int getPhase() {
    return 0;
  }

  @Override
  public void start() {
    isRunning = true;
    if (settings.loadDemo() && people.isEmpty()) {
      long start = System.nanoTime();
      transaction.executeWithoutResult(status -> load());
      LOG.info("demo data loaded in {} ms", (System.nanoTime() - start) / 1_000_000);
    }
  }

  @Override
  public void stop() {
    isRunning = false;
  }

  @Override
  public boolean isRunning() {
    return isRunning;
  }

  private void load() {
    setup.setUp(
        new SetupService.Setup(
            "Harrow & Plumb",
            "DE",
            "en",
            "EUR",
            null,
            "Asa Birk",
            "asa@harrowplumb.example",
            "asa",
            PASSWORD));
    CurrencyUnit currency = company.company().currency();
    policies.found(policy(currency), Actor.SYSTEM);
    steps.putAside(people.get(FIRST));
    papers.furnish();
    List<Actor> reps = new ArrayList<>();
    for (String name :
        List.of("Mara Lind", "Edda Voss", "Nils Amsel", "Priya Raut", "Tom Winnow")) {
      reps.add(person(name, Role.REP, reps.size() < 3 ? "North" : "South"));
    }
    Actor manager = person("Helen Sorrel", Role.MANAGER, null);
    Actor controller = person("Otto Krull", Role.CREDIT_CONTROLLER, null);
    Random random = new Random(SEED);
    LocalDate today = LocalDate.now(clock);
    List<Product> products = new DemoCatalogue(catalogue, rules).load(today, random);
    sets.load(manager);
    DemoAccounts buyers = new DemoAccounts(accounts, credit, rulesOfCredit.get(), currency, random);
    List<AccountId> ids = buyers.open(reps, today);
    DemoHistory.Stage stage =
        new DemoHistory.Stage(reps, manager, controller, ids, products, today, random);
    history.closed(stage);
    trade.past(stage);
    buyers.limit(ids, today);
    history.open(stage);
    trade.today(stage);
    renewals.prepare(stage);
    pipeline.furnish(stage);
    demoEnquiries.take(stage);
    worth.run(today);
    stop(ids);
    goals(reps, today, currency);
    papers.offer(stage);
    customers.ask(ids, manager);
    letters.arrive(ids, manager);
    offerWords();
  }

  /** The lists of words offer what the records have. */
  private void offerWords() {
    for (ChoiceList list : ChoiceList.values()) {
      choices.offerUsed(list, Actor.SYSTEM);
    }
  }

  private static SellingPolicy policy(CurrencyUnit currency) {
    String manager = Role.MANAGER.word();
    return new SellingPolicy(
        new PolicyId(0),
        PolicyService.beginning(),
        PricePolicy.SPECIFIC,
        Percent.parse("10"),
        Percent.HUNDRED,
        Optional.of(new SignOffPolicy.DocumentFloor(Percent.parse("25"), manager)),
        List.of(
            new SignOffPolicy.FamilyFloor("weighbridge", Percent.parse("18"), manager),
            new SignOffPolicy.FamilyFloor("load-cell", Percent.parse("35"), manager)),
        Optional.of(new SignOffPolicy.AmountRole(Money.ofMajor(currency, 250), manager)),
        List.of(new SignOffPolicy.AmountRole(Money.ofMajor(currency, 60_000), manager)),
        Optional.of(Money.ofMajor(currency, 1_000)));
  }

  private Actor person(String name, Role role, String team) {
    String login = name.substring(0, name.indexOf(' ')).toLowerCase(Locale.ROOT);
    String email = login + "@harrowplumb.example";
    PersonId id =
        people.addSharing(
            new UserService.NewUser(login, name, email, role, team, PASSWORD), FIRST, Actor.SYSTEM);
    return new Actor(id, login, name, email, Roles.of(role), team);
  }

  /** Two accounts get no more credit, whatever the figures say. */
  private void stop(List<AccountId> ids) {
    accounts.setStopped(ids.get(17), true, Actor.SYSTEM);
    accounts.setStopped(ids.get(33), true, Actor.SYSTEM);
  }

  private void goals(List<Actor> reps, LocalDate today, CurrencyUnit currency) {
    YearMonth month = YearMonth.from(today).minusMonths(6);
    for (int i = 0; i < 18; i++) {
      for (Actor rep : reps) {
        sql.sql("INSERT INTO goal (person_id, month, amount) VALUES (:person, :month, :amount)")
            .param("person", rep.id())
            .param("month", month.plusMonths(i).toString())
            .param("amount", Money.ofMajor(currency, GOAL).getAmountMinorLong())
            .update();
      }
    }
  }
}
