package firmtally.server.customers.account;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.company.particulars.Languages;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.database.Snapshots;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.NoteId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts. */
@Service
public class AccountService {
  private static final String RECORD = "account";
  private static final int LONGEST = 120;
  private static final int MOST_TERMS = 365;
  private final AccountStore store;
  private final Records records;
  private final ChangeLog log;
  private final Counters counters;
  private final SearchIndex index;
  private final PhoneIndex phones;
  private final ApplicationEventPublisher events;
  private final Snapshots snapshots;
  private final CreditRulesService rules;
  private final Clock clock;

  AccountService(
      AccountStore store,
      Records records,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      PhoneIndex phones,
      ApplicationEventPublisher events,
      Snapshots snapshots,
      CreditRulesService rules,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.log = log;
    this.counters = counters;
    this.index = index;
    this.phones = phones;
    this.events = events;
    this.snapshots = snapshots;
    this.rules = rules;
    this.clock = clock;
  }

  /**
   * A person at an account.
   *
   * @param channel how they like to be reached: phone, email, visit, or blank
   * @param hours when, in their own words
   * @param emailRefused why the last email to them was refused; null where it was not
   */
  public record Contact(
      ContactId id,
      String name,
      String role,
      String email,
      String phone,
      String channel,
      String hours,
      @MaybeNull String emailRefused,
      long version) {}

  /** A contact as typed. */
  public record ContactForm(
      String name,
      @MaybeNull String role,
      @MaybeNull String email,
      @MaybeNull String phone,
      @MaybeNull String channel,
      @MaybeNull String hours) {}

  /** A note on an account; pinned ones stand first on its page. */
  public record NoteView(NoteId id, String words, boolean pinned, String person, Instant at) {}

  /** What can be changed on an account; price group and terms by managers only. */
  public record AccountEdit(
      String name,
      @MaybeNull String industry,
      @MaybeNull String street,
      @MaybeNull String postal,
      @MaybeNull String town,
      @MaybeNull String email,
      @MaybeNull String phone,
      @MaybeNull String priceGroup,
      String termsDays,
      boolean poNumberRequired,
      @MaybeNull String country,
      @MaybeNull String taxId,
      @MaybeNull String language,
      @MaybeNull String taxExemption,
      @MaybeNull String paysAs) {}

  /** A new account as typed; the contact may be left blank. */
  public record AccountForm(
      String name,
      String kind,
      String industry,
      String street,
      String postal,
      String town,
      String email,
      String phone,
      String contact) {}

  private Account find(AccountId id) {
    return kept(id).orElseThrow(() -> new NotThere(RECORD, id));
  }

  private Optional<Account> kept(AccountId id) {
    return snapshots.once(List.of(RECORD, id), () -> store.find(id));
  }

  /** An account that somebody may read. */
  public Account readable(AccountId id, Actor actor) {
    return records.readable(RECORD, id, actor, () -> kept(id));
  }

  /** Many accounts at once, by their ids, for what the company works out by itself. */
  public Map<AccountId, Account> all(Collection<AccountId> ids) {
    return store.find(ids).stream().collect(Collectors.toMap(Account::id, a -> a));
  }

  /** An account that somebody may change: its owner and their managers. */
  public Account editable(AccountId id, Actor actor) {
    records.checkEditable(RECORD, id, actor);
    return find(id);
  }

  List<Account> page(String text, String own, Cursor after, int most) {
    return store.page(text.strip(), own, after, most);
  }

  /** The contacts of an account that somebody may read. */
  public List<Contact> contacts(AccountId account, Actor actor) {
    return store.contacts(readable(account, actor).id());
  }

  /** Stops an account's credit, or lets it go on. */
  @Transactional
  public void setStopped(AccountId id, boolean stopped, Actor by) {
    Account before = find(id);
    store.setStopped(id, stopped);
    log.note(
        by.id(),
        RECORD,
        id,
        "credit",
        before.stopped() ? "stopped" : "not stopped",
        stopped ? "stopped" : "not stopped");
  }

  /** Opens a prospect. */
  @Transactional
  public AccountId open(AccountForm typed, Actor actor) {
    actor.checkSells();
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String contact = input.optionalText("contact", typed.contact(), LONGEST);
    String email = input.email("email", typed.email(), LONGEST);
    String phone = input.optionalText("phone", typed.phone(), LONGEST);
    Account account =
        Account.prospect(name, actor, rules.get())
            .kind("person".equals(typed.kind()) ? "person" : "company")
            .industry(input.optionalText("industry", typed.industry(), LONGEST))
            .street(input.optionalText("street", typed.street(), LONGEST))
            .postal(input.optionalText("postal", typed.postal(), LONGEST))
            .town(input.optionalText("town", typed.town(), LONGEST))
            .email(email)
            .phone(phone)
            .build();
    input.check();
    AccountId id = add(account, actor.id());
    if (!contact.isEmpty()) {
      addContact(id, new ContactForm(contact, "", email, phone, "", ""), actor);
    }
    return id;
  }

