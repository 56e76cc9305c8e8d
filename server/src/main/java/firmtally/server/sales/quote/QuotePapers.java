package firmtally.server.sales.quote;

import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Supply;
import firmtally.core.worksheet.Breakdown;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Totals;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.QuotePdf;
import firmtally.formats.pdf.Thumbnail;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Puts a quote on paper: what the customer may see of it, which is no cost and no margin. */
@Component
public class QuotePapers {
  static final String PAYMENT = "Payment";
  static final String DELIVERY = "Delivery";
  private static final JsonMapper JSON = JsonMapper.shared();
  private final QuotePdf pdf = new QuotePdf();
  private final QuoteStore store;
  private final QuoteService quotes;
  private final DocumentService documents;
  private final ParticularsService particulars;
  private final AccountService accounts;
  private final OpportunityService opportunities;
  private final ProductService products;
  private final EnclosureStore enclosures;
  private final Letter letter;

  QuotePapers(
      QuoteStore store,
      QuoteService quotes,
      DocumentService documents,
      ParticularsService particulars,
      AccountService accounts,
      OpportunityService opportunities,
      ProductService products,
      EnclosureStore enclosures,
      Letter letter) {
    this.store = store;
    this.quotes = quotes;
    this.documents = documents;
    this.particulars = particulars;
    this.accounts = accounts;
    this.opportunities = opportunities;
    this.products = products;
    this.enclosures = enclosures;
    this.letter = letter;
  }

  /** The PDF: as it was sent, or of the draft as it stands. */
  public byte[] pdf(Quote quote, Actor actor) {
    return documents
        .paper(quote.document())
        .orElseGet(() -> print(quote, quotes.calculation(quote, actor), actor).pdf());
  }

  /**
   * A printed paper.
   *
   * @param frame what stands around its lines, as JSON
   */
  public record Printed(byte[] pdf, String frame) {}

  /** Prints a quote as it stands. */
  public Printed print(Quote quote, Calculation worked, Actor actor) {
    QuotePaper.Frame frame = frame(quote, worked, actor);
    Map<String, Optional<QuotePaper.Picture>> pictures = new HashMap<>();
    QuotePaper paper =
        paper(
            quote,
            frame,
            worked,
            product -> pictures.computeIfAbsent(product.code(), this::printed));
    return new Printed(pdf.print(paper), JSON.writeValueAsString(frame));
  }

  private Optional<QuotePaper.Picture> printed(String code) {
    return products.isPictured(code)
        ? Thumbnail.uri(products.picture(code).bytes()).map(QuotePaper.Picture::new)
        : Optional.empty();
  }

  /**
   * What stands on it, row by row as the worksheet has them; pictures are only told to be there.
   */
  public QuotePaper paper(Quote quote, Calculation worked, Actor actor) {
    Map<String, Optional<QuotePaper.Picture>> pictures = new HashMap<>();
    return paper(
        quote,
        frame(quote, worked, actor),
        worked,
        product ->
            pictures.computeIfAbsent(
                product.code(),
                code ->
                    products.isPictured(code)
                        ? Optional.of(new QuotePaper.Picture(""))
                        : Optional.empty()));
  }

  private QuotePaper paper(
      Quote quote,
      QuotePaper.Frame frame,
      Calculation worked,
      Function<Product, Optional<QuotePaper.Picture>> pictures) {
    return QuotePaper.of(
        frame,
        new QuotePaper.Layout(quote.terms().showPictures(), quote.terms().showDiscounts()),
        worked.contract().getCurrencyUnit().getCode(),
        lines(quote, worked, pictures),
        sums(worked));
  }

  /** What stands around the lines: as it left, or of a draft as it would leave now. */
  QuotePaper.Frame frame(Quote quote, Calculation worked, Actor actor) {
    return store
        .frame(quote.id())
        .map(kept -> JSON.readValue(kept, QuotePaper.Frame.class))
        .orElseGet(() -> framed(quote, worked, actor));
  }

  private QuotePaper.Frame framed(Quote quote, Calculation worked, Actor actor) {
    Opportunity of = opportunities.readable(quote.opportunityId(), actor);
    Account account = accounts.readable(of.accountId(), Actor.SYSTEM);
    Particulars ours = particulars.get();
    Fields fields = letter.fields(quote, of, worked);
    return new QuotePaper.Frame(
        new QuotePaper.Seller(ours.name(), ours.address(), ours.reach(), ours.legal()),
        new QuotePaper.Head(
            quote.called(),
            of.title(),
            quote.terms().addressee().lines().toList(),
            facts(quote, account)),
        paragraphs(fields.fill(quote.terms().letter())),
        new QuotePaper.Closing(
            terms(quote, worked, fields),
            enclosures.of(quote.id()).stream().map(EnclosureStore.Enclosed::name).toList(),
            paragraphs(fields.fill(letter.begun(Purpose.GENERAL_TERMS, of, account)))));
  }

