package firmtally.server.sales.quote;

import firmtally.core.margin.SignOff;
import firmtally.formats.json.Problem;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.DocumentKind;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on quotes. */
@Service
public class QuoteService implements DueWork {
  private static final int LONGEST = 200;
  private static final int FOLLOW_UP_BEFORE = 7;
  private static final String SEND = "send-quote";
  private final QuoteStore store;
  private final DocumentService documents;
  private final ApprovalService approvals;
  private final WorksheetService worksheets;
  private final Pipeline pipeline;
  private final Company company;

  /** What a quote is made from, and what moves with it. */
  private record Pipeline(
      OpportunityService opportunities,
      MoveService moves,
      ActivityService activities,
      AccountService accounts) {}

  /** What an act asks for and leaves behind beside the quote itself. */
  private record Company(
      SettingsService settings,
      EmailQueue emails,
      QuotePrinter printer,
      ChangeLog log,
      Idempotency once,
      Clock clock) {}

  QuoteService(
      QuoteStore store,
      DocumentService documents,
      ApprovalService approvals,
      WorksheetService worksheets,
      OpportunityService opportunities,
      MoveService moves,
      ActivityService activities,
      AccountService accounts,
      SettingsService settings,
      EmailQueue emails,
      QuotePrinter printer,
      ChangeLog log,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.documents = documents;
    this.approvals = approvals;
    this.worksheets = worksheets;
    this.pipeline = new Pipeline(opportunities, moves, activities, accounts);
    this.company = new Company(settings, emails, printer, log, once, clock);
  }

  /** A quote in a list; the role is whose sign-off its terms need. */
  public record QuoteRow(
      long id,
      String number,
      String title,
      String account,
      String owner,
      String state,
      String madeOn,
      String validUntil,
      String value,
      @MaybeNull String signOffRole) {}

  /** What can be typed on a draft. */
  public record QuoteForm(
      String validUntil,
      String addressee,
      String emailTo,
      String letter,
      String paymentTerms,
      String deliveryTerms) {}

  /** What stands between a quote and the customer, and the field that mends it; blank for none. */
  public record Obstacle(String at, String words) {}

  /** A quote that somebody may read. */
  public Quote readable(long id, Actor actor) {
    Document document = documents.readable(DocumentKind.QUOTE, id, actor);
    return new Quote(document, store.terms(id));
  }

  List<QuoteRow> page(String state, long before, int most, Actor actor) {
    return store.page(state, before, most, actor, company.settings().amounts());
  }

  private Opportunity opportunity(Quote quote, Actor actor) {
    return pipeline.opportunities().readable(quote.opportunityId(), actor);
  }

  private WorksheetContext context(Quote quote, Actor actor) {
    return pipeline.opportunities().context(opportunity(quote, actor));
  }

  /** A quote's worksheet, as it was agreed or as it stands. */
  public Calculation calculation(Quote quote, Actor actor) {
    return worksheets.get(quote.worksheetId(), context(quote, actor));
  }

  /** Makes a draft from an opportunity; everything that is known is filled in. */
  @Transactional
  public long make(long opportunityId, Actor actor) {
    Opportunity opportunity = pipeline.opportunities().editableOpen(opportunityId, actor);
    WorksheetContext context = pipeline.opportunities().context(opportunity);
    WorksheetForm lines = worksheets.get(opportunity.worksheetId(), context).form();
    if (lines.lines().stream().noneMatch(LineForm::priced)) {
      throw new NotPossible("There are no lines to quote yet; add one first.");
    }
    Calculation made = worksheets.create(context, lines);
    checkOffer(made);
    Account account = context.account();
    Document document =
        documents.make(
            new DocumentService.Start(
                DocumentKind.QUOTE,
                Optional.empty(),
                opportunityId,
                account.id(),
                QuoteState.DRAFT,
                made.id(),
                opportunity.ownerId(),
                opportunity.title() + " " + account.name()),
            actor);
    store.insert(document.id(), terms(opportunity, account, actor));
    pipeline.moves().happened(opportunityId, "quote-made", actor);
    return document.id();
  }

  private Quote.Terms terms(Opportunity opportunity, Account account, Actor actor) {
    Optional<AccountService.Contact> contact =
        pipeline.accounts().contacts(account.id(), actor).stream().findFirst();
    String who = contact.map(AccountService.Contact::name).orElse("");
    String emailTo =
        contact
            .map(AccountService.Contact::email)
            .filter(email -> !email.isEmpty())
            .orElse(account.email());
    return new Quote.Terms(
        today().plusDays(company.settings().company().quoteDays()),
        address(account, who),
        emailTo,
        letter(who, opportunity.title()),
        "Net within " + account.termsDays() + " days of the invoice",
        "Delivered to your site, unloading by you",
        null);
  }

  private static String address(Account account, String who) {
    List<String> lines = new ArrayList<>();
    lines.add(account.name());
    lines.add(who);
    lines.add(account.street());
    lines.add((account.postal() + " " + account.town()).strip());
    return lines.stream().filter(line -> !line.isEmpty()).collect(Collectors.joining("\n"));
  }

