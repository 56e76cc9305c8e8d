package firmtally.server.catalogue.pricerule;

import firmtally.core.pricing.PriceRule;
import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.PriceRuleId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/price-rules")
class PriceRuleController {
  private static final int PAGE = 200;
  private final PriceRuleService rules;
  private final Idempotency idempotency;

  PriceRuleController(PriceRuleService rules, Idempotency idempotency) {
    this.rules = rules;
    this.idempotency = idempotency;
  }

  /** A rule as it is kept. */
  record SavedRule(
      PriceRuleId id,
      String code,
      String scope,
      @MaybeNull String forWhom,
      @MaybeNull String product,
      @MaybeNull String family,
      String minQuantity,
      @MaybeNull String from,
      @MaybeNull String to,
      @MaybeNull String price,
      @MaybeNull String percentOff,
      boolean deactivated,
      long version) {
    static SavedRule of(PriceRuleStore.Kept kept) {
      PriceRule rule = kept.rule();
      return new SavedRule(
          kept.id(),
          rule.id(),
          rule.scope().name().toLowerCase(Locale.ROOT),
          rule.forWhom().orElse(null),
          rule.product().orElse(null),
          rule.family().orElse(null),
          rule.minQuantity().toString(),
          rule.from().map(LocalDate::toString).orElse(null),
          rule.to().map(LocalDate::toString).orElse(null),
          rule.price().map(Object::toString).orElse(null),
          rule.percentOff().map(Object::toString).orElse(null),
          kept.deactivated(),
          kept.version());
    }
  }

  record RulesAdded(List<String> codes) {}

  /** The rules by their codes; with a day only those in force on it. */
  @Open("Price rules are read by whoever is signed in.")
  @GetMapping
  Paged<SavedRule> list(
      @RequestParam(defaultValue = "") String scope,
      @RequestParam(defaultValue = "") String whom,
      @RequestParam(defaultValue = "") String about,
      @RequestParam(defaultValue = "") String day,
      @RequestParam(defaultValue = "") String after) {
    List<PriceRuleStore.Kept> found =
        rules.list(new PriceRuleStore.RuleQuery(scope, whom, about.strip(), day, after, PAGE + 1));
    return Paged.of(found, PAGE, kept -> kept.rule().id()).map(SavedRule::of);
  }

  /** The customer groups. */
  @Open("Price rules are read by whoever is signed in.")
  @GetMapping("/groups")
  Set<String> groups() {
    return rules.groups();
  }

  @PostMapping
  RulesAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody PriceRuleService.RuleForm typed,
      @SignedIn Actor actor) {
    // The code is the target: another rule under the same key is refused, not answered as added.
    String target = "price rule " + typed.code();
    idempotency.once(key, actor.id(), "add-price-rule", target, () -> rules.add(typed, actor));
    return new RulesAdded(rules.codes(typed));
  }

  @PutMapping("/{code}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable String code,
      @RequestHeader("If-Match") String version,
      @RequestBody PriceRuleService.RuleForm typed,
      @SignedIn Actor actor) {
    rules.change(code, Versions.of(version), typed, actor);
  }

  @PostMapping("/{code}/deactivated")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setDeactivated(
      @PathVariable String code, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    rules.setDeactivated(code, Versions.of(version), true, actor);
  }

  @PostMapping("/{code}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable String code, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    rules.setDeactivated(code, Versions.of(version), false, actor);
  }
}
