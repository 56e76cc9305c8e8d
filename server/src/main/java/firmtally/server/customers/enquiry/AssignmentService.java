package firmtally.server.customers.enquiry;

import firmtally.core.enquiry.AssignmentRule;
import firmtally.core.enquiry.InTurn;
import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AssignmentRuleId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The assignment rules: who is given an enquiry, and how it went. */
@Service
public class AssignmentService {
  private static final int LONGEST = 80;
  private static final int MOST_WEIGHT = 1000;

  /** The rules are one record: they are kept and logged all at once. */
  private static final RecordId ALL = new RecordId(1);

  private final AssignmentStore store;
  private final UserService people;
  private final SettingsService settings;
  private final ChangeLog log;

  AssignmentService(
      AssignmentStore store, UserService people, SettingsService settings, ChangeLog log) {
    this.store = store;
    this.people = people;
    this.settings = settings;
    this.log = log;
  }

  /**
   * A rule in its order.
   *
   * @param postalPrefixes with a comma between; blank for any
   * @param id null for a new one
   */
  public record Rule(
      @MaybeNull AssignmentRuleId id,
      String name,
      String postalPrefixes,
      @MaybeNull String family,
      @MaybeNull String source,
      @MaybeNull String valueFrom,
      @MaybeNull String valueBelow,
      List<Part> parts) {
    public Rule {
      postalPrefixes = postalPrefixes == null ? "" : postalPrefixes;
      parts = Input.given(parts);
    }
  }

  /** Somebody's part in a rule. */
  public record Part(PersonId personId, @MaybeNull String name, String weight, long given) {
    public Part {
      personId = Input.given(personId, PersonId::new);
    }
  }

  /** Whom an enquiry goes to, and by which rule; none when no rule means it. */
  record Given(PersonId personId, Optional<AssignmentRuleId> ruleId) {}

  /** A sample enquiry to try rules with. */
  public record Sample(
      @MaybeNull String postal,
      @MaybeNull String family,
      @MaybeNull String source,
      @MaybeNull String value) {}

  /** What a try came to: the rule, counted from 1, or null; whom it would go to, and why. */
  public record Tried(@MaybeNull Integer rule, String person, String why) {}

  /** How many each got, kept, won and lost, and how fast the first contact was. */
  public record Distributed(
      String name,
      long got,
      long kept,
      long open,
      long converted,
      long notPursued,
      long won,
      long lost,
      @MaybeNull String medianHours) {}

  /** The rules in their order. */
  public List<Rule> rules() {
    Map<AssignmentRuleId, List<AssignmentStore.ShareRow>> shares =
        store.shares().stream().collect(Collectors.groupingBy(AssignmentStore.ShareRow::ruleId));
    return store.rules().stream()
        .map(
            r ->
                new Rule(
                    r.id(),
                    r.name(),
                    r.postalPrefixes(),
                    r.family(),
                    r.source(),
                    text(r.valueFrom()),
                    text(r.valueBelow()),
                    shares.getOrDefault(r.id(), List.of()).stream()
                        .map(
                            s ->
                                new Part(
                                    s.personId(), s.name(), String.valueOf(s.weight()), s.given()))
                        .toList()))
        .toList();
  }

  private String text(Long minor) {
    return minor == null ? null : settings.amounts().apply(minor);
  }

  /** An amount kept in minor units. */
  Optional<Money> value(Long minor) {
    return Optional.ofNullable(minor).map(m -> Money.ofMinor(settings.company().currency(), m));
  }

  /** The rules as they are now, for one enquiry or for many in one act. */
  Turns turns() {
    return new Turns(rules());
  }

  private record Share(AssignmentRuleId rule, PersonId person) {}

  /**
   * Gives one enquiry after another to whose turn it is. It is written down by {@link Turns#keep}.
   */
  final class Turns {
    private final Map<Rule, AssignmentRule> rules = new LinkedHashMap<>();
    private final Map<Rule, InTurn<Part>> turns = new HashMap<>();
    private final Map<Share, Long> counts = new LinkedHashMap<>();

    private Turns(List<Rule> rules) {
      rules.forEach(rule -> this.rules.put(rule, core(rule)));
    }

    /** Whom the first rule that means an enquiry gives it to; it counts as given. */
    Given next(AssignmentRule.Facts facts) {
      return rules.entrySet().stream()
          .filter(entry -> entry.getValue().means(facts))
          .findFirst()
          .map(entry -> next(entry.getKey()))
          .orElseGet(() -> new Given(people.caretaker().id(), Optional.empty()));
    }

    /** Writes down what was given, so that the next turns begin there. */
    void keep() {
      counts.forEach((share, count) -> store.countGiven(share.rule(), share.person(), count));
      counts.clear();
    }

    private Given next(Rule rule) {
      InTurn<Part> turn = turns.computeIfAbsent(rule, AssignmentService::turn);
      Part part = turn.next();
      turns.put(rule, turn.given(part));
      counts.merge(new Share(rule.id(), part.personId()), 1L, Long::sum);
      return new Given(part.personId(), Optional.of(rule.id()));
    }
  }

  private AssignmentRule core(Rule rule) {
    return new AssignmentRule(
        prefixes(rule.postalPrefixes()),
        blank(rule.family()),
        blank(rule.source()),
        blank(rule.valueFrom()).map(settings::amount),
        blank(rule.valueBelow()).map(settings::amount));
  }

  private static List<String> prefixes(String text) {
    return Arrays.stream(text.split("[\\s,;]+")).filter(p -> !p.isEmpty()).toList();
  }

  private static Optional<String> blank(String text) {
    return Optional.ofNullable(text).map(String::strip).filter(t -> !t.isEmpty());
  }