  private static String letter(String who, String title) {
    return (who.isEmpty() ? "Dear Sir or Madam," : "Dear " + who + ",")
        + "\n\nthank you for your enquiry about “"
        + title
        + "”. We are pleased to offer:\n\n"
        + "To order, reply with your PO number.";
  }

  /** Changes a draft. */
  @Transactional
  public void change(long id, long version, QuoteForm typed, Actor actor) {
    Quote before = editableDraft(id, actor);
    Input input = new Input();
    Optional<LocalDate> validUntil = input.day("validUntil", typed.validUntil());
    Quote.Terms terms =
        new Quote.Terms(
            validUntil.orElse(today()),
            input.text("addressee", typed.addressee(), LONGEST * 2),
            input.email("emailTo", typed.emailTo(), LONGEST),
            input.longText("letter", typed.letter()),
            input.text("paymentTerms", typed.paymentTerms(), LONGEST),
            input.text("deliveryTerms", typed.deliveryTerms(), LONGEST),
            null);
    input.check();
    documents.changed(before.document(), version);
    store.update(id, terms);
    company
        .log()
        .note(
            actor.id(),
            "quote",
            id,
            "terms",
            before.terms().validUntil().toString(),
            terms.validUntil().toString());
  }

  /** Saves the lines of a draft. What was asked about the lines before is no longer asked. */
  @Transactional
  public Calculation saveLines(long id, long version, WorksheetForm form, Actor actor) {
    Quote quote = editableDraft(id, actor);
    Calculation saved = worksheets.save(quote.worksheetId(), version, context(quote, actor), form);
    approvals.clear(id, ApprovalService.SIGN_OFF, "The lines were changed.", actor);
    company.log().note(actor.id(), "quote", id, "lines", null, saved.contract().toString());
    return saved;
  }

  /** What would be refused if it were typed today cannot be offered either. */
  private static void checkOffer(Calculation calculation) {
    if (!calculation.problems().isEmpty()) {
      throw new NotPossible("This cannot be offered as it stands: " + problems(calculation));
    }
  }

  private static String problems(Calculation calculation) {
    return calculation.problems().stream()
        .map(Problem::message)
        .distinct()
        .collect(Collectors.joining(" "));
  }

  private Quote editableDraft(long id, Actor actor) {
    Quote quote = readable(id, actor);
    pipeline.opportunities().editableOpen(quote.opportunityId(), actor);
    if (!quote.isDraft()) {
      throw new NotPossible("A sent quote can no longer be edited.");
    }
    return quote;
  }

  /** Whether the terms of a quote need a sign-off that nobody has given yet. */
  public boolean needsSignOff(Quote quote, Calculation calculation) {
    // Locking raised the version once: what was signed off before is what was locked.
    long version = calculation.locked() ? calculation.version() - 1 : calculation.version();
    return calculation.check().signOff().filter(SignOff::needed).isPresent()
        && !approvals.isSignedOff(quote.id(), version);
  }

  /** What stands between a draft and the customer. */
  List<Obstacle> obstacles(Quote quote, Calculation calculation) {
    List<Obstacle> obstacles = new ArrayList<>();
    if (!quote.isDraft()) {
      return obstacles;
    }
    if (quote.terms().emailTo().isEmpty()) {
      obstacles.add(new Obstacle("emailTo", "There is no email address to send it to."));
    }
    if (quote.terms().validUntil().isBefore(today())) {
      obstacles.add(new Obstacle("validUntil", "Its last day is past."));
    }
    if (!calculation.problems().isEmpty()) {
      obstacles.add(new Obstacle("lines", problems(calculation)));
    }
    if (needsSignOff(quote, calculation)) {
      SignOff signOff = calculation.check().signOff().orElseThrow();
      obstacles.add(
          new Obstacle(
              "signOff",
              "Needs sign-off by "
                  + signOff.role().orElseThrow()
                  + ": "
                  + calculation.signOffWords()
                  + "."));
    }
    return obstacles;
  }

  /** Asks for the sign-off that a draft's terms need, with a word of why. */
  @Transactional
  public void askForSignOff(long id, String typed, Actor actor) {
    Quote quote = editableDraft(id, actor);
    Input input = new Input();
    String why = input.text("why", typed, LONGEST * 2);
    input.check();
    Calculation calculation = calculation(quote, actor);
    if (!needsSignOff(quote, calculation)) {
      throw new NotPossible("These terms need no sign-off.");
    }
    boolean isAsked =
        approvals.of(id).stream()
            .anyMatch(a -> a.isOpen() && a.worksheetVersion() == calculation.version());
    if (isAsked) {
      throw new NotPossible("The sign-off is asked for already.");
    }
    SignOff signOff = calculation.check().signOff().orElseThrow();
    approvals.ask(
        new ApprovalService.Asked(
            ApprovalService.SIGN_OFF,
            id,
            ApprovalService.SIGN_OFF,
            signOff.role().orElseThrow(),
            calculation.signOffWords(),
            why,
            calculation.version()),
        actor);
    company.log().note(actor.id(), "quote", id, "sign-off", null, "asked: " + why);
  }

