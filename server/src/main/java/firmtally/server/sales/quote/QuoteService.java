package firmtally.server.sales.quote;

import firmtally.formats.json.Problem;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.jobs.DueWork;
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

/** The acts on quotes, up to the moment in which one is sent, and what becomes of it afterwards. */
@Service
public class QuoteService implements DueWork {
  private static final int LONGEST = 200;
  private final QuoteStore store;
  private final DocumentService documents;
  private final ApprovalService approvals;
  private final WorksheetService worksheets;
  private final Pipeline pipeline;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  /** What a quote is made from, and what moves with it. */
  private record Pipeline(
      OpportunityService opportunities, MoveService moves, AccountService accounts) {}

  QuoteService(
      QuoteStore store,
      DocumentService documents,
      ApprovalService approvals,
      WorksheetService worksheets,
      OpportunityService opportunities,
      MoveService moves,
      AccountService accounts,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.documents = documents;
    this.approvals = approvals;
    this.worksheets = worksheets;
    this.pipeline = new Pipeline(opportunities, moves, accounts);
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /** A quote in a list; the role is whose sign-off its terms need. */
  public record QuoteRow(
      DocumentId id,
      String number,
      int revision,
      boolean leads,
      String title,
      String account,
      String owner,
      String state,
      LocalDate madeOn,
      LocalDate validUntil,
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

  /** A quote that somebody may read. */
  public Quote readable(DocumentId id, Actor actor) {
    Document document = documents.readable(DocumentKind.QUOTE, id, actor);
    return new Quote(document, store.terms(id));
  }

  List<QuoteRow> page(String state, long before, int most, Actor actor) {
    return store.page(state, before, most, actor, settings.amounts());
  }

  /** Another quote of the same opportunity, or another revision of it. */
  record Sibling(DocumentId id, String number, int revision, String state) {}

  List<Sibling> siblings(OpportunityId opportunity) {
    return store.of(opportunity);
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

  /**
   * Makes a draft; everything that is known is filled in. The first of an opportunity is made from
   * its lines, and its value follows it from then on. Another one begins as a copy of the lead, its
   * letter and terms too, unless it is wanted from the opportunity's lines.
   */
  @Transactional
  public DocumentId make(OpportunityId opportunityId, boolean fromLines, Actor actor) {
    Opportunity opportunity = pipeline.opportunities().editableOpen(opportunityId, actor);
    WorksheetContext context = pipeline.opportunities().context(opportunity);
    Optional<Quote> lead =
        Optional.ofNullable(opportunity.leadQuoteId()).map(id -> readable(id, actor));
    WorksheetForm lines =
        lead.filter(quote -> !fromLines)
            .map(quote -> calculation(quote, actor).form())
            .orElseGet(() -> worksheets.get(opportunity.worksheetId(), context).form());
    if (lines.lines().stream().noneMatch(LineForm::priced)) {
      throw new NotPossible("Add at least one line first.");
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
    LocalDate validUntil = today().plusDays(settings.company().quoteDays());
    store.insert(
        document.id(),
        lead.map(quote -> quote.terms().validUntil(validUntil))
            .orElseGet(() -> terms(opportunity, account, actor)));
    if (lead.isEmpty()) {
      pipeline
          .opportunities()
          .lead(opportunityId, Optional.of(document.id()), document.called(), actor);
    }
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
        today().plusDays(settings.company().quoteDays()),
        address(account, who),
        emailTo,
        letter(who, opportunity.title()),
        "Net within " + account.termsDays() + " days of the invoice",
        "Delivered to your site, unloading by you",
        null,
        "");
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
  public void change(DocumentId id, long version, QuoteForm typed, Actor actor) {
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
            null,
            "");
    input.check();
    documents.changed(before.document(), version);
    store.update(id, terms);
    log.note(
        actor.id(),
        "quote",
        id,
        "terms",
        before.terms().validUntil().toString(),
        terms.validUntil().toString());
  }

  /** Saves the lines of a draft. What was asked about the lines before is no longer asked. */
  @Transactional
  public Calculation saveLines(DocumentId id, long version, WorksheetForm form, Actor actor) {
    Quote quote = editableDraft(id, actor);
    Calculation saved = worksheets.save(quote.worksheetId(), version, context(quote, actor), form);
    approvals.clear(id, ApprovalService.SIGN_OFF, "The lines were changed.", actor);
    log.note(actor.id(), "quote", id, "lines", null, saved.contract().toString());
    return saved;
  }

  /** What would be refused if it were typed today cannot be offered either. */
  static void checkOffer(Calculation calculation) {
    if (!calculation.problems().isEmpty()) {
      throw new NotPossible("This cannot be quoted yet: " + problems(calculation));
    }
  }

  static String problems(Calculation calculation) {
    return calculation.problems().stream()
        .map(Problem::message)
        .distinct()
        .collect(Collectors.joining(" "));
  }

  /** A draft that somebody may change. */
  Quote editableDraft(DocumentId id, Actor actor) {
    Quote quote = readable(id, actor);
    pipeline.opportunities().editableOpen(quote.opportunityId(), actor);
    if (!quote.isDraft()) {
      throw new NotPossible("A sent quote can no longer be edited.");
    }
    return quote;
  }

  /** Whether the terms of a quote need a sign-off that nobody has given yet. */
  public boolean needsSignOff(Quote quote, Calculation calculation) {
    return calculation.signOff().needed()
        && approvals.given(quote.id()).stream()
            .noneMatch(yes -> SignOffCover.holds(yes, calculation));
  }

  /** Asks for the sign-off that a draft's terms need, with a word of why. */
  @Transactional
  public void askForSignOff(DocumentId id, String typed, Actor actor) {
    Quote quote = editableDraft(id, actor);
    Input input = new Input();
    String why = input.text("why", typed, LONGEST * 2);
    input.check();
    Calculation calculation = calculation(quote, actor);
    if (!needsSignOff(quote, calculation)) {
      throw new NotPossible("No sign-off is needed.");
    }
    boolean isAsked =
        approvals.of(id).stream()
            .anyMatch(a -> a.isOpen() && a.worksheetVersion() == calculation.version());
    if (isAsked) {
      throw new NotPossible("A sign-off is requested already.");
    }
    approvals.ask(
        new ApprovalService.Asked(
            ApprovalService.SIGN_OFF,
            id,
            ApprovalService.SIGN_OFF,
            calculation.signOff().role().orElseThrow(),
            calculation.signOffWords(),
            why,
            calculation.version(),
            Optional.of(WorksheetDocument.write(calculation.question()))),
        actor);
    log.note(actor.id(), "quote", id, "sign-off", null, "asked: " + why);
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  /** What has expired is honoured by those who manage alone. */
  void checkHonoured(Quote quote, Actor actor) {
    if (quote.isExpired(today()) && !actor.role().manages()) {
      throw new NotPossible(
          "This quote expired on "
              + quote.terms().validUntil()
              + ". Revise it, or ask a manager to honour it.");
    }
  }

  /**
   * Marks a quote as ordered.
   *
   * @throws NotPossible when it was not sent, was ordered already, or has expired and who orders
   *     does not manage
   */
  @Transactional
  public void ordered(Quote quote, Actor actor) {
    if (quote.state().mayBecome(QuoteState.ORDERED)) {
      checkHonoured(quote, actor);
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
    for (DocumentId id : store.expired(today)) {
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