  /** Adds an account that is known to be in order; it is given a number. */
  @Transactional
  public AccountId add(Account a, PersonId by) {
    return add(a, counters.next("A"), by);
  }

  /** Adds an account that is known to be in order, with a number that it has already. */
  @Transactional
  AccountId add(Account a, String number, PersonId by) {
    AccountId id = store.insert(a, number);
    index.add("account", id, number, found(a));
    phones.add("account", id, a.phone());
    log.note(by, "account", id, "account created", null, a.name());
    return id;
  }

  /** Adds a contact. */
  @Transactional
  public ContactId addContact(AccountId account, ContactForm typed, Actor actor) {
    Account of = readable(account, actor);
    Input input = new Input();
    ContactForm contact = ContactReader.read(input, typed);
    input.check();
    ContactId id = store.insertContact(account, contact);
    phones.put("contact", id, contact.phone());
    index.add("contact", id, "", found(contact.name(), contact.email(), of));
    log.note(actor.id(), "account", account, "contact", null, contact.name());
    return id;
  }

  /** Changes a contact. */
  @Transactional
  public void changeContact(
      AccountId account, ContactId id, long version, ContactForm typed, Actor actor) {
    Account of = editable(account, actor);
    Contact before =
        store.contacts(account).stream()
            .filter(c -> c.id().equals(id))
            .findFirst()
            .orElseThrow(() -> new NotThere("contact of this account", id));
    Input input = new Input();
    ContactForm contact = ContactReader.read(input, typed);
    input.check();
    log.expectOne(store.updateContact(id, version, contact), "account", account, before.version());
    phones.put("contact", id, contact.phone());
    index.put("contact", id, "", found(contact.name(), contact.email(), of));
    log.note(
        actor.id(),
        "account",
        account,
        "contact",
        ContactReader.words(before),
        ContactReader.words(contact));
  }

  /** What an account is found by: its name, its place and its address. */
  private static String found(Account account) {
    return account.name() + " " + account.town() + " " + account.email();
  }

  /** What a contact is found by: their name and address, and where they are. */
  private static String found(String name, String email, Account at) {
    return name + " " + email + " " + at.name();
  }

  /** Changes what can be typed on an account. */
  @Transactional
  public void change(AccountId id, long version, AccountEdit typed, Actor actor) {
    Account before = editable(id, actor);
    Input input = new Input();
    AccountStore.Edit edit = read(input, id, version, typed);
    checkTerms(input, before, edit, actor);
    input.check();
    keep(before, edit, actor);
  }

  /** Only a manager may change price group and terms. */
  static void checkTerms(Input input, Account before, AccountStore.Edit edit, Actor actor) {
    boolean changesTerms =
        edit.termsDays() != before.termsDays()
            || !Objects.equals(edit.priceGroup(), before.priceGroup());
    if (changesTerms && !actor.manages(before.ownerTeam())) {
      input.refuse("termsDays", "Only a manager may change price group and terms.");
    }
  }

  /** What can be typed on an account, as it is written. */
  static AccountStore.Edit read(Input input, AccountId id, long version, AccountEdit typed) {
    return new AccountStore.Edit(
        id,
        version,
        input.text("name", typed.name(), LONGEST),
        input.optionalText("industry", typed.industry(), LONGEST),
        input.optionalText("street", typed.street(), LONGEST),
        input.optionalText("postal", typed.postal(), LONGEST),
        input.optionalText("town", typed.town(), LONGEST),
        input.email("email", typed.email(), LONGEST),
        input.optionalText("phone", typed.phone(), LONGEST),
        blankToNull(input.optionalText("priceGroup", typed.priceGroup(), LONGEST)),
        input.whole("termsDays", typed.termsDays(), 0, MOST_TERMS).orElse(0),
        typed.poNumberRequired(),
        input.optionalText("country", typed.country(), LONGEST),
        input.optionalText("taxId", typed.taxId(), LONGEST),
        Languages.read(input, "language", typed.language()),
        input.optionalText("taxExemption", typed.taxExemption(), LONGEST),
        input.optionalText("paysAs", typed.paysAs(), LONGEST));
  }

  /** Writes what was read and checked. */
  void keep(Account before, AccountStore.Edit edit, Actor actor) {
    AccountId id = before.id();
    log.expectOne(store.update(edit), "account", id, before.version());
    boolean taxesChange = !edit.taxExemption().equals(before.dealings().taxExemption());
    if (taxesChange || !Objects.equals(edit.priceGroup(), before.priceGroup())) {
      events.publishEvent(new TermsChanged(id));
    }
    phones.put("account", id, edit.phone());
    Account now = find(id);
    index.put("account", id, before.number(), found(now));
    if (!before.name().equals(now.name())) {
      store
          .contacts(id)
          .forEach(c -> index.put("contact", c.id(), "", found(c.name(), c.email(), now)));
    }
    AccountDifference.of(before, edit)
        .forEach(d -> note(actor, id, d.field(), d.before(), d.after()));
  }

