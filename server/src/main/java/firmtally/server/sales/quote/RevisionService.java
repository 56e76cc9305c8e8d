package firmtally.server.sales.quote;

import firmtally.core.worksheet.Picks;
import firmtally.server.access.Actor;
import firmtally.server.company.days.WorkingDaysService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.DocumentKind;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What becomes of a quote after it was sent: revised under its number, accepted, declined,
 * withdrawn; and which of an opportunity's quotes leads.
 */
@Service
public class RevisionService {
  private static final int LONGEST = 400;
  private final QuoteStore store;
  private final QuoteService quotes;
  private final DocumentService documents;
  private final ApprovalService approvals;
  private final WorksheetService worksheets;
  private final OpportunityService opportunities;
  private final MoveService moves;
  private final EnclosureStore enclosures;
  private final AfterEnd after;
  private final WorkingDaysService days;
  private final Clock clock;

  RevisionService(
      QuoteStore store,
      QuoteService quotes,
      DocumentService documents,
      ApprovalService approvals,
      WorksheetService worksheets,
      OpportunityService opportunities,
      MoveService moves,
      EnclosureStore enclosures,
      AfterEnd after,
      WorkingDaysService days,
      Clock clock) {
    this.store = store;
    this.quotes = quotes;
    this.documents = documents;
    this.approvals = approvals;
    this.worksheets = worksheets;
    this.opportunities = opportunities;
    this.moves = moves;
    this.enclosures = enclosures;
    this.after = after;
    this.days = days;
    this.clock = clock;
  }

  /**
   * Makes the next revision of a quote that was sent, under the same number: a draft with its lines
   * and terms. The one before is superseded, and can no longer be accepted or ordered.
   */
  @Transactional
  public DocumentId revise(DocumentId id, long version, Actor actor) {
    Quote before = editable(id, actor);
    WorksheetForm lines = quotes.calculation(before, actor).form();
    return revise(before, version, lines, actor);
  }

  private DocumentId revise(Quote before, long version, WorksheetForm lines, Actor actor) {
    Opportunity opportunity = opportunities.readable(before.opportunityId(), actor);
    WorksheetContext context = opportunities.context(opportunity);
    documents.become(
        before.document(),
        version,
        before.state(),
        QuoteState.SUPERSEDED,
        "superseded by revision " + (before.document().revision() + 1),
        actor);
    Calculation made = worksheets.create(context, lines);
    Document revision =
        documents.revise(
            before.document(),
            new DocumentService.Start(
                DocumentKind.QUOTE,
                Optional.empty(),
                opportunity.id(),
                opportunity.accountId(),
                QuoteState.DRAFT,
                made.id(),
                before.document().maker().id(),
                opportunity.title() + " " + context.account().name()),
            actor);
    store.insert(
        revision.id(), before.terms().validUntil(today().plusDays(days.get().quoteValid())));
    enclosures.copy(before.id(), revision.id());
    after.ended(before);
    if (before.id().equals(opportunity.leadQuoteId())) {
      opportunities.lead(opportunity.id(), Optional.of(revision.id()), revision.called(), actor);
    }
    return revision.id();
  }

  /** Makes a quote the one that its opportunity follows. */
  @Transactional
  public void lead(DocumentId id, Actor actor) {
    Quote quote = editable(id, actor);
    if (!quote.state().mayLead()) {
      throw new NotPossible("A quote that is " + quote.state().word() + " cannot lead.");
    }
    opportunities.lead(quote.opportunityId(), Optional.of(id), quote.called(), actor);
  }

  /**
   * The customer said yes by other ways than the customer copy; how is noted.
   *
   * @param picks what they took of its options and alternatives
   */
  @Transactional
  public void accept(DocumentId id, long version, String words, Picks picks, Actor actor) {
    Quote quote = editable(id, actor);
    quotes.checkHonoured(quote, actor);
    become(quote, version, QuoteState.ACCEPTED, words, actor);
    quotes.pick(quote, picks, actor);
    moves.happened(quote.opportunityId(), "quote-accepted", actor);
  }

  /** The customer said no; why is noted. */
  @Transactional
  public void decline(DocumentId id, long version, String words, Actor actor) {
    become(editable(id, actor), version, QuoteState.DECLINED, words, actor);
  }

  /**
   * Takes a quote back; why is noted. Where it led, the latest other one that may lead does, or the
   * opportunity's own lines count again.
   */
  @Transactional
  public void withdraw(DocumentId id, long version, String words, Actor actor) {
    Quote quote = editable(id, actor);
    become(quote, version, QuoteState.WITHDRAWN, words, actor);
    approvals.clear(id, ApprovalService.SIGN_OFF, "The quote was withdrawn.", actor);
    OpportunityId of = quote.opportunityId();
    if (id.equals(opportunities.readable(of, actor).leadQuoteId())) {
      Optional<DocumentId> next =
          quotes.siblings(of).stream()
              .filter(other -> QuoteState.of(other.state()).mayLead())
              .map(QuoteService.Sibling::id)
              .findFirst();
      String called = next.map(n -> quotes.readable(n, actor).called()).orElse("none");
      opportunities.lead(of, next, called, actor);
    }
  }

