package firmtally.server.sales.quote;

import firmtally.formats.pdf.QuotePaper;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetBook;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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

/** A quote's page, and the acts on it. */
@RestController
@RequestMapping("/api")
class QuoteController {
  private static final int PAGE = 100;
  private final QuoteService quotes;
  private final QuoteLists lists;
  private final Obstacles obstacles;
  private final QuotePapers papers;
  private final CounterService counters;
  private final OpportunityService opportunities;
  private final CreditService credit;
  private final AccountService accounts;
  private final ApprovalService approvals;
  private final Idempotency once;

  QuoteController(
      QuoteService quotes,
      QuoteLists lists,
      Obstacles obstacles,
      QuotePapers papers,
      CounterService counters,
      OpportunityService opportunities,
      CreditService credit,
      AccountService accounts,
      ApprovalService approvals,
      Idempotency once) {
    this.quotes = quotes;
    this.lists = lists;
    this.obstacles = obstacles;
    this.papers = papers;
    this.counters = counters;
    this.opportunities = opportunities;
    this.credit = credit;
    this.accounts = accounts;
    this.approvals = approvals;
    this.once = once;
  }

  /** Of what and for whom a quote is. */
  record QuoteOf(
      OpportunityId opportunityId,
      String opportunityNumber,
      String title,
      AccountId accountId,
      String account,
      String owner) {}

  /**
   * What somebody may do with it.
   *
   * @param order whether it can be ordered
   * @param askForSignOff whether its terms need a sign-off that is not asked for yet
   * @param sendAgain whether it is with the customer and still valid
   * @param answer whether its customer copy is theirs to end
   * @param takeCounter whether another discount was named that is not taken yet
   */
  record QuoteActs(
      boolean change,
      boolean order,
      boolean askForSignOff,
      boolean takeCounter,
      boolean revise,
      boolean lead,
      boolean accept,
      boolean decline,
      boolean withdraw,
      boolean sendAgain,
      boolean answer) {}

  /** Its texts as they are read, the fields filled in; of what was sent, as it left. */
  record Words(String letter, String paymentTerms, String deliveryTerms) {}

  /**
   * A quote's page.
   *
   * @param leads whether its opportunity's value follows it
   * @param siblings all quotes of the opportunity, the latest first
   * @param signedOff whether its terms need a sign-off, and one that was given covers them
   * @param obstacles what stands between a draft and the customer
   */
  record QuoteView(
      DocumentId id,
      String number,
      int revision,
      boolean leads,
      List<QuoteService.Sibling> siblings,
      boolean signedOff,
      QuoteOf of,
      String state,
      String madeBy,
      LocalDate madeOn,
      Quote.Terms terms,
      Words words,
      String poNumber,
      List<Obstacles.Obstacle> obstacles,
      List<ApprovalService.ApprovalView> approvals,
      QuoteActs may,
      long version,
      WorksheetView worksheet)
      implements Versioned {}

  record QuoteMade(DocumentId id) {}

  record SignOffForm(String why) {}

