package firmtally.server.catalogue.pricerule;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.PricesChanged;
import firmtally.server.company.choice.ChoiceList;
import firmtally.server.company.choice.WordsRenamed;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.PriceRuleId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.TypedNumber;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Price rules: who pays what for which product or family, from how many pieces on and between which
 * days. A rule is never deleted: it ends, or is taken out of force.
 */
@Service
public class PriceRuleService {
  private static final int LONGEST = 60;
  private static final int MOST_BREAKS = 20;
  private static final int DECIMALS = 4;
  private static final String RULE = "price-rule";
  private static final Set<String> SCOPES = Set.of("account", "group", "everyone");
  private final PriceRuleStore store;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;

  PriceRuleService(PriceRuleStore store, ChangeLog log, ApplicationEventPublisher events) {
    this.store = store;
    this.log = log;
    this.events = events;
  }

  /** What holds from a quantity on: a price, or a percent off the list price. */
  public record BreakForm(
      @MaybeNull String minQuantity, @MaybeNull String price, @MaybeNull String percentOff) {}

  /**
   * A rule as typed.
   *
   * @param breaks one rule is made of each; the code of those after the first ends in their
   *     quantity
   */
  public record RuleForm(
      String code,
      String scope,
      @MaybeNull String forWhom,
      @MaybeNull String product,
      @MaybeNull String family,
      @MaybeNull String from,
      @MaybeNull String to,
      List<BreakForm> breaks) {}

  /** The rules that name a product or its family. */
  public List<PriceRule> of(String product, String family) {
    return store.of(product, family);
  }

  /** The rules that could apply to an account: its own, its group's, everyone's. */
  public List<PriceRule> applyingTo(String account, Optional<String> group) {
    return store.inUse().stream()
        .filter(
            rule ->
                switch (rule.scope()) {
                  case EVERYONE -> true;
                  case ACCOUNT -> rule.forWhom().filter(account::equals).isPresent();
                  case GROUP -> group.isPresent() && rule.forWhom().equals(group);
                })
        .toList();
  }

  /**
   * What is priced by rules that began or ended after one day and up to another.
   *
   * @return the codes of the products
   */
  public Set<String> turning(LocalDate after, LocalDate upTo) {
    return priced(store.turning(after, upTo));
  }

  /** The rules that are in use, by code. */
  public List<PriceRule> inUse() {
    return store.inUse();
  }

  List<PriceRuleStore.Kept> all() {
    return store.list(new PriceRuleStore.RuleQuery("", "", "", "", "", Integer.MAX_VALUE));
  }

  List<PriceRuleStore.Kept> list(PriceRuleStore.RuleQuery query) {
    return store.list(query);
  }

  PriceRuleStore.Kept get(String code) {
    return store.find(code).orElseThrow(() -> new NotThere("price rule", code));
  }

  Set<String> groups() {
    return store.groups();
  }

  /** Adds the rules of a form, one for each of its breaks. */
  @Transactional
  public void add(RuleForm typed, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    checkGroup(typed, input);
    List<PriceRule> rules = read(typed, input);
    for (PriceRule rule : rules) {
      if (store.find(rule.id()).isPresent()) {
        input.refuse("code", "There is a rule " + rule.id() + " already.");
      }
    }
    input.check();
    rules.forEach(rule -> add(rule, actor));
    events.publishEvent(new PricesChanged(priced(rules)));
  }

  /** The codes of the rules that a form in order makes, in the order of its breaks. */
  List<String> codes(RuleForm typed) {
    return read(typed, new Input()).stream().map(PriceRule::id).toList();
  }

  /** Adds a rule that is known to be in order. */
  @Transactional
  public void add(PriceRule rule) {
    store.insert(rule);
  }

  private void add(PriceRule rule, Actor actor) {
    log.note(actor.id(), RULE, store.insert(rule), "added", null, words(rule));
  }

  /** Changes one rule; its code stays. */
  @Transactional
  public void change(String code, long version, RuleForm typed, Actor actor) {
    actor.checkManages();
    PriceRuleStore.Kept before = get(code);
    Input input = new Input();
    checkGroup(typed, input);
    List<PriceRule> rules = read(typed, input);
    if (rules.size() > 1) {
      input.refuse("breaks", "Change one break at a time; each is a rule of its own.");
    }
    input.check();
    PriceRule rule = rules.get(0);
    log.expectOne(store.update(rule, version), RULE, before.id(), before.version());
    log.note(actor.id(), RULE, before.id(), "rule", words(before.rule()), words(rule));
    events.publishEvent(new PricesChanged(priced(List.of(before.rule(), rule))));
  }

