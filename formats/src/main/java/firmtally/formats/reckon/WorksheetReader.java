package firmtally.formats.reckon;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.pricing.Buyer;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PricePolicy;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Worksheet;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;

/** Reads {@code firm-tally/worksheet/1}. */
final class WorksheetReader {
  private final Question question;
  private final Fields fields;
  private final boolean mayAim;
  private final PolicyReader policyReader;

  private WorksheetReader(Question question, boolean mayAim) {
    this.question = question;
    this.fields = question.fields();
    this.mayAim = mayAim;
    this.policyReader = new PolicyReader(question);
  }

  /** Of a question that may aim at a target. */
  static WorksheetReader of(Question question) {
    return new WorksheetReader(question, true);
  }

  /** Of a worksheet alone, for which a target is an unknown field. */
  static WorksheetReader withoutTarget(Question question) {
    return new WorksheetReader(question, false);
  }

  /** Empty when there is any problem. */
  Optional<WorksheetQuestion> read() {
    question.readCurrency();
    fields.require("date", "lines");
    Optional<LocalDate> date = fields.date("date");
    Optional<PricePolicy> pricePolicy = fields.word("pricePolicy", PricePolicy.class);
    Optional<Buyer> buyer = fields.object("account", WorksheetReader::buyer);
    Optional<Percent> probability = Question.percent(fields, "probability");
    Optional<List<Optional<ProductReader.Draft>>> products =
        fields.list("products", ProductReader::read);
    List<Optional<RuleReader.Draft>> rules =
        fields.list("priceRules", RuleReader::read).orElse(List.of());
    List<Optional<LineReader.Draft>> lines =
        fields.list("lines", LineReader::read).orElse(List.of());
    Optional<DocumentDiscount> discount = fields.object("documentDiscount", this::discount);
    Optional<SignOffPolicy> policy = fields.object("policy", policyReader::read);
    Optional<Target> target = mayAim ? fields.object("target", this::target) : Optional.empty();
    fields.done();

    checkReferences(products, rules, lines);
    Question.unique(rules, "id", RuleReader.Draft::id, RuleReader.Draft::fields);
    Question.unique(lines, "id", LineReader.Draft::id, LineReader.Draft::fields);
    LineReader.checkSets(lines);
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    Map<String, Item> byCode = ProductReader.byCode(products.orElse(List.of()));
    Worksheet worksheet =
        new Worksheet(
            question.currency(),
            date.orElseThrow(),
            pricePolicy.orElse(PricePolicy.SPECIFIC),
            buyer,
            rules.stream().map(rule -> rule.orElseThrow().rule()).toList(),
            lines.stream().map(line -> line.orElseThrow().line(byCode)).toList(),
            discount,
            probability);
    return Optional.of(new WorksheetQuestion(worksheet, policy, target));
  }

  /** The roles of its policy, once it was read and when all of them could be. */
  Optional<Set<String>> roles() {
    return policyReader.roles();
  }

  private void checkReferences(
      Optional<List<Optional<ProductReader.Draft>>> products,
      List<Optional<RuleReader.Draft>> rules,
      List<Optional<LineReader.Draft>> lines) {
    List<Optional<ProductReader.Draft>> known = products.orElse(List.of());
    Question.unique(known, "code", ProductReader.Draft::code, ProductReader.Draft::fields);
    boolean isUnreadable = products.isEmpty() && fields.has("products");
    if (isUnreadable || !ProductReader.allCodesKnown(known)) {
      return;
    }
    Map<String, Item> byCode = ProductReader.byCode(known);
    rules.stream()
        .flatMap(Optional::stream)
        .forEach(rule -> checkProduct(rule.fields(), rule.product(), byCode));
    lines.stream()
        .flatMap(Optional::stream)
        .forEach(line -> checkProduct(line.fields(), line.product(), byCode));
  }

  private static void checkProduct(Fields at, Optional<String> product, Map<String, Item> byCode) {
    product
        .filter(code -> !byCode.containsKey(code))
        .ifPresent(code -> at.refuse("product", "there is no product " + code));
  }

  private static Optional<Buyer> buyer(Fields account) {
    account.require("code");
    Optional<String> code = account.text("code");
    Optional<String> group = account.text("group");
    return code.map(c -> new Buyer(c, group));
  }

  private Optional<DocumentDiscount> discount(Fields discount) {
    discount.exactlyOne("percent", "amount");
    if (mayAim && discount.has("percent") && fields.has("target")) {
      fields.refuse("target", "a target and a documentDiscount.percent exclude each other");
    }
    Optional<DocumentDiscount> percent =
        Question.percent(discount, "percent").map(DocumentDiscount.OfPercent::new);
    Optional<DocumentDiscount> amount =
        question.amount(discount, "amount").map(DocumentDiscount.OfAmount::new);
    return percent.or(() -> amount);
  }

  private Optional<Target> target(Fields target) {
    target.exactlyOne("contract", "marginPercent");
    Optional<Money> contract = question.amount(target, "contract");
    Optional<Percent> margin = Question.percentBelowHundred(target, "marginPercent");
    return contract.<Target>map(Target.Contract::new).or(() -> margin.map(Target.Margin::new));
  }
}
