package firmtally.core.golden;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.money.Quantity;
import firmtally.core.pricing.Buyer;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PricePolicy;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.core.worksheet.Alternative;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** A worksheet case as values of the core. */
record WorksheetCase(Worksheet worksheet, Optional<SignOffPolicy> policy, Optional<Target> target) {
  static WorksheetCase of(GoldenCase input) {
    Map<String, Item> products =
        input.list("products", p -> item(p)).stream()
            .collect(Collectors.toMap(p -> p.code().orElseThrow(), p -> p));
    Worksheet worksheet =
        new Worksheet(
            input.currency(),
            input.at("date").day(),
            input
                .maybe("pricePolicy", p -> word(PricePolicy.class, p))
                .orElse(PricePolicy.SPECIFIC),
            input.maybe(
                "account", a -> new Buyer(a.at("code").text(), a.maybe("group", GoldenCase::text))),
            input.list("priceRules", WorksheetCase::rule),
            input.list("lines", line -> line(line, products)),
            input.maybe("documentDiscount", WorksheetCase::discount),
            input.maybe("probability", GoldenCase::percent));
    return new WorksheetCase(
        worksheet,
        input.maybe("policy", WorksheetCase::policy),
        input.maybe("target", WorksheetCase::target));
  }

  private static <E extends Enum<E>> E word(Class<E> type, GoldenCase word) {
    return Enum.valueOf(type, word.text().toUpperCase(Locale.ROOT));
  }

  private static Item item(GoldenCase item) {
    return new Item(
        item.maybe("code", GoldenCase::text),
        item.maybe("family", GoldenCase::text),
        item.at("listPrice").unitPrice(),
        item.at("unitCost").unitPrice(),
        item.at("taxPercent").percent());
  }

  private static PriceRule rule(GoldenCase rule) {
    return new PriceRule(
        rule.at("id").text(),
        word(Scope.class, rule.at("scope")),
        rule.maybe("for", GoldenCase::text),
        PriceRule.Goods.of(
            rule.maybe("product", GoldenCase::text), rule.maybe("family", GoldenCase::text)),
        rule.maybe("minQuantity", GoldenCase::quantity).orElse(Quantity.ZERO),
        rule.maybe("from", GoldenCase::day),
        rule.maybe("to", GoldenCase::day),
        PriceRule.Gives.of(
            rule.maybe("price", GoldenCase::unitPrice),
            rule.maybe("percentOff", GoldenCase::percent)));
  }

  private static Line line(GoldenCase line, Map<String, Item> products) {
    Item item =
        line.maybe("product", p -> products.get(p.text())).orElseGet(() -> item(line.at("inline")));
    return new Line(
        line.at("id").text(),
        item,
        line.at("quantity").quantity(),
        terms(line),
        line.at("optional").isTrue(),
        line.maybe(
            "alternative", a -> new Alternative(a.at("set").text(), a.at("chosen").isTrue())),
        line.maybe(
            "recurring",
            r -> new Recurring(r.at("everyMonths").whole(), r.at("termMonths").whole())));
  }

  private static Terms terms(GoldenCase line) {
    if (line.at("gift").isTrue()) {
      return Terms.GIFT;
    }
    Optional<Terms> discount = line.maybe("discountPercent", d -> new Terms.Discount(d.percent()));
    Optional<Terms> own = line.maybe("unitPrice", u -> new Terms.OwnPrice(u.unitPrice()));
    return discount.or(() -> own).orElse(Terms.AS_FOUND);
  }

  private static DocumentDiscount discount(GoldenCase discount) {
    return discount.has("percent")
        ? new DocumentDiscount.OfPercent(discount.at("percent").percent())
        : new DocumentDiscount.OfAmount(discount.at("amount").money());
  }

  private static SignOffPolicy policy(GoldenCase policy) {
    return new SignOffPolicy(
        policy.at("asRole").text(),
        policy.list(
            "levels",
            l -> new SignOffPolicy.Level(l.at("role").text(), l.at("discountPercent").percent())),
        policy.list(
            "familyFloors",
            f ->
                new SignOffPolicy.FamilyFloor(
                    f.at("family").text(), f.at("marginPercent").percent(), f.at("role").text())),
        policy.maybe(
            "documentFloor",
            f ->
                new SignOffPolicy.DocumentFloor(
                    f.at("marginPercent").percent(), f.at("role").text())),
        policy.maybe("giftCost", WorksheetCase::amountRole),
        policy.list("valueOver", WorksheetCase::amountRole));
  }

  private static SignOffPolicy.AmountRole amountRole(GoldenCase limit) {
    return new SignOffPolicy.AmountRole(limit.at("amount").money(), limit.at("role").text());
  }

  private static Target target(GoldenCase target) {
    return target.has("contract")
        ? new Target.Contract(target.at("contract").money())
        : new Target.Margin(target.at("marginPercent").percent());
  }
}
