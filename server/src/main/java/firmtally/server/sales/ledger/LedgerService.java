package firmtally.server.sales.ledger;

import firmtally.core.receivables.Settlement;
import firmtally.formats.table.OpenItemsWorkbook;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.ids.PaymentId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.sales.credit.CreditChanged;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The ledger of every account: its items, what of them is paid, and what is promised. */
@Service
public class LedgerService {
  private static final int LONGEST = 200;
  private static final String RECORD = "account";
  private final LedgerStore store;
  private final AccountService accounts;
  private final SettingsService settings;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  LedgerService(
      LedgerStore store,
      AccountService accounts,
      SettingsService settings,
      ChangeLog log,
      ApplicationEventPublisher events,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.settings = settings;
    this.log = log;
    this.events = events;
    this.clock = clock;
  }

  /**
   * An item of an account's ledger.
   *
   * @param kind {@code invoice}, {@code credit-note}, or {@code opening} for what was open before
   * @param daysOverdue how long it is past its due day; 0 where it is not, or is settled
   * @param stage the last reminder, 0 for none
   */
  public record Item(
      OpenItemId id,
      AccountId accountId,
      String account,
      String ref,
      String kind,
      @MaybeNull DocumentId documentId,
      LocalDate on,
      LocalDate due,
      String total,
      String balance,
      @MaybeNull LocalDate settledOn,
      long daysOverdue,
      @MaybeNull LocalDate promisedOn,
      String promise,
      int stage,
      @MaybeNull LocalDate remindedOn,
      long version) {}

  /** What is added to a ledger. */
  public record Entry(
      AccountId account,
      String ref,
      Optional<DocumentId> document,
      Optional<DocumentId> of,
      LocalDate on,
      LocalDate due,
      Money total) {
    /** What was open before it came here. */
    public static Entry opening(AccountId account, String ref, LocalDate due, Money balance) {
      return new Entry(account, ref, Optional.empty(), Optional.empty(), due, due, balance);
    }
  }

  /** What somebody paid of an invoice, and when. */
  public record Paid(PaymentId id, LocalDate on, String amount, String payer) {}

  /** A promise, as typed; a blank day takes it back. */
  public record PromiseForm(@MaybeNull String on, @MaybeNull String words) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  /** Adds an item; the settlement is worked out anew with it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void add(Entry entry) {
    store.insert(entry);
    settle(entry.account());
  }

  /** Takes over one item that was open before it came here. */
  @Transactional(propagation = Propagation.MANDATORY)
  OpenItemId takeOver(Entry entry, Actor by) {
    OpenItemId id = store.insert(entry);
    settle(entry.account());
    log.note(by.id(), RECORD, entry.account(), "open item", null, entry.ref());
    return id;
  }

  /** Takes over what was open before it came here. */
  @Transactional
  public void takeOver(List<Entry> entries) {
    entries.forEach(this::add);
  }

  /** Works out again who has paid what, and keeps it; part of every act that changes either. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void settle(AccountId account) {
    CurrencyUnit currency = currency();
    List<LedgerStore.ItemRow> items = store.items(account);
    List<LedgerStore.PaymentRow> payments = store.payments(account);
    Map<OpenItemId, String> refs = new HashMap<>();
    items.forEach(item -> refs.put(item.id(), item.ref()));
    Settlement settlement =
        Settlement.of(
            currency,
            latest(items, payments),
            items.stream().map(item -> item.ledgerItem(currency, refs)).toList(),
            payments.stream().map(payment -> payment.payment(currency, refs)).toList());
    write(items, payments, settlement);
    events.publishEvent(new CreditChanged(account));
  }

  /** Today, or the day of what is dated later. */
  private LocalDate latest(List<LedgerStore.ItemRow> items, List<LedgerStore.PaymentRow> payments) {
    LocalDate latest = today();
    for (LedgerStore.ItemRow item : items) {
      latest = item.on().isAfter(latest) ? item.on() : latest;
    }
    for (LedgerStore.PaymentRow payment : payments) {
      latest = payment.on().isAfter(latest) ? payment.on() : latest;
    }
    return latest;
  }

