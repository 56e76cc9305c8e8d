package firmtally.server.sales.document;

import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.Thumbnail;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.company.text.TextService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.EmailQueue;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Who writes to whom, and in which words: what the papers and emails to customers share. */
@Component
public class Correspondence {
  private final TextService texts;
  private final AccountService accounts;
  private final ParticularsService particulars;
  private final SettingsService settings;
  private final Clock clock;

  Correspondence(
      TextService texts,
      AccountService accounts,
      ParticularsService particulars,
      SettingsService settings,
      Clock clock) {
    this.texts = texts;
    this.accounts = accounts;
    this.particulars = particulars;
    this.settings = settings;
    this.clock = clock;
  }

  /** Whose paper it is. */
  public QuotePaper.Seller seller(PaperWords words) {
    return seller(particulars, words);
  }

  /** Whose paper it is, with its logo. */
  public static QuotePaper.Seller seller(ParticularsService particulars, PaperWords words) {
    Particulars ours = particulars.get();
    return new QuotePaper.Seller(
        ours.name(),
        ours.address(),
        ours.reach(),
        ours.legal(words),
        particulars.logo().flatMap(Thumbnail::uri).orElse(""),
        ours.colour());
  }

  /** As the company it leaves: from its own address, else from whoever sends it. */
  public EmailQueue.From from(Actor actor) {
    Particulars ours = particulars.get();
    return ours.email().isEmpty()
        ? new EmailQueue.From(actor.email(), actor.name())
        : new EmailQueue.From(ours.email(), ours.name());
  }

  /** The lines of an account's address. */
  public static List<String> address(Account account) {
    return Stream.of(
            account.name(),
            account.street(),
            (account.postal() + " " + account.town()).strip(),
            account.country())
        .filter(line -> !line.isEmpty())
        .toList();
  }

  /** The words in which an account is written to. */
  public PaperWords words(Account account) {
    return particulars.words(account.language());
  }

  /** Where an account is written to: its own address, else that of its first contact with one. */
  public String email(Account account) {
    return Stream.concat(
            Stream.of(account.email()),
            accounts.contacts(account.id(), Actor.SYSTEM).stream()
                .map(AccountService.Contact::email))
        .filter(email -> !email.isEmpty())
        .findFirst()
        .orElse("");
  }

  /**
   * A text from the settings, filled in.
   *
   * @param number of the document that it goes with
   * @param total with tax
   */
  public String text(Purpose purpose, Account account, String number, Money total) {
    String who = contact(account);
    PaperWords words = words(account);
    return Fields.none()
        .with("salutation", salutation(who, words))
        .with("contact", who.isEmpty() ? account.name() : who)
        .with("account", account.name())
        .with("number", number)
        .with("today", words.day(LocalDate.now(clock)))
        .with("total", words.amount(total))
        .with("currency", total.getCurrencyUnit().getCode())
        .with("terms days", Integer.toString(account.termsDays()))
        .with("company", settings.company().name())
        .with("rep", account.ownerName())
        .fill(texts.find(purpose, "", account.language()));
  }

  /** What goes with a link to the customer page. */
  public String signIn(Account account, String who, String link) {
    return personal(account, who)
        .with("link", link)
        .fill(texts.find(Purpose.CUSTOMER_PAGE_EMAIL, "", account.language()));
  }

  /** What an email with a link to the customer page is about. */
  public String pageAt(Account account) {
    return words(account).get("page-at", particulars.get().name());
  }

  /** An answer to what a customer asked. */
  public String answer(Account account, String who, String question, String answer) {
    return personal(account, who)
        .with("question", question)
        .with("answer", answer)
        .fill(texts.find(Purpose.ANSWER_EMAIL, "", account.language()));
  }

  private Fields personal(Account account, String who) {
    PaperWords words = words(account);
    return Fields.none()
        .with("salutation", salutation(who, words))
        .with("contact", who)
        .with("account", account.name())
        .with("today", words.day(LocalDate.now(clock)))
        .with("company", settings.company().name())
        .with("rep", account.ownerName());
  }

  private String contact(Account account) {
    return accounts.contacts(account.id(), Actor.SYSTEM).stream()
        .findFirst()
        .map(AccountService.Contact::name)
        .orElse("");
  }

  /** How a letter begins. */
  public static String salutation(String who, PaperWords words) {
    return who.isEmpty() ? words.get("dear.unknown") : words.get("dear", who);
  }

  /** What a paper says of the customer. */
  public static List<QuotePaper.Fact> facts(
      Account account, Optional<String> poNumber, PaperWords words) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact(words.get("fact.customer"), account.number()));
    if (!account.taxId().isEmpty()) {
      facts.add(new QuotePaper.Fact(words.get("fact.tax-id"), account.taxId()));
    }
    poNumber.ifPresent(number -> facts.add(new QuotePaper.Fact(words.get("fact.po"), number)));
    return facts;
  }

  /** The paragraphs of a text. */
  public static List<String> paragraphs(String text) {
    return text.lines().filter(paragraph -> !paragraph.isBlank()).toList();
  }
}