  /** The PDF: as it was sent, or of the draft as it stands. */
  public byte[] pdf(Quote quote, Actor actor) {
    return documents
        .paper(quote.document())
        .orElseGet(() -> print(quote, calculation(quote, actor), actor));
  }

  private byte[] print(Quote quote, Calculation calculation, Actor actor) {
    return company
        .printer()
        .print(
            quote,
            company.settings().company().name(),
            opportunity(quote, actor).title(),
            calculation);
  }

  /**
   * Sends a draft: the quote is locked, its PDF goes out by email, the opportunity moves on, and a
   * follow-up is planned before it expires. All or nothing. The PDF is made before the act, so that
   * nobody waits for it.
   */
  public long send(long id, long version, String key, Actor actor) {
    String target = "quote " + id + " " + version;
    Optional<Long> done = company.once().done(key, actor.id(), SEND, target);
    if (done.isPresent()) {
      return done.get();
    }
    Quote quote = editableDraft(id, actor);
    Calculation calculation = calculation(quote, actor);
    if (quote.terms().emailTo().isEmpty()) {
      throw BadInput.at("emailTo", "Say where to send it.");
    }
    List<Obstacle> obstacles = obstacles(quote, calculation);
    if (!obstacles.isEmpty()) {
      throw new NotPossible(
          obstacles.stream().map(Obstacle::words).collect(Collectors.joining(" ")));
    }
    byte[] pdf = print(quote, calculation, actor);
    return company
        .once()
        .once(
            key,
            actor.id(),
            SEND,
            target,
            () -> send(quote, version, new Paper(calculation, pdf), actor));
  }

  /** What was printed, and of which calculation. */
  private record Paper(Calculation of, byte[] pdf) {}

  private long send(Quote quote, long version, Paper paper, Actor actor) {
    Opportunity opportunity = pipeline.opportunities().editableOpen(quote.opportunityId(), actor);
    WorksheetContext context = pipeline.opportunities().context(opportunity);
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
    store.setSent(quote.id(), company.clock().instant());
    String file = documents.keepPaper(quote.id(), paper.pdf());
    company
        .emails()
        .queue(
            new EmailQueue.Email(
                "quote",
                quote.id(),
                quote.document().maker().email(),
                quote.document().maker().name(),
                quote.terms().emailTo(),
                "Quote " + quote.number() + ": " + opportunity.title(),
                text(quote),
                quote.number() + ".pdf",
                file));
    pipeline.moves().happened(opportunity.id(), "quote-sent", actor);
    planFollowUp(quote, opportunity);
    return quote.id();
  }

  /**
   * Takes over a quote that was sent before: it is locked and its opportunity moves on, but nothing
   * leaves the company. Its PDF is printed when it is asked for.
   */
  @Transactional
  public void takeOverAsSent(long id, Actor actor) {
    Quote quote = editableDraft(id, actor);
    worksheets.lock(quote.worksheetId(), context(quote, actor));
    documents.become(
        quote.document(), quote.version(), quote.state(), QuoteState.SENT, "sent", actor);
    store.setSent(id, company.clock().instant());
    pipeline.moves().happened(quote.opportunityId(), "quote-sent", actor);
  }

  private void planFollowUp(Quote quote, Opportunity opportunity) {
    LocalDate before = quote.terms().validUntil().minusDays(FOLLOW_UP_BEFORE);
    pipeline
        .activities()
        .planBySystem(
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
        + company.settings().company().name();
  }

  private LocalDate today() {
    return LocalDate.now(company.clock());
  }

  /**
   * Marks a quote as ordered.
   *
   * @throws NotPossible when it was not sent, was ordered already, or has expired and who orders
   *     does not manage
   */
  @Transactional
  public void ordered(Quote quote, Actor actor) {
    if (quote.isExpired(today()) && !quote.isOrdered() && !actor.role().manages()) {
      throw new NotPossible(
          "This quote expired on "
              + quote.terms().validUntil()
              + ". Make a new one, or ask a manager to honour it.");
    }
    if (quote.isDraft()) {
      throw new NotPossible("This quote has not been sent yet; send it first.");
    }
    documents.become(
        quote.document(),
        quote.version(),
        quote.state(),
        QuoteState.ORDERED,
        quote.isExpired(today()) ? "ordered, honoured after it expired" : "ordered",
        actor);
  }

  @Override
  public String job() {
    return "quotes that expire";
  }

  /** Quotes whose last day is over expire. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    for (long id : store.expired(today)) {
      Quote quote = readable(id, Actor.SYSTEM);
      documents.become(
          quote.document(),
          quote.version(),
          quote.state(),
          QuoteState.EXPIRED,
          "expired",
          Actor.SYSTEM);
    }
  }
}
