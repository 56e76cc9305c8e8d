package firmtally.server.sales.quote;

import firmtally.formats.json.Problem;
import firmtally.formats.mail.Eml;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.OutgoingMail;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on quotes. */
@Service
public class QuoteService {
  private static final int LONGEST = 200;
  private static final int FOLLOW_UP_BEFORE = 7;
  private final QuoteStore store;
  private final OpportunityService opportunities;
  private final MoveService moves;
  private final WorksheetService worksheets;
  private final AccountService accounts;
  private final ActivityService activities;
  private final SettingsService settings;
  private final OutgoingMail email;
  private final QuotePrinter printer;
  private final House house;

  /** What the acts leave behind. */
  private record House(
      ChangeLog log, Counters counters, SearchIndex index, Idempotency once, Clock clock) {}

  QuoteService(
      QuoteStore store,
      OpportunityService opportunities,
      MoveService moves,
      WorksheetService worksheets,
      AccountService accounts,
      ActivityService activities,
      SettingsService settings,
      OutgoingMail email,
      QuotePrinter printer,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.opportunities = opportunities;
    this.moves = moves;
    this.worksheets = worksheets;
    this.accounts = accounts;
    this.activities = activities;
    this.settings = settings;
    this.email = email;
    this.printer = printer;
    this.house = new House(log, counters, index, once, clock);
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

  public Quote get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("quote", id));
  }

  List<QuoteRow> page(String state, long before, int most, Actor actor) {
    return store.page(state, before, most, actor, settings.amounts());
  }

  /** A quote's worksheet, as it was agreed or as it stands. */
  public Calculation worked(Quote quote, Actor actor) {
    Opportunity opportunity = opportunities.get(quote.opportunityId());
    return worksheets.get(quote.worksheetId(), opportunities.context(opportunity, actor));
  }

  /** Makes a draft from an opportunity; everything that is known is filled in. */
  @Transactional
  public long make(long opportunityId, Actor actor) {
    Opportunity opportunity = opportunities.changeable(opportunityId, actor);
    var context = opportunities.context(opportunity, actor);
    WorksheetForm lines = worksheets.get(opportunity.worksheetId(), context).form();
    if (lines.lines().stream().noneMatch(LineForm::priced)) {
      throw new NotPossible("There are no lines to quote yet; add one first.");
    }
    Calculation worked = worksheets.create(context, lines);
    checkOffer(worked);
    Account account = accounts.get(opportunity.accountId());
    Optional<AccountService.Contact> contact = accounts.contacts(account.id()).stream().findFirst();
    String who = contact.map(AccountService.Contact::name).orElse("");
    String emailTo =
        contact
            .map(AccountService.Contact::email)
            .filter(m -> !m.isEmpty())
            .orElse(account.email());
    LocalDate today = LocalDate.now(house.clock());
    String number = house.counters().next("Q");
    long id =
        store.insert(
            new Quote(
                0,
                number,
                opportunityId,
                "draft",
                worked.id(),
                opportunity.ownerId(),
                "",
                "",
                today.toString(),
                today.plusDays(settings.company().quoteDays()).toString(),
                address(account, who),
                emailTo,
                letter(who, opportunity.title()),
                "Net within " + account.termsDays() + " days of the invoice",
                "Delivered to your site, unloading by you",
                null,
                1));
    house.index().add("quote", id, number, opportunity.title() + " " + account.name());
    house.log().note(actor.id(), "quote", id, "quote made", null, number);
    moves.happened(opportunityId, "quote-made", actor);
    return id;
  }

  private static String address(Account account, String who) {
    StringBuilder lines = new StringBuilder(account.name());
    if (!who.isEmpty()) {
      lines.append('\n').append(who);
    }
    if (!account.street().isEmpty()) {
      lines.append('\n').append(account.street());
    }
    return lines
        .append('\n')
        .append((account.postal() + " " + account.town()).strip())
        .toString()
        .strip();
  }

  private static String letter(String who, String title) {
    return (who.isEmpty() ? "Good day," : "Dear " + who + ",")
        + "\n\nthank you for asking us about “"
        + title
        + "”. This is what we offer, with everything that we talked about.\n\n"
        + "Call us with any question; an answer to this email with your order number is enough to order.";
  }

  /** Changes a draft. */
  @Transactional
  public void change(long id, long version, QuoteForm typed, Actor actor) {
    Quote before = changeable(id, actor);
    Input input = new Input();
    input.day("validUntil", typed.validUntil());
    QuoteForm form =
        new QuoteForm(
            typed.validUntil(),
            input.text("addressee", typed.addressee(), LONGEST * 2),
            emailAddress(input, typed.emailTo()),
            input.longText("letter", typed.letter()),
            input.text("paymentTerms", typed.paymentTerms(), LONGEST),
            input.text("deliveryTerms", typed.deliveryTerms(), LONGEST));
    input.check();
    int updated = store.update(id, version, form);
    house.log().expectOne(updated, "quote", id, before.version());
    house.log().note(actor.id(), "quote", id, "terms", before.validUntil(), form.validUntil());
  }

  private static String emailAddress(Input input, String typed) {
    String emailTo = input.optionalText("emailTo", typed, LONGEST);
    if (!emailTo.isEmpty() && emailTo.indexOf('@') < 1) {
      input.refuse("emailTo", "An email address has a name, an @ and a host.");
    }
    return emailTo;
  }

  /** Keeps the lines of a draft. */
  @Transactional
  public Calculation saveLines(long id, long version, WorksheetForm form, Actor actor) {
    Quote quote = changeable(id, actor);
    Opportunity opportunity = opportunities.get(quote.opportunityId());
    Calculation saved =
        worksheets.save(
            quote.worksheetId(), version, opportunities.context(opportunity, actor), form);
    house.log().note(actor.id(), "quote", id, "lines", null, saved.contract().toString());
    return saved;
  }

  /** What would be refused if it were typed today cannot be offered either. */
  private static void checkOffer(Calculation worked) {
    if (!worked.problems().isEmpty()) {
      throw new NotPossible(
          "This cannot be offered as it stands: "
              + worked.problems().stream()
                  .map(Problem::message)
                  .distinct()
                  .collect(Collectors.joining(" ")));
    }
  }

  private Quote changeable(long id, Actor actor) {
    Quote quote = get(id);
    opportunities.changeable(quote.opportunityId(), actor);
    if (!quote.isDraft()) {
      throw new NotPossible("This quote has been sent; it is locked.");
    }
    return quote;
  }

  /** The PDF: as it was sent, or of the draft as it stands. */
  public byte[] pdf(long id, Actor actor) {
    return store.pdf(id).orElseGet(() -> print(get(id), actor));
  }

  private byte[] print(Quote quote, Actor actor) {
    String title = opportunities.get(quote.opportunityId()).title();
    return printer.print(quote, settings.company().name(), title, worked(quote, actor));
  }

  /**
   * Sends a draft: the PDF goes out by email, the quote is locked, the opportunity moves on, and a
   * follow-up is planned before it runs out. All or nothing.
   */
  @Transactional
  public long send(long id, long version, String key, Actor actor) {
    return house.once().once(key, actor.id(), "send-quote", () -> send(id, version, actor));
  }

  private long send(long id, long version, Actor actor) {
    Quote quote = changeable(id, actor);
    Opportunity opportunity = opportunities.get(quote.opportunityId());
    if (quote.emailTo().isEmpty()) {
      throw BadInput.at("emailTo", "Say where to send it.");
    }
    checkOffer(worked(quote, actor));
    worksheets.lock(quote.worksheetId(), opportunities.context(opportunity, actor));
    byte[] pdf = print(quote, actor);
    int updated = store.sent(id, version, house.clock().instant().toString(), pdf);
    house.log().expectOne(updated, "quote", id, quote.version());
    Eml.Attachment file = new Eml.Attachment(quote.number() + ".pdf", "application/pdf", pdf);
    String subject = "Quote " + quote.number() + ": " + opportunity.title();
    email.send(
        new Eml.Mail(
            quote.madeByEmail(), quote.madeByName(), quote.emailTo(), subject, text(quote), file),
        opportunity.id());
    moves.happened(opportunity.id(), "quote-sent", actor);
    planFollowUp(quote, opportunity);
    house.log().note(actor.id(), "quote", id, "state", "draft", "sent to " + quote.emailTo());
    return id;
  }

  /**
   * Takes over a quote that was sent before: it is locked and its opportunity moves on, but nothing
   * leaves the house. Its PDF is printed when it is asked for.
   */
  @Transactional
  public void takeOverAsSent(long id, Actor actor) {
    Quote quote = changeable(id, actor);
    Opportunity opportunity = opportunities.get(quote.opportunityId());
    worksheets.lock(quote.worksheetId(), opportunities.context(opportunity, actor));
    store.sent(id, quote.version(), house.clock().instant().toString(), null);
    moves.happened(opportunity.id(), "quote-sent", actor);
  }

  private void planFollowUp(Quote quote, Opportunity opportunity) {
    LocalDate today = LocalDate.now(house.clock());
    LocalDate before = LocalDate.parse(quote.validUntil()).minusDays(FOLLOW_UP_BEFORE);
    activities.plan(
        opportunity.id(),
        "call",
        "Follow up quote " + quote.number(),
        before.isBefore(today) ? today : before,
        opportunity.ownerId());
  }

  private String text(Quote quote) {
    return quote.letter() + "\n\n" + quote.madeByName() + "\n" + settings.company().name();
  }

  /** Marks a sent quote as ordered. */
  @Transactional
  public void ordered(long id) {
    if (store.ordered(id) == 0) {
      throw new NotPossible("Only a sent quote that has not been ordered yet can be ordered.");
    }
  }
}
