package firmtally.server.company.policy;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.access.Actor;
import firmtally.server.access.Roles;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.ids.PolicyId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.Written;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The selling policy. A change is a new version that holds from a day on; what was agreed under an
 * older one stays as it was.
 */
@Service
public class PolicyService {
  private static final RecordId COMPANY = new RecordId(1);
  private static final LocalDate BEGINNING = LocalDate.of(2000, 1, 1);
  private final PolicyStore store;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;
  private final Remembered<List<SellingPolicy>> remembered;

  PolicyService(PolicyStore store, SettingsService settings, ChangeLog log, Clock clock) {
    this.store = store;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
    this.remembered = new Remembered<>(() -> store.list(settings.company().currency()));
  }

  /** The version that holds today. */
  public SellingPolicy current() {
    return of(LocalDate.now(clock));
  }

  /** The version that holds on a day. */
  public SellingPolicy of(LocalDate day) {
    List<SellingPolicy> all = remembered.get();
    SellingPolicy holds = null;
    for (SellingPolicy policy : all) {
      if (!policy.from().isAfter(day)) {
        holds = policy;
      }
    }
    if (holds == null) {
      throw new NotPossible("The company has not been set up yet.");
    }
    return holds;
  }

  /** The policy as it holds today for whoever asks. */
  public SignOffPolicy signOffPolicy(Roles asker) {
    return current().of(asker);
  }

  /** Which of several prices that would do is taken. */
  public PricePolicy pricePolicy() {
    return current().pricePolicy();
  }

  /** Above it a line whose cost is not the catalogue's wants a sign-off; empty for never. */
  public Optional<Money> ownCostOver() {
    return current().ownCostOver();
  }

  /** The version of today and those that are planned, the one that begins first ahead. */
  public List<SellingPolicy> fromToday() {
    SellingPolicy current = current();
    return remembered.get().stream()
        .filter(p -> p.equals(current) || p.from().isAfter(LocalDate.now(clock)))
        .toList();
  }

  /** The version of all of them together: the newest one's. */
  public long version() {
    return remembered.get().stream().mapToLong(p -> p.id().value()).max().orElse(0);
  }

  /** What a new company begins with. */
  @Transactional
  public void found(SellingPolicy first, Actor by) {
    store.insert(first, by.id(), clock.instant());
    remembered.forget();
  }

  /** The day from which on what a company begins with holds. */
  public static LocalDate beginning() {
    return BEGINNING;
  }

  /** Sets another policy from a day on. */
  @Transactional
  public void put(long version, PolicyForm typed, Actor actor) {
    checkSets(actor);
    log.expectSame(version, version(), "company", COMPANY);
    Input input = new Input();
    Optional<LocalDate> from = input.day("from", typed.from());
    if (from.isPresent() && from.get().isBefore(LocalDate.now(clock))) {
      input.refuse("from", "Enter a day from today on: what was agreed before stays as it was.");
    }
    SellingPolicy policy = new PolicyReader(settings).read(input, typed, from.orElse(BEGINNING));
    input.check();
    SellingPolicy before = of(policy.from());
    store.insert(policy, actor.id(), clock.instant());
    remembered.forget();
    log.note(
        actor.id(),
        "company",
        COMPANY,
        "selling policy from " + Written.day(policy.from()),
        words(before),
        words(policy));
  }

  /** A policy as typed, to be looked at; nothing is saved. */
  public SellingPolicy typed(PolicyForm typed) {
    Input input = new Input();
    SellingPolicy policy = new PolicyReader(settings).read(input, typed, BEGINNING);
    input.check();
    return policy;
  }

  private static void checkSets(Actor actor) {
    actor.checkManages();
    if (!actor.seesTeam().isEmpty()) {
      throw new NotAllowed("The policy is of the whole company; a team’s manager does not set it.");
    }
  }

  /** Takes back a version that has not begun. */
  @Transactional
  public void withdraw(PolicyId id, Actor actor) {
    checkSets(actor);
    if (store.withdraw(id, LocalDate.now(clock), clock.instant()) == 0) {
      throw new NotPossible("This policy has begun already; set another one.");
    }
    remembered.forget();
    log.note(actor.id(), "company", COMPANY, "selling policy", "planned", "withdrawn");
  }

  private static String words(SellingPolicy policy) {
    return "rep "
        + policy.repDiscount()
        + " %, manager "
        + policy.managerDiscount()
        + " %, floor "
        + policy.documentFloor().map(f -> f.margin() + " %").orElse("none")
        + policy.familyFloors().stream()
            .map(f -> ", " + f.family() + " " + f.margin() + " %")
            .collect(Collectors.joining())
        + ", free goods "
        + policy.giftCost().map(g -> Written.amount(g.amount())).orElse("any")
        + policy.values().stream()
            .map(v -> ", " + v.role() + " above " + Written.amount(v.amount()))
            .collect(Collectors.joining())
        + ", own cost "
        + policy.ownCostOver().map(Written::amount).orElse("any")
        + ", "
        + (policy.pricePolicy() == PricePolicy.LOWEST ? "lowest price" : "most specific price");
  }
}