  private static List<String> paragraphs(String text) {
    return text.lines().filter(paragraph -> !paragraph.isBlank()).toList();
  }

  private static List<QuotePaper.Fact> facts(Quote quote, Account account) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact("Quote", quote.called()));
    facts.add(new QuotePaper.Fact("Date", Written.day(quote.document().madeOn())));
    facts.add(new QuotePaper.Fact("Valid until", Written.day(quote.terms().validUntil())));
    facts.add(new QuotePaper.Fact("Customer number", account.number()));
    if (!account.taxId().isEmpty()) {
      facts.add(new QuotePaper.Fact("Your tax ID", account.taxId()));
    }
    facts.add(new QuotePaper.Fact("Your contact", quote.document().maker().name()));
    if (!quote.document().maker().phone().isEmpty()) {
      facts.add(new QuotePaper.Fact("Phone", quote.document().maker().phone()));
    }
    facts.add(new QuotePaper.Fact("Email", quote.document().maker().email()));
    return facts;
  }

  private static List<QuotePaper.Fact> terms(Quote quote, Calculation worked, Fields fields) {
    List<QuotePaper.Fact> terms = new ArrayList<>();
    terms.add(new QuotePaper.Fact(PAYMENT, fields.fill(quote.terms().paymentTerms())));
    terms.add(new QuotePaper.Fact(DELIVERY, fields.fill(quote.terms().deliveryTerms())));
    if (quote.terms().showDelivery()) {
      readyOn(worked)
          .ifPresent(day -> terms.add(new QuotePaper.Fact("Complete by", Written.day(day))));
    }
    return terms;
  }

  /** The day by which all that counts can be there. */
  private static Optional<LocalDate> readyOn(Calculation worked) {
    Iterator<Supply> supplies = worked.supplies().iterator();
    LocalDate latest = null;
    for (Calculation.Row row : worked.rows()) {
      if (row.tally().isEmpty() || worked.product(row.form()).isEmpty()) {
        continue;
      }
      LocalDate ready = supplies.next().readyOn();
      boolean counts = row.tally().get().line().counted();
      latest = counts && (latest == null || ready.isAfter(latest)) ? ready : latest;
    }
    return Optional.ofNullable(latest);
  }

  private static List<QuotePaper.Line> lines(
      Quote quote, Calculation worked, Function<Product, Optional<QuotePaper.Picture>> pictures) {
    CurrencyUnit currency = worked.contract().getCurrencyUnit();
    Map<String, List<LineTally>> sections = worked.sections();
    List<QuotePaper.Line> lines = new ArrayList<>();
    Iterator<Supply> supplies = worked.supplies().iterator();
    int position = 0;
    for (Calculation.Row row : worked.rows()) {
      if (row.tally().isEmpty()) {
        lines.add(
            sections.containsKey(row.form().id())
                ? heading(row.form(), Breakdown.of(currency, sections.get(row.form().id())))
                : QuotePaper.Line.note(row.form().description()));
        continue;
      }
      Optional<Product> product = worked.product(row.form());
      Optional<Supply> supply = product.map(of -> supplies.next());
      LineTally tally = row.tally().get();
      lines.add(
          QuotePaper.Line.of(
              ++position,
              cells(quote, row.form(), tally, product, supply),
              quote.terms().showPictures() ? product.flatMap(pictures) : Optional.empty(),
              tally.line().counted()));
    }
    return lines;
  }

  private static QuotePaper.Line heading(LineForm form, Breakdown sums) {
    List<String> recurring = new ArrayList<>();
    sums.every()
        .forEach(
            (months, part) -> recurring.add("and " + amount(part.lines()) + " " + every(months)));
    return QuotePaper.Line.heading(
        form.description(), String.join(", ", recurring), amount(sums.once().lines()));
  }

  private static QuotePaper.Line.Cells cells(
      Quote quote,
      LineForm form,
      LineTally tally,
      Optional<Product> product,
      Optional<Supply> supply) {
    boolean showsDiscounts = quote.terms().showDiscounts();
    CurrencyUnit currency = tally.net().getCurrencyUnit();
    Optional<UnitPrice> price =
        showsDiscounts ? Optional.of(unitPrice(tally)) : Breakdown.netPrice(tally);
    boolean isDiscounted = showsDiscounts && form.discountPercent() != null && !form.gift();
    return new QuotePaper.Line.Cells(
        form.product() == null ? "" : form.product(),
        form.description(),
        remarks(quote, form, tally, supply),
        tally.line().quantity() + product.map(p -> " " + p.unit()).orElse(""),
        price.map(p -> Written.price(p, currency)).orElse("–"),
        isDiscounted ? form.discountPercent() + " %" : "",
        amount(tally.net()));
  }

  private static String remarks(
      Quote quote, LineForm form, LineTally tally, Optional<Supply> supply) {
    List<String> remarks = new ArrayList<>();
    tally
        .line()
        .recurring()
        .ifPresent(
            plan ->
                remarks.add(
                    "charged "
                        + every(plan.everyMonths())
                        + " for "
                        + months(plan)
                        + ", "
                        + amount(Breakdown.netOverTerm(tally))
                        + " over the term"));
    if (tally.line().gift()) {
      remarks.add("free of charge");
    }
    if (tally.line().optional()) {
      remarks.add("optional, not in the total");
    }
    if (!tally.line().counted() && !tally.line().optional()) {
      remarks.add("alternative, not in the total");
    }
    if (form.requestedOn() != null && !form.requestedOn().isBlank()) {
      remarks.add("requested on " + Written.day(LocalDate.parse(form.requestedOn().strip())));
    }
    if (quote.terms().showDelivery()) {
      supply.ifPresent(
          of ->
              remarks.add(
                  of.onHand().isPresent() && of.missing().value().signum() == 0
                      ? "in stock"
                      : "there by " + Written.day(of.readyOn())));
    }
    return String.join(", ", remarks);
  }

  private static String months(Recurring plan) {
    return plan.termMonths() == 1 ? "1 month" : plan.termMonths() + " months";
  }

  private static String every(int months) {
    return months == 1 ? "every month" : "every " + months + " months";
  }

  private static UnitPrice unitPrice(LineTally tally) {
    return tally.line().terms() instanceof Terms.OwnPrice own
        ? own.unitPrice()
        : tally.price().unitPrice();
  }

  /** Under the lines, such that each row follows from those above it. */
  private static List<QuotePaper.Sum> sums(Calculation worked) {
    Totals totals = worked.check().tally().totals();
    Breakdown parts =
        Breakdown.of(totals.contract().getCurrencyUnit(), worked.check().tally().lines());
    boolean recurs = !parts.every().isEmpty();
    List<QuotePaper.Sum> sums = new ArrayList<>();
    if (!recurs || !parts.once().lines().isZero()) {
      add(
          sums,
          recurs ? "One-off lines" : "Lines",
          recurs ? "One-off, net" : "Net",
          parts.once(),
          worked);
    }
    parts
        .every()
        .forEach(
            (months, part) ->
                add(
                    sums,
                    "Lines " + every(months),
                    capital(every(months)) + ", net",
                    part,
                    worked));
    if (recurs) {
      sums.add(new QuotePaper.Sum("Over the terms agreed, net", amount(parts.contract()), false));
      sums.add(
          new QuotePaper.Sum("First invoice, net", amount(totals.firstInvoice().net()), false));
    }
    totals
        .firstInvoice()
        .taxes()
        .forEach(
            tax ->
                sums.add(
                    new QuotePaper.Sum(
                        "Tax " + tax.percent() + " % on " + amount(tax.base()),
                        amount(tax.tax()),
                        false)));
    sums.add(
        new QuotePaper.Sum(
            recurs ? "Total, first invoice" : "Total",
            amount(totals.firstInvoice().total()),
            true));
    return sums;
  }

  private static void add(
      List<QuotePaper.Sum> sums,
      String lines,
      String words,
      Breakdown.Part part,
      Calculation worked) {
    if (!part.discount().isZero()) {
      sums.add(new QuotePaper.Sum(lines, amount(part.lines()), false));
      sums.add(new QuotePaper.Sum(discount(worked), "−" + amount(part.discount()), false));
    }
    sums.add(new QuotePaper.Sum(words, amount(part.amount()), false));
  }

  private static String discount(Calculation worked) {
    return worked.check().tally().worksheet().documentDiscount().orElseThrow()
            instanceof DocumentDiscount.OfPercent of
        ? "Discount " + of.percent() + " %"
        : "Discount";
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private static String amount(Money money) {
    return Written.amount(money);
  }
}
