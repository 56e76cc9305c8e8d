package firmtally.server.worksheet.calculation;

import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.Target;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Worksheet;
import firmtally.formats.json.Problem;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.policy.PolicyService;
import firmtally.server.company.policy.SellingPolicy;
import firmtally.server.company.tax.TaxService;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Service;

/**
 * Calculates worksheets: reads what was typed, asks the core, and says what is wrong. Nothing is
 * saved here.
 */
@Service
public class Calculator {
  private final Prices prices;
  private final SettingsService settings;
  private final Supplier<SellingPolicy> policy;
  private final TaxService taxes;
  private final Clock clock;

  @Autowired
  Calculator(
      ProductService products,
      PriceRuleService rules,
      SettingsService settings,
      PolicyService policies,
      TaxService taxes,
      Clock clock) {
    this(new Prices.OfCatalogue(products, rules), settings, policies::current, taxes, clock);
  }

  private Calculator(
      Prices prices,
      SettingsService settings,
      Supplier<SellingPolicy> policy,
      TaxService taxes,
      Clock clock) {
    this.prices = prices;
    this.settings = settings;
    this.policy = policy;
    this.taxes = taxes;
    this.clock = clock;
  }

  /**
   * The same for many worksheets one after the other: what it once read of the catalogue it does
   * not read again.
   */
  public Calculator remembering() {
    return new Calculator(new Prices.Remembered(prices), settings, policy, taxes, clock);
  }

  /**
   * Which saved worksheet a calculation is of.
   *
   * @param id 0 for what is typed and not saved
   */
  public record Saved(WorksheetId id, long version) {
    /** What is typed and not saved. */
    public static final Saved NOT = new Saved(new WorksheetId(0), 0);
  }

  /**
   * Calculates what was typed, without saving it.
   *
   * @throws BadInput naming everything that is wrong
   */
  public Calculation tally(WorksheetContext context, WorksheetForm form) {
    return typed(Saved.NOT, context, form);
  }

  /**
   * Calculates what somebody typed: everything that is wrong with it is refused.
   *
   * @throws BadInput naming everything that is wrong
   */
  public Calculation typed(Saved saved, WorksheetContext context, WorksheetForm typed) {
    Reading reading = read(context, typed, productsOf(typed));
    reading.reader().input().check();
    try {
      return calculation(saved, context, typed, reading, reading.discount());
    } catch (DiscountTooLargeException e) {
      throw new BadInput(List.of(tooLarge(e)));
    }
  }

  /**
   * What can be said of something typed that has problems: the rows that are in order, without the
   * share of a discount on the whole. A line whose family holds a wrong line has no figures, as its
   * price may hang on that line's quantity.
   *
   * @param problems as {@link #tally} named them
   */
  public PartialCalculation partial(
      WorksheetContext context, WorksheetForm form, List<Problem> problems) {
    Reading reading = read(context, form, productsOf(form));
    PartialCalculation.Trust trust =
        new PartialCalculation.Trust(reading.rows(), reading.products(), problems);
    // Sets are judged as a whole; here each of their lines is calculated by itself.
    List<Line> lines = trust.lines().stream().map(Line::alone).toList();
    WorksheetQuestion question = question(context, lines, Optional.empty(), Optional.empty());
    return trust.partial(question.answer().tally().lines(), form.isShared());
  }

  /**
   * Calculates what was saved: it still opens when prices or the customer's assortment have changed
   * since. What would be refused today is named beside it; a discount that is more than the lines
   * make now is left out.
   */
  public Calculation saved(Saved saved, WorksheetContext context, WorksheetForm form) {
    return saved(saved, context, form, productsOf(form));
  }

  /** The same, with products as given instead of those of the catalogue. */
  public Calculation saved(
      Saved saved, WorksheetContext context, WorksheetForm form, Map<String, Product> with) {
    Reading reading = read(context, form, with);
    try {
      return calculation(saved, context, form, reading, reading.discount());
    } catch (DiscountTooLargeException e) {
      reading.reader().input().problems().add(tooLarge(e).at(), tooLarge(e).message());
      return calculation(saved, context, form, reading, Optional.empty());
    }
  }

  /** What was agreed, answered from the question as it was saved then. */
  public Calculation agreed(
      Saved saved, WorksheetContext context, WorksheetForm form, WorksheetQuestion question) {
    MarginCheck check = question.answer();
    return new Calculation(
        saved.id(),
        saved.version(),
        true,
        form,
        question,
        check,
        signOff(check, context),
        productsOf(form),
        LocalDate.now(clock),
        List.of());
  }

  /** The products of a worksheet's lines, by their codes, as the catalogue has them today. */
  public Map<String, Product> productsOf(WorksheetForm form) {
    Set<String> codes = new LinkedHashSet<>();
    for (LineForm line : Input.given(form.lines())) {
      if (line.product() != null && !line.product().isBlank()) {
        codes.add(line.product().strip());
      }
    }
    return prices.products(codes);
  }

  private static Problem tooLarge(DiscountTooLargeException e) {
    return new Problem(
        "discountAmount", "This is more than the one-off lines come to: " + e.most() + ".");
  }

  private Calculation calculation(
      Saved saved,
      WorksheetContext context,
      WorksheetForm typed,
      Reading reading,
      Optional<DocumentDiscount> discount) {
    WorksheetQuestion question = question(context, reading.lines(), discount, reading.target());
    MarginCheck check = question.answer();
    return new Calculation(
        saved.id(),
        saved.version(),
        false,
        reading.form(typed),
        question,
        check,
        signOff(check, context),
        reading.products(),
        LocalDate.now(clock),
        reading.reader().input().problems().list());
  }

  private SignOffNeed signOff(MarginCheck check, WorksheetContext context) {
    return SignOffNeed.of(
        check.signOff(), check.tally().lines(), policy.get().ownCostOver(), context.asker());
  }

  /** What was typed, as far as it is valid. */
  private record Reading(
      FormReader reader,
      List<FormReader.Read> rows,
      Optional<DocumentDiscount> discount,
      Optional<Target> target,
      Map<String, Product> products) {
    List<Line> lines() {
      return rows.stream().flatMap(row -> row.line().stream()).toList();
    }

    WorksheetForm form(WorksheetForm typed) {
      return typed.read(rows.stream().map(FormReader.Read::form).toList(), discount);
    }
  }

  private Reading read(WorksheetContext context, WorksheetForm typed, Map<String, Product> with) {
    FormReader reader =
        new FormReader(
            settings.company().currency(),
            with,
            prices.assortment(context.account().id()),
            taxes::usual,
            LocalDate.now(clock));
    List<FormReader.Read> rows = reader.rows(Input.given(typed.lines()));
    return new Reading(reader, rows, reader.discount(typed), reader.target(typed), with);
  }

  private WorksheetQuestion question(
      WorksheetContext context,
      List<Line> lines,
      Optional<DocumentDiscount> discount,
      Optional<Target> target) {
    SettingsService.Company company = settings.company();
    Worksheet sheet =
        new Worksheet(
            company.currency(),
            LocalDate.now(clock),
            policy.get().pricePolicy(),
            Optional.of(context.account().buyer()),
            prices.rules(
                context.account().number(), Optional.ofNullable(context.account().priceGroup())),
            context.account().isExempt() ? lines.stream().map(Line::untaxed).toList() : lines,
            discount,
            context.probability());
    return new WorksheetQuestion(sheet, Optional.of(policy.get().of(context.asker())), target);
  }
}
