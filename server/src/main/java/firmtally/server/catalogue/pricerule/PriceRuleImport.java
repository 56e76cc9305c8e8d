package firmtally.server.catalogue.pricerule;

import firmtally.core.pricing.PriceRule;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.pricerule.PriceRuleService.BreakForm;
import firmtally.server.catalogue.pricerule.PriceRuleService.RuleForm;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.PriceRuleId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Files of price rules, known by their code; a known one is in force again. */
@Component
class PriceRuleImport implements ImportKind<PriceRule> {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private final PriceRuleService rules;

  PriceRuleImport(PriceRuleService rules) {
    this.rules = rules;
  }

  /** A rule as it was. */
  record Kept(RuleForm form, boolean deactivated) {}

  @Override
  public About about() {
    return new About("price-rules", "price rule", 2, "price-rule");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.needed("code", "Code", "rule"),
        ImportField.optional("scope", "Scope").hint("everyone, group or account"),
        ImportField.optional("forWhom", "For", "group", "account"),
        ImportField.optional("product", "Product", "productcode"),
        ImportField.optional("family", "Family", "productfamily"),
        ImportField.optional("minQuantity", "From quantity", "minquantity"),
        ImportField.optional("from", "From", "validfrom"),
        ImportField.optional("to", "To", "validto"),
        ImportField.optional("price", "Price"),
        ImportField.optional("percentOff", "Discount %", "discount"));
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().manages();
  }

  @Override
  public boolean atOnce() {
    return true;
  }

  @Override
  public Removal removal() {
    return Removal.of("price_rule", "r.code");
  }

  @Override
  public Runnable removing(List<RecordId> ids) {
    return rules.removing(ids.stream().map(id -> new PriceRuleId(id.value())).toList());
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public void restore(List<Before> before, Actor actor) {
    PriceRuleService.Known known = rules.known();
    List<Kept> kept = before.stream().map(one -> JSON.readValue(one.form(), Kept.class)).toList();
    rules.put(
        kept.stream().flatMap(one -> rules.read(one.form(), known, new Input()).stream()).toList(),
        actor);
    kept.stream()
        .filter(Kept::deactivated)
        .map(one -> rules.get(one.form().code()))
        .forEach(now -> rules.setDeactivated(now.rule().id(), now.version(), true, Actor.SYSTEM));
  }

  @Override
  public Reading<PriceRule> reading(Actor actor) {
    return new RuleReading(actor);
  }

  /** A rule as it can be typed. */
  private static RuleForm form(PriceRule r) {
    return new RuleForm(
        r.id(),
        r.scope().name().toLowerCase(Locale.ROOT),
        r.forWhom().orElse(""),
        r.product().orElse(""),
        r.family().orElse(""),
        r.from().map(LocalDate::toString).orElse(""),
        r.to().map(LocalDate::toString).orElse(""),
        List.of(
            new BreakForm(
                plain(r.minQuantity().value()),
                r.price().map(p -> plain(p.value())).orElse(""),
                r.percentOff().map(p -> plain(p.value())).orElse(""))));
  }

  private static String plain(BigDecimal number) {
    return number.toPlainString();
  }

  /** One file. */
  private final class RuleReading implements Reading<PriceRule> {
    private final Actor actor;
    private final PriceRuleService.Known known = rules.known();
    private final Map<String, PriceRuleStore.Kept> before = new HashMap<>();
    private final Set<String> codes = new HashSet<>();

    RuleReading(Actor actor) {
      this.actor = actor;
      rules.all().forEach(kept -> before.put(kept.rule().id(), kept));
    }

    @Override
    public Optional<PriceRule> read(ImportRow row, Input input) {
      String code = row.at("code");
      RuleForm was =
          Optional.ofNullable(before.get(code))
              .map(kept -> form(kept.rule()))
              .orElse(
                  new RuleForm(code, "", "", "", "", "", "", List.of(new BreakForm("", "", ""))));
      BreakForm step = was.breaks().get(0);
      Optional<PriceRule> rule =
          rules
              .read(
                  new RuleForm(
                      code,
                      row.or("scope", was.scope()).toLowerCase(Locale.ROOT),
                      row.or("forWhom", was.forWhom()),
                      row.or("product", was.product()),
                      row.or("family", was.family()),
                      row.or("from", was.from()),
                      row.or("to", was.to()),
                      List.of(
                          new BreakForm(
                              row.or("minQuantity", step.minQuantity()),
                              row.or("price", step.price()),
                              row.or("percentOff", step.percentOff())))),
                  known,
                  input)
              .stream()
              .findFirst();
      if (rule.isPresent() && !codes.add(code)) {
        input.refuse("code", "Another row has this code.");
      }
      return rule;
    }

    @Override
    public Outcome outcome(PriceRule rule) {
      PriceRuleStore.Kept was = before.get(rule.id());
      if (was == null) {
        return new Outcome(Effect.ADDED, rule.id(), "");
      }
      boolean isSame = !was.deactivated() && was.rule().equals(rule);
      return new Outcome(
          isSame ? Effect.SAME : Effect.CHANGED, rule.id(), PriceRuleService.words(rule));
    }

    @Override
    public List<Written> write(List<PriceRule> some, ImportId of) {
      rules.put(some, actor);
      List<Written> written = new ArrayList<>();
      for (PriceRule rule : some) {
        PriceRuleStore.Kept was = before.get(rule.id());
        written.add(
            new Written(
                rules.get(rule.id()).id(),
                was == null
                    ? null
                    : JSON.writeValueAsString(new Kept(form(was.rule()), was.deactivated()))));
      }
      return written;
    }
  }
}