  private void write(
      List<LedgerStore.ItemRow> items,
      List<LedgerStore.PaymentRow> payments,
      Settlement settlement) {
    Map<String, OpenItemId> ids = new HashMap<>();
    for (int i = 0; i < items.size(); i++) {
      LedgerStore.ItemRow row = items.get(i);
      ids.put(row.ref(), row.id());
      Settlement.ItemState state = settlement.items().get(i);
      if (row.differs(state)) {
        store.settle(row.id(), state);
      }
    }
    for (int i = 0; i < payments.size(); i++) {
      Settlement.PaymentState state = settlement.payments().get(i);
      if (payments.get(i).differs(state, ids)) {
        store.apply(payments.get(i).id(), state, ids);
      }
    }
  }

  /** An account's items: those with a balance, or all. */
  public List<Item> items(AccountId account, boolean openOnly, Actor actor) {
    accounts.readable(account, actor);
    return store.list(account, openOnly, today(), currency());
  }

  /** Items by age as a workbook that reckons. */
  byte[] book(List<Item> items) {
    CurrencyUnit currency = currency();
    return OpenItemsWorkbook.write(
        items.stream()
            .map(
                item ->
                    new OpenItemsWorkbook.Item(
                        item.account(),
                        item.ref(),
                        item.kind().replace('-', ' '),
                        item.on(),
                        item.due(),
                        new BigDecimal(item.total()),
                        new BigDecimal(item.balance())))
            .toList(),
        today(),
        currency.getCode(),
        currency.getDecimalPlaces());
  }

  /** The item of an invoice or credit note; empty where it came to 0. */
  public Optional<Item> ofDocument(DocumentId document) {
    return store.ofDocument(document, today(), currency());
  }

  /** The open items of everybody, the longest overdue first. */
  public List<Item> open(int most) {
    return store.open(today(), most, currency());
  }

  /** What customers promised to pay up to a day, the first promised first. */
  public List<Item> promised(LocalDate upTo) {
    return store.promised(upTo, today(), currency());
  }

  /** What came in for an item. */
  public List<Paid> paid(OpenItemId item) {
    return store.paid(item, currency());
  }

  /** How an account pays: settled on average so many days late. */
  public Settlement.Habit habit(AccountId account) {
    CurrencyUnit currency = currency();
    List<LedgerStore.ItemRow> items = store.items(account);
    List<LedgerStore.PaymentRow> payments = store.payments(account);
    Map<OpenItemId, String> refs = new HashMap<>();
    items.forEach(item -> refs.put(item.id(), item.ref()));
    return Settlement.of(
            currency,
            latest(items, payments),
            items.stream().map(item -> item.ledgerItem(currency, refs)).toList(),
            payments.stream().map(payment -> payment.payment(currency, refs)).toList())
        .habit();
  }

  /** Notes by when a customer promised to pay, and what was said. */
  @Transactional
  public void promise(OpenItemId id, long version, PromiseForm typed, Actor actor) {
    Item item = store.find(id, today(), currency()).orElseThrow(() -> new NotThere("item", id));
    Account account = accounts.readable(item.accountId(), actor);
    if (!actor.roles().keepsBooks() && !actor.mayChange(account.owner())) {
      throw new NotPossible(
          "Promises are noted by the account's owner and whoever keeps the books.");
    }
    Input input = new Input();
    boolean isBack = typed.on() == null || typed.on().isBlank();
    Optional<LocalDate> on = isBack ? Optional.empty() : input.day("on", typed.on());
    if (on.filter(day -> day.isBefore(today())).isPresent()) {
      input.refuse("on", "Enter today or a later day.");
    }
    String words = input.optionalText("words", typed.words(), LONGEST);
    input.check();
    log.expectOne(store.promise(id, version, on, words), RECORD, item.accountId(), version);
    log.note(
        actor.id(),
        RECORD,
        item.accountId(),
        "promise for " + item.ref(),
        item.promisedOn() == null ? null : item.promisedOn().toString(),
        on.map(LocalDate::toString).orElse("taken back") + (words.isEmpty() ? "" : ": " + words));
  }

  /** These were reminded of today. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void reminded(List<OpenItemId> ids, int stage, LocalDate on) {
    ids.forEach(id -> store.reminded(id, stage, on));
  }
}
