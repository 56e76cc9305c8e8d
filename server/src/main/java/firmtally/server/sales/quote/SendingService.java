package firmtally.server.sales.quote;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * How a quote leaves the company: what stands in the way, its paper, the email, what moves with it.
 */
@Service
public class SendingService {
  private static final int FOLLOW_UP_BEFORE = 7;
  private static final String SEND = "send-quote";
  private final QuoteStore store;
  private final QuoteService quotes;
  private final DocumentService documents;
  private final WorksheetService worksheets;
  private final OpportunityService opportunities;
  private final MoveService moves;
  private final ActivityService activities;
  private final SettingsService settings;
  private final EmailQueue emails;
  private final QuotePrinter printer;
  private final Idempotency once;
  private final Clock clock;

  SendingService(
      QuoteStore store,
      QuoteService quotes,
      DocumentService documents,
      WorksheetService worksheets,
      OpportunityService opportunities,
      MoveService moves,
      ActivityService activities,
      SettingsService settings,
      EmailQueue emails,
      QuotePrinter printer,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.quotes = quotes;
    this.documents = documents;
    this.worksheets = worksheets;
    this.opportunities = opportunities;
    this.moves = moves;
    this.activities = activities;
    this.settings = settings;
    this.emails = emails;
    this.printer = printer;
    this.once = once;
    this.clock = clock;
  }

  /** What stands between a quote and the customer, and the field that mends it; blank for none. */
  public record Obstacle(String at, String words) {}

  /** What stands between a draft and the customer. */
  List<Obstacle> obstacles(Quote quote, Calculation calculation) {
    List<Obstacle> obstacles = new ArrayList<>();
    if (!quote.isDraft()) {
      return obstacles;
    }
    if (quote.terms().emailTo().isEmpty()) {
      obstacles.add(new Obstacle("emailTo", "Enter an email address."));
    }
    if (quote.terms().validUntil().isBefore(today())) {
      obstacles.add(new Obstacle("validUntil", "The valid-until date is past."));
    }
    if (!calculation.problems().isEmpty()) {
      obstacles.add(new Obstacle("lines", QuoteService.problems(calculation)));
    }
    if (quotes.needsSignOff(quote, calculation)) {
      obstacles.add(
          new Obstacle(
              "signOff",
              "Needs sign-off by "
                  + calculation.signOff().role().orElseThrow()
                  + ": "
                  + calculation.signOffWords()
                  + "."));
    }
    return obstacles;
  }

  /** The PDF: as it was sent, or of the draft as it stands. */
  public byte[] pdf(Quote quote, Actor actor) {
    return documents
        .paper(quote.document())
        .orElseGet(() -> print(quote, quotes.calculation(quote, actor), actor));
  }

  private byte[] print(Quote quote, Calculation calculation, Actor actor) {
    return printer.print(
        quote,
        settings.company().name(),
        opportunities.readable(quote.opportunityId(), actor).title(),
        calculation);
  }

  /**
   * Sends a draft: the quote is locked, its PDF goes out by email, the opportunity moves on, and a
   * follow-up is planned before it expires. All or nothing. The PDF is made before the act, so that
   * nobody waits for it.
   */
  public DocumentId send(DocumentId id, long version, String key, Actor actor) {
    String target = "quote " + id + " " + version;
    Optional<DocumentId> done = once.done(key, actor.id(), SEND, target, DocumentId::new);
    if (done.isPresent()) {
      return done.get();
    }
    Quote quote = quotes.editableDraft(id, actor);
    Calculation calculation = quotes.calculation(quote, actor);
    if (quote.terms().emailTo().isEmpty()) {
      throw BadInput.at("emailTo", "Enter an email address.");
    }
    List<Obstacle> obstacles = obstacles(quote, calculation);
    if (!obstacles.isEmpty()) {
      throw new NotPossible(
          obstacles.stream().map(Obstacle::words).collect(Collectors.joining(" ")));
    }
    byte[] pdf = print(quote, calculation, actor);
    return once.once(
        key,
        actor.id(),
        SEND,
        target,
        DocumentId::new,
        () -> send(quote, version, new Paper(calculation, pdf), actor));
  }

  /** What was printed, and of which calculation. */
  private record Paper(Calculation of, byte[] pdf) {}

  private DocumentId send(Quote quote, long version, Paper paper, Actor actor) {
    Opportunity opportunity = opportunities.editableOpen(quote.opportunityId(), actor);
    WorksheetContext context = opportunities.context(opportunity);
    Calculation now = worksheets.get(quote.worksheetId(), context);
    if (now.version() != paper.of().version() || !now.contract().equals(paper.of().contract())) {
      throw new Conflict(
          "Lines or prices changed while the quote was printed. Look at them and send it again.",
          quote.version());
    }
    worksheets.lock(quote.worksheetId(), context);
    documents.become(
        quote.document(),
        version,
        quote.state(),
        QuoteState.SENT,
        "sent to " + quote.terms().emailTo(),
        actor);
    store.setSent(quote.id(), clock.instant());
    String file = documents.keepPaper(quote.id(), paper.pdf());
    emails.queue(
        new EmailQueue.Email(
            "quote",
            RecordId.of(quote.id()),
            quote.document().maker().email(),
            quote.document().maker().name(),
            quote.terms().emailTo(),
            "Quote " + quote.number() + ": " + opportunity.title(),
            text(quote),
            quote.number() + ".pdf",
            file));
    moves.happened(opportunity.id(), "quote-sent", actor);
    planFollowUp(quote, opportunity);
    return quote.id();
  }

  /**
   * Takes over a quote that was sent before: it is locked and its opportunity moves on, but nothing
   * leaves the company. Its PDF is printed when it is asked for.
   */
  @Transactional
  public void takeOverAsSent(DocumentId id, Actor actor) {
    Quote quote = quotes.editableDraft(id, actor);
    worksheets.lock(
        quote.worksheetId(),
        opportunities.context(opportunities.readable(quote.opportunityId(), actor)));
    documents.become(
        quote.document(), quote.version(), quote.state(), QuoteState.SENT, "sent", actor);
    store.setSent(id, clock.instant());
    moves.happened(quote.opportunityId(), "quote-sent", actor);
  }

  private void planFollowUp(Quote quote, Opportunity opportunity) {
    LocalDate before = quote.terms().validUntil().minusDays(FOLLOW_UP_BEFORE);
    activities.planBySystem(
        opportunity.id(),
        "call",
        "Follow up quote " + quote.number(),
        before.isBefore(today()) ? today() : before,
        opportunity.ownerId());
  }

  private String text(Quote quote) {
    return quote.terms().letter()
        + "\n\n"
        + quote.document().maker().name()
        + "\n"
        + settings.company().name();
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }
}