  /** How an account's credit is judged, as it is typed. */
  public record CreditSettingsForm(
      String termsDays,
      String lateDays,
      String graceDays,
      String overdueAllowed,
      String watchPercent,
      String depositPercent,
      boolean stopped,
      boolean remind) {}

  /**
   * Changes how an account's credit is judged.
   *
   * @param overdueAllowed as it was read, minor units
   * @param input that problems are added to and checked
   */
  @Transactional
  public void changeCredit(
      AccountId id,
      long version,
      CreditSettingsForm typed,
      long overdueAllowed,
      Input input,
      Actor actor) {
    actor.checkKeepsBooks();
    Account before = readable(id, actor);
    AccountStore.CreditEdit edit =
        new AccountStore.CreditEdit(
            id,
            version,
            input.whole("termsDays", typed.termsDays(), 0, MOST_TERMS).orElse(0),
            input.whole("lateDays", typed.lateDays(), 0, MOST_TERMS).orElse(0),
            input.whole("graceDays", typed.graceDays(), 0, MOST_TERMS).orElse(0),
            overdueAllowed,
            percent(input, "watchPercent", typed.watchPercent()),
            percent(input, "depositPercent", typed.depositPercent()),
            typed.stopped(),
            typed.remind());
    input.check();
    log.expectOne(store.update(edit), RECORD, id, before.version());
    note(actor, id, "terms", before.termsDays() + " days", edit.termsDays() + " days");
    note(actor, id, "days late", before.lateDays() + "", edit.lateDays() + "");
    note(actor, id, "days of grace", before.graceDays() + "", edit.graceDays() + "");
    note(actor, id, "overdue allowed", before.overdueAllowed() + "", edit.overdueAllowed() + "");
    note(actor, id, "watch from", before.watchPercent() + "", edit.watchPercent() + "");
    note(actor, id, "deposit", before.dealings().depositPercent() + "", edit.depositPercent() + "");
    note(actor, id, "credit", stoppedWord(before.stopped()), stoppedWord(edit.stopped()));
    note(
        actor,
        id,
        "reminders",
        before.dealings().remind() ? "on" : "off",
        edit.remind() ? "on" : "off");
  }

  private static long percent(Input input, String at, String typed) {
    if (typed == null || typed.isBlank()) {
      return 0;
    }
    return input
        .value(at, typed, text -> Percent.parse(text).within(at, Percent.ZERO, Percent.HUNDRED))
        .map(Percent::toTenThousandths)
        .orElse(0L);
  }

  private static String stoppedWord(boolean stopped) {
    return stopped ? "stopped" : "not stopped";
  }

  private void note(Actor actor, AccountId id, String what, String before, String after) {
    if (!Objects.equals(before, after)) {
      log.note(actor.id(), "account", id, what, before, after);
    }
  }

  private static String blankToNull(String text) {
    return text.isEmpty() ? null : text;
  }

  /** The notes on an account: pinned ones first, then the latest. */
  public List<NoteView> notes(AccountId account, Actor actor) {
    return store.notes(readable(account, actor).id());
  }

  /** Notes something down on an account; whoever sells may. */
  @Transactional
  public void addNote(AccountId account, String typed, boolean pinned, Actor actor) {
    readable(account, actor);
    Input input = new Input();
    String words = input.longText("words", typed);
    if (words.isEmpty()) {
      input.refuse("words", "Required.");
    }
    input.check();
    store.insertNote(account, actor.id(), clock.instant(), words, pinned);
    log.note(actor.id(), "account", account, pinned ? "pinned note" : "note", null, words);
  }

  /** Pins a note, or takes the pin away: one's own, or on an account that one may change. */
  @Transactional
  public void pin(AccountId account, NoteId note, boolean pinned, Actor actor) {
    readable(account, actor);
    if (!store.isNoteBy(note, actor.id())) {
      editable(account, actor);
    }
    if (store.pin(account, note, pinned) == 0) {
      throw new NotThere("note on this account", note);
    }
    log.note(
        actor.id(),
        "account",
        account,
        "note",
        pinned ? "loose" : "pinned",
        pinned ? "pinned" : "loose");
  }

  /** The accounts of an owner, by name. */
  public List<Account> ownedBy(PersonId owner) {
    return store.ownedBy(owner);
  }

  /** Gives an account to another owner. */
  @Transactional
  public void setOwner(AccountId id, Actor owner, Actor by) {
    Account before = find(id);
    store.setOwner(id, owner.id());
    log.note(by.id(), RECORD, id, "owner", before.ownerName(), owner.name());
  }

  /** A prospect becomes a customer with the first order, by itself. */
  @Transactional
  public void becomeCustomer(AccountId id, Actor by) {
    Account account = find(id);
    if ("prospect".equals(account.status())) {
      store.setStatus(id, "customer");
      log.note(by.id(), RECORD, id, "status", "prospect", "customer");
    }
  }
}