  /** Takes a rule out of force, or back into it. */
  @Transactional
  public void setDeactivated(String code, long version, boolean deactivated, Actor actor) {
    actor.checkManages();
    PriceRuleStore.Kept before = get(code);
    log.expectOne(
        store.setDeactivated(before.id(), version, deactivated),
        RULE,
        before.id(),
        before.version());
    String what = deactivated ? "deactivated" : "reactivated";
    log.note(actor.id(), RULE, before.id(), what, null, words(before.rule()));
    events.publishEvent(new PricesChanged(priced(List.of(before.rule()))));
  }

  /** Puts rules in as a file holds them: new ones are added, known ones changed, and in force. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void put(List<PriceRule> rules, Actor actor) {
    List<PriceRule> touched = new ArrayList<>();
    Map<String, PriceRuleStore.Kept> known =
        all().stream().collect(Collectors.toMap(kept -> kept.rule().id(), Function.identity()));
    for (PriceRule rule : rules) {
      PriceRuleStore.Kept before = known.get(rule.id());
      if (before == null) {
        add(rule, actor);
        touched.add(rule);
      } else if (before.deactivated() || !before.rule().equals(rule)) {
        store.update(rule, before.version());
        if (before.deactivated()) {
          store.setDeactivated(before.id(), before.version() + 1, false);
        }
        log.note(actor.id(), RULE, before.id(), "rule", words(before.rule()), words(rule));
        touched.add(before.rule());
        touched.add(rule);
      }
    }
    events.publishEvent(new PricesChanged(priced(touched)));
  }

  /**
   * Told of rules that are to be taken away by the undo of an import.
   *
   * @return what is to be done when they are away
   */
  Runnable removing(List<PriceRuleId> ids) {
    List<PriceRule> going =
        all().stream()
            .filter(kept -> ids.contains(kept.id()))
            .map(PriceRuleStore.Kept::rule)
            .toList();
    Set<String> codes = priced(going);
    return () -> {
      store.changedOutside();
      events.publishEvent(new PricesChanged(codes));
    };
  }

  private Set<String> priced(List<PriceRule> rules) {
    Set<String> codes = new HashSet<>();
    rules.forEach(rule -> rule.product().ifPresent(codes::add));
    Set<String> families =
        rules.stream().flatMap(rule -> rule.family().stream()).collect(Collectors.toSet());
    codes.addAll(store.codesOf(families));
    return codes;
  }

  /** What there is that a rule can be about. */
  public interface Known {
    boolean isAccount(String number);

    boolean isProduct(String code);

    boolean isFamily(String family);
  }

  /** All that there is, read at once: for the many rules of a file. */
  public Known known() {
    Set<String> accounts = Set.copyOf(store.accounts());
    Map<String, String> families = store.families();
    Set<String> named = Set.copyOf(families.values());
    return new Known() {
      @Override
      public boolean isAccount(String number) {
        return accounts.contains(number);
      }

      @Override
      public boolean isProduct(String code) {
        return families.containsKey(code);
      }

      @Override
      public boolean isFamily(String family) {
        return named.contains(family);
      }
    };
  }

  private List<PriceRule> read(RuleForm typed, Input input) {
    return read(typed, store, input);
  }

  /** The rules of a form, one for each of its breaks; problems are gathered in the input. */
  public List<PriceRule> read(RuleForm typed, Known known, Input input) {
    String code = input.text("code", typed.code(), LONGEST);
    Optional<String> scope = input.oneOf("scope", typed.scope(), SCOPES);
    if (scope.isEmpty() && (typed.scope() == null || typed.scope().isBlank())) {
      input.refuse("scope", "Choose for whom: an account, a customer group or everyone.");
    }
    Optional<String> whom = whom(typed, scope.orElse(""), known, input);
    Optional<String> product = given(typed.product());
    Optional<String> family = given(typed.family());
    product
        .filter(p -> !known.isProduct(p))
        .ifPresent(p -> input.refuse("product", "Product not found: " + p + "."));
    family
        .filter(f -> !known.isFamily(f))
        .ifPresent(f -> input.refuse("product", "No product in family " + f + "."));
    if (product.isPresent() == family.isPresent()) {
      input.refuse("product", "Enter a product or a family, not both.");
    }
    Optional<LocalDate> from = day("from", typed.from(), input);
    Optional<LocalDate> to = day("to", typed.to(), input);
    if (from.isPresent() && to.isPresent() && to.get().isBefore(from.get())) {
      input.refuse("to", "The last day is before the first.");
    }
    List<BreakForm> breaks = Input.given(typed.breaks());
    if (breaks.isEmpty() || breaks.size() > MOST_BREAKS) {
      input.refuse("breaks", "Give 1 to " + MOST_BREAKS + " breaks.");
    }
    List<Terms> terms = new ArrayList<>();
    for (int i = 0; i < breaks.size(); i++) {
      Terms next = terms("breaks[" + i + "]", breaks.get(i), input);
      if (terms.stream().anyMatch(before -> before.min().compareTo(next.min()) == 0)) {
        input.refuse("breaks[" + i + "].minQuantity", "There is already a break at this quantity.");
      }
      terms.add(next);
    }
    if (!input.problems().isEmpty()) {
      return List.of();
    }
    Scope of = Scope.valueOf(scope.get().toUpperCase(Locale.ROOT));
    List<PriceRule> rules = new ArrayList<>();
    for (Terms t : terms) {
      String own = rules.isEmpty() ? code : code + "-" + t.min();
      rules.add(
          new PriceRule(
              own,
              of,
              whom,
              PriceRule.Goods.of(product, family),
              t.min(),
              from,
              to,
              PriceRule.Gives.of(t.price(), t.percentOff())));
    }
    return rules;
  }