  private static InTurn<Part> turn(Rule rule) {
    return InTurn.of(
        rule.parts().stream()
            .map(p -> new InTurn.Share<>(p, Integer.parseInt(p.weight().strip()), p.given()))
            .toList());
  }

  /** What rules that are not kept yet would do with a sample; nothing is given by it. */
  public Tried tried(List<Rule> rules, Sample sample) {
    Input input = new Input();
    check(input, rules);
    Optional<Money> value = input.value("sample.value", sample.value(), settings::amount);
    input.check();
    AssignmentRule.Facts facts =
        new AssignmentRule.Facts(
            sample.postal() == null ? "" : sample.postal(),
            blank(sample.family()),
            sample.source() == null ? "" : sample.source(),
            value);
    for (int i = 0; i < rules.size(); i++) {
      Rule rule = rules.get(i);
      if (core(rule).means(facts)) {
        String person = people.get(turn(rule).next().personId()).name();
        String others = rule.parts().size() > 1 ? ", next in turn" : "";
        return new Tried(
            i + 1,
            person,
            "Rule " + (i + 1) + ", " + rule.name() + ", assigns it to " + person + others + ".");
      }
    }
    String caretaker = people.caretaker().name();
    return new Tried(null, caretaker, "No rule matches; it goes to " + caretaker + ".");
  }

  /** The version of the rules as a whole: each change of them is an entry of the log. */
  public long version() {
    return log.lastEntry("assignment", ALL);
  }

  /**
   * Keeps the rules in their order; those left out are deactivated.
   *
   * @param version the version they were read with
   */
  @Transactional
  public void keep(List<Rule> rules, long version, Actor actor) {
    actor.checkManages();
    log.expectSame(version, version(), "assignment", ALL);
    Input input = new Input();
    check(input, rules);
    input.check();
    String before = words(rules());
    Map<AssignmentRuleId, List<AssignmentStore.ShareRow>> given =
        store.shares().stream().collect(Collectors.groupingBy(AssignmentStore.ShareRow::ruleId));
    store.deactivateAll();
    for (int i = 0; i < rules.size(); i++) {
      Rule rule = rules.get(i);
      AssignmentRuleId id = store.put(row(rule, i + 1));
      store.clearShares(id);
      for (Part part : rule.parts()) {
        long count =
            given.getOrDefault(id, List.of()).stream()
                .filter(s -> s.personId().equals(part.personId()))
                .mapToLong(AssignmentStore.ShareRow::given)
                .sum();
        store.putShare(id, part.personId(), Integer.parseInt(part.weight().strip()), count);
      }
    }
    log.note(actor.id(), "assignment", ALL, "assignment rules", before, words(rules()));
  }

  /** Who leaves takes no more turns; whoever takes over has theirs. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void replace(Actor from, Actor to, Actor by) {
    String before = words(rules());
    if (store.replace(from.id(), to.id()) > 0) {
      log.note(by.id(), "assignment", ALL, "assignment rules", before, words(rules()));
    }
  }

  private AssignmentStore.RuleRow row(Rule rule, int position) {
    return new AssignmentStore.RuleRow(
        rule.id() == null ? AssignmentStore.NEW : rule.id(),
        position,
        rule.name().strip(),
        String.join(", ", prefixes(rule.postalPrefixes())),
        blank(rule.family()).orElse(null),
        blank(rule.source()).orElse(null),
        blank(rule.valueFrom()).map(t -> settings.amount(t).getAmountMinorLong()).orElse(null),
        blank(rule.valueBelow()).map(t -> settings.amount(t).getAmountMinorLong()).orElse(null));
  }

  private void check(Input input, List<Rule> rules) {
    for (int i = 0; i < rules.size(); i++) {
      Rule rule = rules.get(i);
      String at = "rules[" + i + "].";
      input.text(at + "name", rule.name(), LONGEST);
      input.optionalText(at + "postalPrefixes", rule.postalPrefixes(), LONGEST);
      input.value(at + "valueFrom", rule.valueFrom(), settings::amount);
      input.value(at + "valueBelow", rule.valueBelow(), settings::amount);
      if (rule.parts().isEmpty()) {
        input.refuse(at + "parts", "Choose whom this rule assigns enquiries to.");
      }
      for (Part part : rule.parts()) {
        input.whole(at + "parts", part.weight(), 1, MOST_WEIGHT);
        people.checkSeller(input, at + "parts", part.personId());
      }
    }
  }

  private static String words(List<Rule> rules) {
    return rules.stream()
        .map(
            r ->
                r.name()
                    + ": "
                    + r.parts().stream()
                        .map(p -> p.name() + " " + p.weight())
                        .collect(Collectors.joining(", ")))
        .collect(Collectors.joining("; "));
  }

  /** How it went with what was given between two days, both included. */
  List<Distributed> distribution(String from, String to) {
    return store.distribution(from, to).stream()
        .map(
            g ->
                new Distributed(
                    g.name(),
                    g.got(),
                    g.kept(),
                    g.open(),
                    g.converted(),
                    g.notPursued(),
                    g.won(),
                    g.lost(),
                    median(g.hours())))
        .toList();
  }

  /** The median of hours, to a tenth; null for none. */
  private static String median(String hours) {
    if (hours == null) {
      return null;
    }
    List<BigDecimal> sorted =
        Arrays.stream(hours.split(",")).map(BigDecimal::new).sorted().toList();
    int half = sorted.size() / 2;
    BigDecimal middle =
        sorted.size() % 2 == 1
            ? sorted.get(half)
            : sorted.get(half - 1).add(sorted.get(half)).divide(BigDecimal.valueOf(2));
    return middle.setScale(1, RoundingMode.HALF_UP).toPlainString();
  }
}
