package firmtally.formats.reckon;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.Optional;

/** Reads price rules. */
final class RuleReader {
  /** A rule as far as it could be read. */
  record Draft(
      Fields fields,
      Optional<String> id,
      Optional<Scope> scope,
      Optional<String> forWhom,
      Optional<String> product,
      Optional<String> family,
      Optional<Quantity> minQuantity,
      Optional<LocalDate> from,
      Optional<LocalDate> to,
      Optional<UnitPrice> price,
      Optional<Percent> percentOff) {
    /** Only to be called when there is no problem. */
    PriceRule rule() {
      return new PriceRule(
          id.orElseThrow(),
          scope.orElseThrow(),
          forWhom,
          PriceRule.Goods.of(product, family),
          minQuantity.orElse(Quantity.ZERO),
          from,
          to,
          PriceRule.Gives.of(price, percentOff));
    }
  }

  private RuleReader() {}

  static Optional<Draft> read(Fields rule) {
    rule.require("id", "scope");
    rule.exactlyOne("product", "family");
    rule.exactlyOne("price", "percentOff");
    Draft draft =
        new Draft(
            rule,
            rule.text("id"),
            rule.word("scope", Scope.class),
            rule.text("for"),
            rule.text("product"),
            rule.text("family"),
            rule.decimal("minQuantity", Quantity::of),
            rule.date("from"),
            rule.date("to"),
            rule.decimal("price", UnitPrice::of),
            Question.percent(rule, "percentOff"));
    checkFor(draft);
    rule.checkOrder("from", draft.from(), "to", draft.to());
    return Optional.of(draft);
  }

  private static void checkFor(Draft draft) {
    boolean isForEveryone = draft.scope().filter(s -> s == Scope.EVERYONE).isPresent();
    if (isForEveryone && draft.forWhom().isPresent()) {
      draft.fields().refuse("for", "a rule for everyone names nobody");
    } else if (draft.scope().isPresent() && !isForEveryone && !draft.fields().has("for")) {
      draft.fields().refuse("for", "for is missing: the code of the account or group");
    }
  }
}
