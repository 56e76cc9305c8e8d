package firmtally.server.sales.quote;

import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.company.text.TextService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.Recipients;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * The words of a quote: its texts from the settings by the kind of business and the customer's
 * language, and what their fields are filled with. Fields stay in a draft, so that a day or a sum
 * that changes is right in the letter too.
 */
@Component
class Letter {
  private final TextService texts;
  private final ParticularsService particulars;
  private final AccountService accounts;
  private final AgreementService agreements;
  private final SettingsService settings;
  private final Clock clock;

  Letter(
      TextService texts,
      ParticularsService particulars,
      AccountService accounts,
      AgreementService agreements,
      SettingsService settings,
      Clock clock) {
    this.texts = texts;
    this.particulars = particulars;
    this.accounts = accounts;
    this.agreements = agreements;
    this.settings = settings;
    this.clock = clock;
  }

  /** The text that a quote begins with, fields and all. */
  String begun(Purpose purpose, Opportunity of, Account account) {
    String business =
        of.renewsId() == null
            ? "new"
            : agreements.isRaised(of.renewsId()) ? "price-rise" : "renewal";
    return texts.find(purpose, business, account.language());
  }

  /**
   * The terms of a copy: what somebody wrote stays, and what is a text of the settings as it stands
   * begins anew, as the customer may be written to in another language by now.
   */
  Quote.Terms begunAnew(Quote.Terms terms, Opportunity of, Account account) {
    return terms.worded(
        begunAnew(Purpose.QUOTE_LETTER, terms.letter(), of, account),
        begunAnew(Purpose.PAYMENT_TERMS, terms.paymentTerms(), of, account),
        begunAnew(Purpose.DELIVERY_TERMS, terms.deliveryTerms(), of, account));
  }

  private String begunAnew(Purpose purpose, String text, Opportunity of, Account account) {
    return texts.isText(purpose, text) ? begun(purpose, of, account) : text;
  }

  /** Whom an opportunity's letters are written to. */
  Optional<AccountService.Contact> contact(Opportunity of, Actor actor) {
    List<AccountService.Contact> contacts = accounts.contacts(of.accountId(), actor);
    return contacts.stream()
        .filter(contact -> contact.id().equals(of.contactId()))
        .findFirst()
        .or(() -> contacts.stream().findFirst());
  }

  /** Whom a quote is addressed to: whose address it goes to, else the opportunity's contact. */
  private Optional<AccountService.Contact> contact(Quote quote, Opportunity of) {
    String first = Recipients.first(quote.terms().emailTo());
    return accounts.contacts(of.accountId(), Actor.SYSTEM).stream()
        .filter(contact -> !first.isEmpty() && contact.email().equalsIgnoreCase(first))
        .findFirst()
        .or(() -> contact(of, Actor.SYSTEM));
  }

  /** What a quote's email is about. */
  String subject(Quote quote, Opportunity of) {
    Account account = accounts.readable(of.accountId(), Actor.SYSTEM);
    return particulars.words(account.language()).get("called.quote", quote.called())
        + ": "
        + of.title();
  }

  /** What the fields of a quote's words are filled with; the link is known when it is sent. */
  Fields fields(Quote quote, Opportunity of, Calculation calculation) {
    Account account = accounts.readable(of.accountId(), Actor.SYSTEM);
    PaperWords words = particulars.words(account.language());
    String who = contact(quote, of).map(AccountService.Contact::name).orElse("");
    return Fields.none()
        .with("salutation", Correspondence.salutation(who, words))
        .with("contact", who.isEmpty() ? account.name() : who)
        .with("account", account.name())
        .with("subject", of.title())
        .with("quote", quote.called())
        .with("valid until", words.day(quote.terms().validUntil()))
        .with("today", words.day(LocalDate.now(clock)))
        .with("total", words.amount(calculation.asked()))
        .with("currency", settings.company().currency().getCode())
        .with("terms days", Integer.toString(account.termsDays()))
        .with("company", settings.company().name())
        .with("rep", quote.document().maker().name())
        .with("rep phone", quote.document().maker().phone())
        .with("rep email", quote.document().maker().email());
  }
}
