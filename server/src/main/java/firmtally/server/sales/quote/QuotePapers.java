package firmtally.server.sales.quote;

import firmtally.core.ordering.Supply;
import firmtally.formats.order.UblOffer;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.QuotePdf;
import firmtally.formats.pdf.Thumbnail;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.sales.document.OfferExchange;
import firmtally.server.sales.document.PaperRows;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Puts a quote on paper: what the customer may see of it, which is no cost and no margin. */
@Component
public class QuotePapers {
  static final int PAYMENT = 0;
  static final int DELIVERY = 1;
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
  private final OfferExchange exchange;

  QuotePapers(
      QuoteStore store,
      QuoteService quotes,
      DocumentService documents,
      ParticularsService particulars,
      AccountService accounts,
      OpportunityService opportunities,
      ProductService products,
      EnclosureStore enclosures,
      Letter letter,
      OfferExchange exchange) {
    this.store = store;
    this.quotes = quotes;
    this.documents = documents;
    this.particulars = particulars;
    this.accounts = accounts;
    this.opportunities = opportunities;
    this.products = products;
    this.enclosures = enclosures;
    this.letter = letter;
    this.exchange = exchange;
  }

  /** The PDF: as it was sent, or of the draft as it stands. */
  public byte[] pdf(Quote quote, Actor actor) {
    return documents
        .paper(quote.document())
        .orElseGet(() -> print(quote, quotes.calculation(quote, actor), actor).pdf());
  }

  /** The same for programs, as a UBL 2.1 quotation. */
  public byte[] ubl(Quote quote, Actor actor) {
    Account account = accounts.readable(quote.document().accountId(), actor);
    return UblOffer.quotation(
        exchange.of(
            new OfferExchange.Head(
                quote.called(),
                quote.document().madeOn(),
                Optional.of(quote.terms().validUntil()),
                "",
                "",
                ""),
            account,
            quotes.calculation(quote, actor)));
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
    return new Printed(
        pdf.print(paper, particulars.words(frame.language())), JSON.writeValueAsString(frame));
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
    PaperWords words = particulars.words(frame.language());
    return QuotePaper.of(
        frame,
        new QuotePaper.Layout(quote.terms().showPictures(), quote.terms().showDiscounts(), true),
        worked.contract().getCurrencyUnit().getCode(),
        PaperRows.lines(
            worked,
            new PaperRows.Shown(
                quote.terms().showPictures(),
                quote.terms().showDiscounts(),
                quote.terms().showDelivery()),
            pictures,
            words),
        PaperRows.sums(worked, words));
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
    Fields fields = letter.fields(quote, of, worked);
    PaperWords words = particulars.words(account.language());
    return new QuotePaper.Frame(
        Correspondence.seller(particulars, words),
        new QuotePaper.Head(
            words.get("kind.quote"),
            quote.called(),
            of.title(),
            quote.terms().addressee().lines().toList(),
            facts(quote, account, words)),
        paragraphs(fields.fill(quote.terms().letter())),
        new QuotePaper.Closing(
            terms(quote, worked, fields, words),
            enclosures.of(quote.id()).stream().map(EnclosureStore.Enclosed::name).toList(),
            paragraphs(fields.fill(letter.begun(Purpose.GENERAL_TERMS, of, account)))),
        words.language());
  }

  private static List<String> paragraphs(String text) {
    return text.lines().filter(paragraph -> !paragraph.isBlank()).toList();
  }

  private static List<QuotePaper.Fact> facts(Quote quote, Account account, PaperWords words) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact(words.get("fact.quote"), quote.called()));
    facts.add(new QuotePaper.Fact(words.get("fact.date"), words.day(quote.document().madeOn())));
    facts.add(new QuotePaper.Fact(words.get("fact.valid"), words.day(quote.terms().validUntil())));
    facts.addAll(Correspondence.facts(account, Optional.empty(), words));
    facts.add(new QuotePaper.Fact(words.get("fact.contact"), quote.document().maker().name()));
    if (!quote.document().maker().phone().isEmpty()) {
      facts.add(new QuotePaper.Fact(words.get("fact.phone"), quote.document().maker().phone()));
    }
    facts.add(new QuotePaper.Fact(words.get("fact.email"), quote.document().maker().email()));
    return facts;
  }

  private static List<QuotePaper.Fact> terms(
      Quote quote, Calculation worked, Fields fields, PaperWords words) {
    List<QuotePaper.Fact> terms = new ArrayList<>();
    // In this order they are looked up.
    terms.add(
        new QuotePaper.Fact(words.get("term.payment"), fields.fill(quote.terms().paymentTerms())));
    terms.add(
        new QuotePaper.Fact(
            words.get("term.delivery"), fields.fill(quote.terms().deliveryTerms())));
    if (quote.terms().showDelivery()) {
      readyOn(worked)
          .ifPresent(
              day -> terms.add(new QuotePaper.Fact(words.get("term.complete"), words.day(day))));
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
}