  private record Terms(Quantity min, Optional<UnitPrice> price, Optional<Percent> percentOff) {}

  /**
   * A group that no customer is in is a slip of the pen: a rule for it would never price anything.
   */
  private void checkGroup(RuleForm typed, Input input) {
    if ("group".equals(typed.scope())) {
      given(typed.forWhom())
          .filter(group -> !store.groups().contains(group))
          .ifPresent(
              group ->
                  input.refuse(
                      "forWhom",
                      "No account in price group "
                          + group
                          + ". Put one in it first, or choose one of the list."));
    }
  }

  private Optional<String> whom(RuleForm typed, String scope, Known known, Input input) {
    Optional<String> whom = given(typed.forWhom());
    if ("everyone".equals(scope) && whom.isPresent()) {
      input.refuse("forWhom", "A rule for everyone has no customer.");
    } else if (!"everyone".equals(scope) && whom.isEmpty()) {
      input.refuse("forWhom", "Choose the " + (scope.isEmpty() ? "customers" : scope) + ".");
    } else if ("account".equals(scope) && !known.isAccount(whom.get())) {
      input.refuse("forWhom", "Account not found: " + whom.get() + ".");
    }
    return whom;
  }

  private static Terms terms(String at, BreakForm typed, Input input) {
    Optional<Quantity> min =
        value(input, at + ".minQuantity", typed.minQuantity(), Quantity::parse);
    Optional<UnitPrice> price = value(input, at + ".price", typed.price(), UnitPrice::parse);
    Optional<Percent> off =
        value(
            input,
            at + ".percentOff",
            typed.percentOff(),
            t -> Percent.parse(t).within("discount %", Percent.ZERO, Percent.HUNDRED));
    boolean priced = given(typed.price()).isPresent();
    if (priced == given(typed.percentOff()).isPresent()) {
      input.refuse(at + ".price", "Enter a price or a discount in percent, not both.");
    }
    return new Terms(min.orElse(Quantity.ZERO), price, off);
  }

  private static <T> Optional<T> value(
      Input input, String at, String text, Function<String, T> make) {
    return input.value(at, text, t -> make.apply(TypedNumber.plain(t, DECIMALS)));
  }

  private static Optional<LocalDate> day(String at, String text, Input input) {
    return text == null || text.isBlank() ? Optional.empty() : input.day(at, text);
  }

  private static Optional<String> given(String text) {
    return Optional.ofNullable(text).map(String::strip).filter(t -> !t.isEmpty());
  }

  /** A rule in a few words, for the log. */
  public static String words(PriceRule r) {
    return r.forWhom().orElse("everyone")
        + ": "
        + r.percentOff().map(p -> p + " % off ").orElse("")
        + r.product().or(r::family).orElseThrow()
        + r.price().map(p -> " at " + p).orElse("")
        + (r.minQuantity().equals(Quantity.ZERO) ? "" : " from " + r.minQuantity())
        + r.from().map(d -> ", from " + d).orElse("")
        + r.to().map(d -> ", until " + d).orElse("");
  }

  /** A price group has another name, on accounts and rules alike: no price is another one. */
  @EventListener
  void follow(WordsRenamed words) {
    if (words.list() == ChoiceList.PRICE_GROUP) {
      store.changedOutside();
    }
  }
}
