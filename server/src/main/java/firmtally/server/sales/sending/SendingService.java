package firmtally.server.sales.sending;

import firmtally.server.access.Actor;
import firmtally.server.company.days.WorkingDaysService;
import firmtally.server.company.text.Fields;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.integration.mail.Recipients;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.customercopy.CopyLinks;
import firmtally.server.sales.quote.Enclosures;
import firmtally.server.sales.quote.Obstacles;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuotePapers;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How a quote leaves the company: its paper, the email with it, and what moves with both. */
@Service
public class SendingService {
  private static final int LONGEST = 200;
  private static final String SEND = "send-quote";
  private static final String AGAIN = "send-quote-again";
  private static final String LINK = "{link}";
  private final QuoteService quotes;
  private final QuotePapers papers;
  private final Obstacles obstacles;
  private final Enclosures enclosures;
  private final CopyLinks links;
  private final OpportunityService opportunities;
  private final Following following;
  private final EmailQueue emails;
  private final Idempotency once;
  private final ChangeLog log;
  private final Clock clock;

  /** What goes on when a quote has left. */
  private record Following(
      MoveService moves, ActivityService activities, WorkingDaysService days) {}

  SendingService(
      QuoteService quotes,
      QuotePapers papers,
      Obstacles obstacles,
      Enclosures enclosures,
      CopyLinks links,
      OpportunityService opportunities,
      MoveService moves,
      ActivityService activities,
      WorkingDaysService days,
      EmailQueue emails,
      Idempotency once,
      ChangeLog log,
      Clock clock) {
    this.quotes = quotes;
    this.papers = papers;
    this.obstacles = obstacles;
    this.enclosures = enclosures;
    this.links = links;
    this.opportunities = opportunities;
    this.following = new Following(moves, activities, days);
    this.emails = emails;
    this.once = once;
    this.log = log;
    this.clock = clock;
  }

  /**
   * The email that a quote leaves with.
   *
   * @param text what is not filled in is the link, which is made when it is sent
   * @param files what goes with it
   * @param followUpOn when it is followed up, unless the customer answers before
   */
  public record Message(
      String to,
      boolean copyToMe,
      String subject,
      String text,
      List<String> files,
      LocalDate followUpOn) {}

  /** The same as typed; what is left out is as it would have been. */
  public record MessageForm(
      @MaybeNull String to,
      @MaybeNull Boolean copyToMe,
      @MaybeNull String subject,
      @MaybeNull String text,
      @MaybeNull String followUpOn) {
    static final MessageForm NOTHING = new MessageForm(null, null, null, null, null);
  }

  /** What a quote's email is before anybody changes it. */
  public Message message(DocumentId id, Actor actor) {
    return message(quotes.readable(id, actor), actor);
  }

  private Message message(Quote quote, Actor actor) {
    Opportunity of = opportunities.readable(quote.opportunityId(), actor);
    List<String> files = new ArrayList<>(List.of(fileName(quote)));
    enclosures.of(quote).forEach(file -> files.add(file.name()));
    return new Message(
        quote.terms().emailTo(),
        false,
        quotes.subject(quote, of),
        quotes.email(quote, actor),
        files,
        followUpOn(quote));
  }

  private LocalDate followUpOn(Quote quote) {
    LocalDate before =
        quote.terms().validUntil().minusDays(following.days().get().followUpBefore());
    return before.isBefore(today()) ? today() : before;
  }

  private static String fileName(Quote quote) {
    int revision = quote.document().revision();
    return quote.number() + (revision == 1 ? "" : "-" + revision) + ".pdf";
  }

  /** What was typed, with the rest as it would have been. */
  private record Letter(
      List<String> to, List<String> copies, String subject, String text, LocalDate followUpOn) {}

  private Letter read(Quote quote, MessageForm typed, Actor actor) {
    Message usual = message(quote, actor);
    Input input = new Input();
    List<String> to = Recipients.read(input, "to", typed.to() == null ? usual.to() : typed.to());
    if (to.isEmpty()) {
      input.refuse("to", "Enter an email address.");
    }
    String subject = typed.subject() == null ? usual.subject() : typed.subject();
    String text = typed.text() == null ? usual.text() : typed.text();
    Letter letter =
        new Letter(
            to,
            Boolean.TRUE.equals(typed.copyToMe()) ? List.of(actor.email()) : List.of(),
            input.text("subject", subject, LONGEST),
            text(input, quote, text, actor),
            typed.followUpOn() == null
                ? usual.followUpOn()
                : input.day("followUpOn", typed.followUpOn()).orElse(usual.followUpOn()));
    input.check();
    return letter;
  }