  /**
   * The customer accepted it on their copy.
   *
   * @param by who
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void acceptedByCustomer(Quote quote, String by, Picks picks, String poNumber) {
    become(quote, quote.version(), QuoteState.ACCEPTED, by, Actor.SYSTEM);
    quotes.pick(quote, picks, Actor.SYSTEM);
    store.setPoNumber(quote.id(), poNumber);
    moves.happened(quote.opportunityId(), "quote-accepted", Actor.SYSTEM);
  }

  /** The customer declined it on their copy; who and why is noted. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void declinedByCustomer(Quote quote, String words) {
    become(quote, quote.version(), QuoteState.DECLINED, words, Actor.SYSTEM);
  }

  private void become(Quote quote, long version, QuoteState to, String typed, Actor actor) {
    Input input = new Input();
    String words = input.text("words", typed, LONGEST);
    input.check();
    documents.become(quote.document(), version, quote.state(), to, to.word() + ": " + words, actor);
    store.setReason(quote.id(), words);
    store.setAnswered(quote.id(), clock.instant());
    after.ended(quote);
  }

  /**
   * Brings the lines of an opportunity's own worksheet into its lead quote: into a draft in place
   * of what is there, else into its next revision.
   *
   * @return the quote that has them
   */
  @Transactional
  public DocumentId bringOver(OpportunityId id, Actor actor) {
    Opportunity opportunity = opportunities.editableOpen(id, actor);
    Quote lead = leadOf(opportunity, actor);
    WorksheetContext context = opportunities.context(opportunity);
    Calculation own = worksheets.get(opportunity.worksheetId(), context);
    QuoteService.checkOffer(own);
    if (!lead.isDraft()) {
      return revise(lead, lead.version(), own.form(), actor);
    }
    Calculation there = quotes.calculation(lead, actor);
    quotes.saveLines(lead.id(), there.version(), own.form(), actor);
    return lead.id();
  }

  /**
   * The quote that an opportunity's value follows.
   *
   * @param differs whether the opportunity's own lines count otherwise than the quote's
   * @param comparison from the quote to the opportunity's own lines
   */
  public record Lead(
      DocumentId id,
      String called,
      String state,
      String value,
      boolean differs,
      Comparison comparison) {}

  /** The lead quote of an opportunity, and what its own lines are against it. */
  public Lead lead(OpportunityId id, Actor actor) {
    Opportunity opportunity = opportunities.readable(id, actor);
    Quote lead = leadOf(opportunity, actor);
    Calculation own = worksheets.get(opportunity.worksheetId(), opportunities.context(opportunity));
    Comparison comparison =
        Comparison.of(
            new Comparison.Side(lead.called(), quotes.calculation(lead, actor)),
            new Comparison.Side(opportunity.number(), own),
            actor);
    return new Lead(
        lead.id(),
        lead.called(),
        lead.state().word(),
        comparison.totals().before(),
        comparison.differs(),
        comparison);
  }

  /** Any two quotes of an opportunity, line by line; or one and the opportunity as it is now. */
  public Comparison compare(DocumentId id, Optional<DocumentId> with, Actor actor) {
    Quote after = quotes.readable(id, actor);
    Comparison.Side there = new Comparison.Side(after.called(), quotes.calculation(after, actor));
    if (with.isEmpty()) {
      Opportunity opportunity = opportunities.readable(after.opportunityId(), actor);
      Calculation own =
          worksheets.get(opportunity.worksheetId(), opportunities.context(opportunity));
      return Comparison.of(new Comparison.Side(opportunity.number(), own), there, actor);
    }
    Quote before = quotes.readable(with.get(), actor);
    if (!before.opportunityId().equals(after.opportunityId())) {
      throw new NotPossible("Only quotes of the same opportunity are compared.");
    }
    return Comparison.of(
        new Comparison.Side(before.called(), quotes.calculation(before, actor)), there, actor);
  }

  private Quote leadOf(Opportunity opportunity, Actor actor) {
    if (opportunity.leadQuoteId() == null) {
      throw new NotPossible("There is no quote of this opportunity yet.");
    }
    return quotes.readable(opportunity.leadQuoteId(), actor);
  }

  private Quote editable(DocumentId id, Actor actor) {
    Quote quote = quotes.readable(id, actor);
    opportunities.editableOpen(quote.opportunityId(), actor);
    return quote;
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }
}
