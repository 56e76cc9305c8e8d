package firmtally.formats.reckon;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Texts;
import firmtally.core.pricing.Buyer;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PriceRule;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import firmtally.formats.json.Fields;
import firmtally.formats.json.Json;
import firmtally.formats.json.JsonReader;
import firmtally.formats.json.JsonWriter;
import firmtally.formats.json.Problems;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * A worksheet's question as a document, so that what was agreed can be kept whole and worked out
 * again to the same figures: its lines with their prices and costs, the rules in force, and the
 * sign-off policy.
 */
public final class WorksheetDocument {
  private WorksheetDocument() {}

  /** The question as one line of {@code firm-tally/worksheet/1}. */
  public static String write(WorksheetQuestion question) {
    Worksheet sheet = question.worksheet();
    Map<String, Item> products = new LinkedHashMap<>();
    for (Line line : sheet.lines()) {
      line.item().code().ifPresent(code -> products.put(code, line.item()));
    }
    Map<String, Object> document =
        Values.map(
            "format", "firm-tally/worksheet/1",
            "currency", sheet.currency().getCode(),
            "date", sheet.date(),
            "pricePolicy", Texts.word(sheet.pricePolicy()));
    sheet.buyer().ifPresent(buyer -> document.put("account", account(buyer)));
    document.put("products", products.values().stream().map(WorksheetDocument::item).toList());
    document.put(
        "priceRules",
        sheet.priceRules().stream()
            .filter(rule -> rule.appliesTo(sheet.buyer(), sheet.date()))
            .filter(rule -> rule.product().map(products::containsKey).orElse(true))
            .map(WorksheetDocument::rule)
            .toList());
    document.put("lines", sheet.lines().stream().map(WorksheetDocument::line).toList());
    sheet.documentDiscount().ifPresent(d -> document.put("documentDiscount", discount(d)));
    sheet.probability().ifPresent(p -> document.put("probability", p));
    question.policy().ifPresent(policy -> document.put("policy", policy(policy)));
    return JsonWriter.write(document);
  }

  /**
   * Reads a document that was written here.
   *
   * @throws IllegalArgumentException naming the problems if it is not in order
   */
  public static WorksheetQuestion read(String document) {
    Problems problems = new Problems();
    Json json = JsonReader.read(document.getBytes(StandardCharsets.UTF_8));
    Question question = Question.document(Fields.of((Json.Obj) json, problems), problems);
    return WorksheetReader.of(question)
        .read()
        .orElseThrow(() -> new IllegalArgumentException("document: " + problems.list()));
  }

  private static Map<String, Object> account(Buyer buyer) {
    Map<String, Object> account = Values.map("code", buyer.account());
    put(account, "group", buyer.group());
    return account;
  }

  private static Map<String, Object> item(Item item) {
    Map<String, Object> map = new LinkedHashMap<>();
    put(map, "code", item.code());
    put(map, "family", item.family());
    map.put("listPrice", item.listPrice());
    map.put("unitCost", item.unitCost());
    map.put("taxPercent", item.tax());
    return map;
  }

  private static Map<String, Object> rule(PriceRule rule) {
    Map<String, Object> map = Values.map("id", rule.id(), "scope", Texts.word(rule.scope()));
    put(map, "for", rule.forWhom());
    put(map, "product", rule.product());
    put(map, "family", rule.family());
    map.put("minQuantity", rule.minQuantity());
    put(map, "from", rule.from().map(LocalDate::toString));
    put(map, "to", rule.to().map(LocalDate::toString));
    put(map, "price", rule.price());
    put(map, "percentOff", rule.percentOff());
    return map;
  }

  private static Map<String, Object> line(Line line) {
    Map<String, Object> map = Values.map("id", line.id());
    put(map, "product", line.item().code());
    if (line.item().code().isEmpty()) {
      map.put("inline", item(line.item()));
    }
    map.put("quantity", line.quantity());
    if (line.terms() instanceof Terms.Discount given) {
      map.put("discountPercent", given.percent());
    } else if (line.terms() instanceof Terms.OwnPrice own) {
      map.put("unitPrice", own.unitPrice());
    } else if (line.gift()) {
      map.put("gift", true);
    }
    if (line.optional()) {
      map.put("optional", true);
    }
    line.alternative()
        .ifPresent(a -> map.put("alternative", Values.map("set", a.set(), "chosen", a.chosen())));
    line.recurring()
        .ifPresent(
            plan ->
                map.put(
                    "recurring",
                    Values.map(
                        "everyMonths", plan.everyMonths(), "termMonths", plan.termMonths())));
    return map;
  }

  private static Map<String, Object> discount(DocumentDiscount discount) {
    return discount instanceof DocumentDiscount.OfPercent of
        ? Values.map("percent", of.percent())
        : Values.map("amount", Values.text(((DocumentDiscount.OfAmount) discount).amount()));
  }

  private static Map<String, Object> policy(SignOffPolicy policy) {
    Map<String, Object> map =
        Values.map(
            "asRole", policy.asRole(),
            "levels",
                policy.levels().stream()
                    .map(l -> Values.map("role", l.role(), "discountPercent", l.discount()))
                    .toList(),
            "familyFloors",
                policy.familyFloors().stream()
                    .map(
                        f ->
                            Values.map(
                                "family",
                                f.family(),
                                "marginPercent",
                                f.margin(),
                                "role",
                                f.role()))
                    .toList(),
            "valueOver", policy.valueOver().stream().map(WorksheetDocument::amountRole).toList());
    policy
        .documentFloor()
        .ifPresent(
            f ->
                map.put(
                    "documentFloor", Values.map("marginPercent", f.margin(), "role", f.role())));
    policy.giftCost().ifPresent(limit -> map.put("giftCost", amountRole(limit)));
    return map;
  }

  private static Map<String, Object> amountRole(SignOffPolicy.AmountRole limit) {
    return Values.map("amount", Values.text(limit.amount()), "role", limit.role());
  }

  private static void put(Map<String, Object> map, String name, Optional<?> value) {
    value.ifPresent(v -> map.put(name, v));
  }
}