  /** What is typed may have fields as well; the link is filled in when it leaves. */
  private String text(Input input, Quote quote, String typed, Actor actor) {
    String text = input.longText("text", typed);
    List<String> unknown = Fields.unknown(text);
    if (!unknown.isEmpty()) {
      input.refuse("text", "Not a field: " + String.join(", ", unknown) + ".");
    }
    return quotes.filled(quote, text, actor);
  }

  /**
   * Sends a draft: the quote is locked, its PDF goes out by email with the enclosures and the link
   * to the customer copy, the opportunity moves on, and a follow-up is planned. All or nothing. The
   * PDF is made before the act, so that nobody waits for it.
   */
  public DocumentId send(DocumentId id, long version, MessageForm typed, String key, Actor actor) {
    String target = "quote " + id + " " + version;
    Optional<DocumentId> done = once.done(key, actor.id(), SEND, target, DocumentId::new);
    if (done.isPresent()) {
      return done.get();
    }
    Quote quote = quotes.editableDraft(id, actor);
    Calculation calculation = quotes.calculation(quote, actor);
    if (quote.terms().emailTo().isEmpty() && typed.to() == null) {
      throw BadInput.at("emailTo", "Enter an email address.");
    }
    List<Obstacles.Obstacle> stops =
        obstacles.of(quote, calculation).stream()
            .filter(o -> o.stops() && !("emailTo".equals(o.at()) && typed.to() != null))
            .toList();
    if (!stops.isEmpty()) {
      throw new NotPossible(
          stops.stream().map(Obstacles.Obstacle::words).collect(Collectors.joining(" ")));
    }
    Letter letter = read(quote, typed, actor);
    QuotePapers.Printed printed = papers.print(quote, calculation, actor);
    return once.once(
        key,
        actor.id(),
        SEND,
        target,
        DocumentId::new,
        () -> send(quote, version, new Paper(calculation, printed), letter, actor));
  }

  /** What was printed, and of which calculation. */
  private record Paper(Calculation of, QuotePapers.Printed printed) {}

  private DocumentId send(Quote quote, long version, Paper paper, Letter letter, Actor actor) {
    Opportunity opportunity = opportunities.editableOpen(quote.opportunityId(), actor);
    Calculation now = quotes.calculation(quote, actor);
    if (now.version() != paper.of().version() || !now.contract().equals(paper.of().contract())) {
      throw new Conflict(
          "Lines or prices changed while the quote was printed. Look at them and send it again.",
          quote.version());
    }
    String file =
        quotes.sent(
            quote, version, paper.printed(), "sent to " + String.join(", ", letter.to()), actor);
    mail(quote, file, letter, actor);
    following.moves().happened(opportunity.id(), "quote-sent", actor);
    following
        .activities()
        .planBySystem(
            opportunity.id(),
            "call",
            QuoteService.followUp(quote),
            letter.followUpOn(),
            opportunity.ownerId());
    return quote.id();
  }

  private void mail(Quote quote, String paper, Letter letter, Actor actor) {
    List<EmailQueue.Attached> files = new ArrayList<>();
    files.add(new EmailQueue.Attached(fileName(quote), "application/pdf", paper));
    enclosures
        .of(quote)
        .forEach(f -> files.add(new EmailQueue.Attached(f.name(), f.type(), f.sha256())));
    String text = letter.text();
    emails.queue(
        new EmailQueue.Email(
            "quote",
            RecordId.of(quote.id()),
            new EmailQueue.From(quote.document().maker().email(), quote.document().maker().name()),
            letter.to(),
            letter.copies(),
            letter.subject(),
            text.contains(LINK) ? text.replace(LINK, links.make(quote, actor)) : text,
            files));
  }

  /** Sends a quote that is with the customer once more, as it is; no revision is made. */
  @Transactional
  public void sendAgain(DocumentId id, MessageForm typed, String key, Actor actor) {
    Quote quote = quotes.readable(id, actor);
    opportunities.editable(quote.opportunityId(), actor);
    once.once(
        key,
        actor.id(),
        AGAIN,
        "quote " + id,
        () -> {
          if (!quotes.isWithCustomer(quote)) {
            throw new NotPossible("Only a quote that is sent and still valid is sent again.");
          }
          Letter letter = read(quote, typed, actor);
          mail(quote, quotes.keptPaper(quote, papers.pdf(quote, actor)), letter, actor);
          log.note(actor.id(), "quote", id, "sent again", null, String.join(", ", letter.to()));
        });
  }

  /**
   * Takes over a quote that was sent before: it is locked and its opportunity moves on, but nothing
   * leaves the company. Its PDF is printed when it is asked for.
   */
  @Transactional
  public void takeOverAsSent(DocumentId id, Actor actor) {
    Quote quote = quotes.editableDraft(id, actor);
    quotes.takenOver(quote, actor);
    following.moves().happened(quote.opportunityId(), "quote-sent", actor);
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }
}
