package firmtally.server.sales.quote;

import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.core.worksheet.Picks;
import firmtally.formats.json.Problem;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.access.Actor;
import firmtally.server.company.days.WorkingDaysService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.Recipients;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.BadInput;
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
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
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
  private final Letter letter;
  private final EnclosureStore enclosures;
  private final WorkingDaysService days;
  private final ChangeLog log;
  private final Clock clock;

  /** What a quote is made from, and what moves with it. */
  private record Pipeline(OpportunityService opportunities, MoveService moves) {}

  QuoteService(
      QuoteStore store,
      DocumentService documents,
      ApprovalService approvals,
      WorksheetService worksheets,
      OpportunityService opportunities,
      MoveService moves,
      Letter letter,
      EnclosureStore enclosures,
      WorkingDaysService days,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.documents = documents;
    this.approvals = approvals;
    this.worksheets = worksheets;
    this.pipeline = new Pipeline(opportunities, moves);
    this.letter = letter;
    this.enclosures = enclosures;
    this.days = days;
    this.log = log;
    this.clock = clock;
  }

  /** What can be typed on a draft. */
  public record QuoteForm(
      String validUntil,
      String addressee,
      String emailTo,
      String letter,
      String paymentTerms,
      String deliveryTerms,
      @MaybeNull Boolean showPictures,
      @MaybeNull Boolean showDiscounts,
      @MaybeNull Boolean showDelivery) {}

  /** A quote that somebody may read. */
  public Quote readable(DocumentId id, Actor actor) {
    Document document = documents.readable(DocumentKind.QUOTE, id, actor);
    return new Quote(document, store.terms(id));
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

  /** A sent quote with what somebody picks of it; nothing is kept. */
  public Calculation picked(Quote quote, Picks picks, Actor actor) {
    return offered(
        () -> worksheets.picked(calculation(quote, actor), context(quote, actor), picks));
  }

  /** A quote becomes what was picked of it, in the act that accepts it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void pick(Quote quote, Picks picks, Actor actor) {
    offered(
        () -> {
          worksheets.pick(quote.worksheetId(), context(quote, actor), picks);
          return picks;
        });
  }

  /** Refuses what is not on offer. */
  private static <T> T offered(Supplier<T> picking) {
    try {
      return picking.get();
    } catch (DiscountTooLargeException e) {
      throw new NotPossible(
          "The discount on the whole is more than what is left. Ask us for an offer of this.");
    } catch (IllegalArgumentException e) {
      throw BadInput.at("picks", "This is not on offer.");
    }
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
    LocalDate validUntil = today().plusDays(days.get().quoteValid());
    store.insert(
        document.id(),
        lead.map(quote -> quote.terms().validUntil(validUntil))
            .map(terms -> letter.begunAnew(terms, opportunity, account))
            .orElseGet(() -> terms(opportunity, account, actor)));
    lead.ifPresent(quote -> enclosures.copy(quote.id(), document.id()));
    if (lead.isEmpty()) {
      pipeline
          .opportunities()
          .lead(opportunityId, Optional.of(document.id()), document.called(), actor);
    }
    pipeline.moves().happened(opportunityId, "quote-made", actor);
    return document.id();
  }

  private Quote.Terms terms(Opportunity opportunity, Account account, Actor actor) {
    Optional<AccountService.Contact> contact = letter.contact(opportunity, actor);
    String emailTo =
        contact
            .map(AccountService.Contact::email)
            .filter(email -> !email.isEmpty())
            .orElse(account.email());
    return new Quote.Terms(
        today().plusDays(days.get().quoteValid()),
        address(account, contact.map(AccountService.Contact::name).orElse("")),
        emailTo,
        letter.begun(Purpose.QUOTE_LETTER, opportunity, account),
        letter.begun(Purpose.PAYMENT_TERMS, opportunity, account),
        letter.begun(Purpose.DELIVERY_TERMS, opportunity, account),
        null,
        "",
        false,
        true,
        false,
        "");
  }

  private static String address(Account account, String who) {
    List<String> lines = new ArrayList<>();
    lines.add(account.name());
    lines.add(who);
    lines.add(account.street());
    lines.add((account.postal() + " " + account.town()).strip());
    lines.add(account.country());
    return lines.stream().filter(line -> !line.isEmpty()).collect(Collectors.joining("\n"));
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
            String.join(", ", Recipients.read(input, "emailTo", typed.emailTo())),
            input.longText("letter", typed.letter()),
            input.text("paymentTerms", typed.paymentTerms(), LONGEST),
            input.text("deliveryTerms", typed.deliveryTerms(), LONGEST),
            null,
            "",
            Boolean.TRUE.equals(typed.showPictures()),
            !Boolean.FALSE.equals(typed.showDiscounts()),
            Boolean.TRUE.equals(typed.showDelivery()),
            "");
    checkFields(input, "letter", terms.letter());
    checkFields(input, "paymentTerms", terms.paymentTerms());
    checkFields(input, "deliveryTerms", terms.deliveryTerms());
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

  private static void checkFields(Input input, String at, String text) {
    List<String> unknown = Fields.unknown(text);
    if (!unknown.isEmpty()) {
      input.refuse(at, "Not a field: " + String.join(", ", unknown) + ".");
    }
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
  public Quote editableDraft(DocumentId id, Actor actor) {
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
        && cover(quote, calculation).filter(SignOffCover::holds).isEmpty();
  }

  /**
   * How the sign-offs that were given stand to what a quote has become: the one that covers it,
   * else the latest. Empty where none was given or none is needed.
   */
  public Optional<SignOffCover> cover(Quote quote, Calculation calculation) {
    List<SignOffCover> given =
        approvals.given(quote.id()).stream().map(yes -> SignOffCover.of(yes, calculation)).toList();
    return calculation.signOff().needed()
        ? given.stream()
            .filter(SignOffCover::holds)
            .findFirst()
            .or(() -> given.stream().findFirst())
        : Optional.empty();
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
        ApprovalService.Asked.of(
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

  /** The text that a quote's email begins with, with all but the link filled in. */
  public String email(Quote quote, Actor actor) {
    Opportunity of = opportunity(quote, actor);
    Account account = pipeline.opportunities().context(of).account();
    return filled(quote, letter.begun(Purpose.QUOTE_EMAIL, of, account), actor);
  }

  /** What a quote's email is about. */
  public String subject(Quote quote, Opportunity of) {
    return letter.subject(quote, of);
  }

  /** A text of a quote as it is read, its fields filled in. */
  public String filled(Quote quote, String text, Actor actor) {
    Opportunity of = opportunity(quote, actor);
    return letter.fields(quote, of, calculation(quote, actor)).fill(text);
  }

  /** What the follow-up of a quote is called. */
  public static String followUp(Quote quote) {
    return AfterEnd.followUp(quote);
  }

  /**
   * A draft is sent: it is locked, and its paper and words are kept.
   *
   * @return the paper, by its checksum
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String sent(
      Quote quote, long version, QuotePapers.Printed paper, String words, Actor actor) {
    worksheets.lock(quote.worksheetId(), context(quote, actor));
    documents.become(quote.document(), version, quote.state(), QuoteState.SENT, words, actor);
    store.setSent(quote.id(), clock.instant(), Optional.of(paper.frame()));
    return documents.keepPaper(quote.id(), paper.pdf());
  }

  /** The paper of a sent quote by its checksum; one that was never printed is kept now. */
  @Transactional(propagation = Propagation.MANDATORY)
  public String keptPaper(Quote quote, byte[] paper) {
    return documents.keepPaper(quote.id(), paper);
  }

  /** A draft that was sent before it came here: it is locked. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void takenOver(Quote quote, Actor actor) {
    worksheets.lock(quote.worksheetId(), context(quote, actor));
    documents.become(
        quote.document(), quote.version(), quote.state(), QuoteState.SENT, "sent", actor);
    store.setSent(quote.id(), clock.instant(), Optional.empty());
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  /** Whether the customer can still answer it. */
  public boolean isWithCustomer(Quote quote) {
    return quote.state() == QuoteState.SENT && !quote.isExpired(today());
  }

  /** What has expired is honoured by those who manage alone. */
  void checkHonoured(Quote quote, Actor actor) {
    if (quote.isExpired(today()) && !actor.roles().manages()) {
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
    if (quote.state() != QuoteState.ACCEPTED) {
      store.setAnswered(quote.id(), clock.instant());
    }
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
      store.setAnswered(id, clock.instant());
    }
  }
}