  @GetMapping("/quotes")
  Paged<QuoteLists.QuoteRow> page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "0") PersonId owner,
      @RequestParam(defaultValue = "false") boolean expiring,
      @RequestParam(defaultValue = "false") boolean waiting,
      @RequestParam(defaultValue = "") String least,
      @RequestParam(defaultValue = "") String discount,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    QuoteLists.Narrowing to =
        new QuoteLists.Narrowing(state, owner, expiring, waiting, least, discount);
    return Paged.of(
        lists.page(to, Paged.below(after), PAGE + 1, actor), PAGE, QuoteLists.QuoteRow::id);
  }

  /** How the quotes of the last year were answered. */
  @GetMapping("/quotes/answers")
  QuoteLists.Answers answers(
      @RequestParam(defaultValue = "0") PersonId owner, @SignedIn Actor actor) {
    return lists.answers(owner, actor);
  }

  @GetMapping("/quotes/{id}")
  QuoteView get(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Quote q = quotes.readable(id, actor);
    Opportunity o = opportunities.readable(q.opportunityId(), actor);
    Calculation calculation = quotes.calculation(q, actor);
    boolean mine = o.isOpen() && opportunities.isEditable(o, actor);
    List<ApprovalService.ApprovalView> asked = approvals.views(id, actor);
    boolean isAsked =
        asked.stream()
            .anyMatch(
                a ->
                    a.approval().isOpen()
                        && a.approval().worksheetVersion() == calculation.version());
    boolean leads = q.id().equals(o.leadQuoteId());
    boolean isOpenSignOff = quotes.needsSignOff(q, calculation);
    return new QuoteView(
        q.id(),
        q.number(),
        q.document().revision(),
        leads,
        quotes.siblings(o.id()),
        calculation.signOff().needed() && !isOpenSignOff,
        new QuoteOf(
            o.id(),
            o.number(),
            o.title(),
            o.accountId(),
            accounts.readable(o.accountId(), actor).name(),
            o.ownerName()),
        q.state().word(),
        q.document().maker().name(),
        q.document().madeOn(),
        q.terms(),
        words(q, calculation, actor),
        q.terms().poNumber(),
        obstacles.of(q, calculation),
        asked,
        new QuoteActs(
            mine && q.isDraft(),
            mine && q.state().mayBecome(QuoteState.ORDERED),
            mine && q.isDraft() && !isAsked && isOpenSignOff,
            mine && q.isDraft() && isOpenSignOff && counters.last(q.id()).isPresent(),
            mine && q.state().mayBecome(QuoteState.SUPERSEDED),
            mine && !leads && q.state().mayLead(),
            mine && q.state().mayBecome(QuoteState.ACCEPTED),
            mine && q.state().mayBecome(QuoteState.DECLINED),
            mine && q.state().mayBecome(QuoteState.WITHDRAWN),
            mine && quotes.isWithCustomer(q),
            mine),
        q.version(),
        view(q, calculation, actor));
  }

  private Words words(Quote q, Calculation calculation, Actor actor) {
    QuotePaper.Frame frame = papers.frame(q, calculation, actor);
    return new Words(
        String.join("\n\n", frame.letter()),
        frame.term(QuotePapers.PAYMENT),
        frame.term(QuotePapers.DELIVERY));
  }

  /** A quote that is ordered asks for nothing more: its order does. */
  private WorksheetView view(Quote quote, Calculation calculation, Actor actor) {
    Optional<Money> asked = quote.isOrdered() ? Optional.empty() : Optional.of(calculation.asked());
    return WorksheetView.of(
        calculation, credit.standing(quote.document().accountId(), asked, actor), actor);
  }

  /**
   * Makes a quote: the first from the opportunity's lines, another as a copy of the lead.
   *
   * @param fromLines another one from the opportunity's lines as well
   */
  @PostMapping("/opportunities/{id}/quotes")
  QuoteMade make(
      @PathVariable OpportunityId id,
      @RequestParam(defaultValue = "false") boolean fromLines,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new QuoteMade(
        once.once(
            key,
            actor.id(),
            "make-quote",
            "opportunity " + id,
            DocumentId::new,
            () -> quotes.make(id, fromLines, actor)));
  }

  @PutMapping("/quotes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody QuoteService.QuoteForm typed,
      @SignedIn Actor actor) {
    quotes.change(id, Versions.of(version), typed, actor);
  }

  @PutMapping("/quotes/{id}/worksheet")
  WorksheetView saveLines(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    Calculation saved = quotes.saveLines(id, Versions.of(version), form, actor);
    return view(quotes.readable(id, actor), saved, actor);
  }

  /** Asks for the sign-off that a draft needs. */
  @PostMapping("/quotes/{id}/sign-off")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void askForSignOff(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody SignOffForm typed,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "ask-for-sign-off",
        "quote " + id,
        () -> quotes.askForSignOff(id, typed.why(), actor));
  }

  @GetMapping(path = "/quotes/{id}/quote.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> pdf(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Quote quote = quotes.readable(id, actor);
    return Download.pdf(quote.number(), papers.pdf(quote, actor));
  }

  /** The quote as a workbook that reckons, without costs. */
  @GetMapping(path = "/quotes/{id}/quote.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> quoteBook(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Quote quote = quotes.readable(id, actor);
    return Download.of(
        WorksheetBook.of(
            "Quote " + quote.called(),
            quote.terms().addressee().lines().findFirst().orElse(""),
            quotes.calculation(quote, actor),
            false),
        quote.number() + ".xlsx",
        Download.XLSX);
  }

  /** The quote for programs, as a UBL 2.1 quotation. */
  @GetMapping(path = "/quotes/{id}/ubl", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> quotation(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Quote quote = quotes.readable(id, actor);
    return Download.of(
        papers.ubl(quote, actor), quote.number() + ".xml", MediaType.APPLICATION_XML_VALUE);
  }
}
