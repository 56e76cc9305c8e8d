package firmtally.server.sales.quote;

import firmtally.core.credit.CreditCheck;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.http.HttpHeaders;
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

@RestController
@RequestMapping("/api")
class QuoteController {
  private static final int PAGE = 100;
  private static final String LAST = "9223372036854775807";
  private final QuoteService quotes;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final CreditService credit;
  private final AccountService accounts;

  QuoteController(
      QuoteService quotes,
      OpportunityService opportunities,
      WorksheetService worksheets,
      CreditService credit,
      AccountService accounts) {
    this.quotes = quotes;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.credit = credit;
    this.accounts = accounts;
  }

  record QuotePage(List<QuoteService.QuoteRow> rows, @MaybeNull Long next) {}

  record QuoteView(
      long id,
      String number,
      String title,
      long opportunityId,
      String opportunityNumber,
      long accountId,
      String account,
      String owner,
      String state,
      String madeBy,
      String madeOn,
      String validUntil,
      String addressee,
      String emailTo,
      String letter,
      String paymentTerms,
      String deliveryTerms,
      @MaybeNull String sentAt,
      boolean mayChange,
      boolean mayOrder,
      long version,
      WorksheetView worksheet) {}

  record QuoteMade(long id) {}

  @GetMapping("/quotes")
  QuotePage page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = LAST) long before,
      @SignedIn Actor actor) {
    List<QuoteService.QuoteRow> rows = quotes.page(state, before, PAGE, actor);
    return new QuotePage(rows, rows.size() == PAGE ? rows.get(PAGE - 1).id() : null);
  }

  @GetMapping("/quotes/{id}")
  QuoteView get(@PathVariable long id, @SignedIn Actor actor) {
    Quote q = quotes.get(id);
    Opportunity o = opportunities.seen(q.opportunityId(), actor);
    boolean mine = opportunities.mayChange(o, actor) && o.isOpen();
    return new QuoteView(
        q.id(),
        q.number(),
        o.title(),
        o.id(),
        o.number(),
        o.accountId(),
        accounts.get(o.accountId()).name(),
        o.ownerName(),
        q.state(),
        q.madeByName(),
        q.madeOn(),
        q.validUntil(),
        q.addressee(),
        q.emailTo(),
        q.letter(),
        q.paymentTerms(),
        q.deliveryTerms(),
        q.sentAt(),
        mine && q.isDraft(),
        mine && "sent".equals(q.state()),
        q.version(),
        view(o, q, quotes.worked(q, actor)));
  }

  /** A quote that is ordered asks for nothing more: its order does. */
  private WorksheetView view(Opportunity o, Quote q, Calculation worked) {
    Optional<Money> asked = q.isOrdered() ? Optional.empty() : Optional.of(worked.asked());
    return WorksheetView.of(
        worked, credit.check(o.accountId(), asked), credit.ordered(o.accountId()));
  }

  private WorksheetView view(Opportunity o, Calculation worked) {
    CreditCheck check = credit.check(o.accountId(), Optional.of(worked.asked()));
    return WorksheetView.of(worked, check, credit.ordered(o.accountId()));
  }

  @PostMapping("/opportunities/{id}/quotes")
  QuoteMade make(@PathVariable long id, @SignedIn Actor actor) {
    return new QuoteMade(quotes.make(id, actor));
  }

  @PutMapping("/quotes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody QuoteService.QuoteForm typed,
      @SignedIn Actor actor) {
    quotes.change(id, Versions.of(version), typed, actor);
  }

  @PutMapping("/quotes/{id}/worksheet")
  WorksheetView saveLines(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    Calculation worked = quotes.saveLines(id, Versions.of(version), form, actor);
    return view(opportunities.get(quotes.get(id).opportunityId()), worked);
  }

  @PostMapping("/quotes/{id}/send")
  QuoteMade send(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new QuoteMade(quotes.send(id, Versions.of(version), key, actor));
  }

  @GetMapping(path = "/quotes/{id}/quote.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> pdf(@PathVariable long id, @SignedIn Actor actor) {
    String number = quotes.get(id).number();
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + number + ".pdf\"")
        .body(quotes.pdf(id, actor));
  }
}
