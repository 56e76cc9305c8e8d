package firmtally.server.sales.payment;

import firmtally.core.money.Texts;
import firmtally.core.receivables.Matching;
import firmtally.formats.bank.BankStatement;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.ids.PaymentId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.sales.ledger.LedgerService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Payments. What a payer named, and what can be only one invoice, is booked by itself; the rest
 * waits for somebody to say whose it is and what it is for.
 */
@Service
public class PaymentService {
  private static final int LONGEST = 400;
  private static final String RECORD = "account";
  private final PaymentStore store;
  private final LedgerService ledger;
  private final AccountService accounts;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  PaymentService(
      PaymentStore store,
      LedgerService ledger,
      AccountService accounts,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.ledger = ledger;
    this.accounts = accounts;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /**
   * A payment in a list.
   *
   * @param how it was matched: {@code reference}, {@code amount}, {@code proposed}, {@code by-hand}
   * @param proposal the refs of invoices that it may be for, while it is open
   * @param applied the refs of what it paid; null for nothing
   */
  public record PaymentRow(
      PaymentId id,
      @MaybeNull AccountId accountId,
      @MaybeNull String account,
      LocalDate on,
      String amount,
      String payer,
      String words,
      String how,
      List<String> proposal,
      String state,
      @MaybeNull String applied,
      String unapplied,
      @MaybeNull String bookedBy,
      String reason,
      long version) {}

  /** A payment that somebody enters by hand. */
  public record PaymentForm(
      AccountId accountId,
      String on,
      String amount,
      @MaybeNull String words,
      @MaybeNull List<OpenItemId> items) {}

  /** Whose an open payment is, and for which invoices in which order; none for the oldest. */
  public record BookForm(AccountId accountId, @MaybeNull List<OpenItemId> items) {}

  /** What became of a statement. */
  public record StatementResult(int taken, int booked, int open, int known) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  List<PaymentRow> page(
      String state, Optional<AccountId> account, long before, int most, Actor actor) {
    if (account.isEmpty()) {
      actor.checkKeepsBooks();
    } else {
      accounts.readable(account.get(), actor);
    }
    return store.page(state, account, before, most, currency());
  }

  /** Enters one by hand; it is booked at once. */
  @Transactional
  public PaymentId enter(PaymentForm typed, Actor actor) {
    actor.checkKeepsBooks();
    accounts.readable(Input.given(typed.accountId(), AccountId::new), actor);
    Input input = new Input();
    LocalDate today = LocalDate.now(clock);
    LocalDate on = input.day("on", typed.on()).orElse(today);
    if (on.isAfter(today)) {
      input.refuse("on", "Enter today or an earlier day.");
    }
    Optional<Money> amount = Amounts.read(input, "amount", currency(), typed.amount());
    amount
        .filter(Money::isZero)
        .ifPresent(zero -> input.refuse("amount", "Enter an amount above 0."));
    String words = input.optionalText("words", typed.words(), LONGEST);
    List<OpenItemId> items = items(input, typed.accountId(), typed.items());
    input.check();
    PaymentId id =
        store.insert(
            new PaymentStore.Taken(
                Optional.of(typed.accountId()),
                on,
                amount.orElseThrow(),
                "",
                words,
                "",
                "by-hand",
                List.of(),
                true),
            actor.id(),
            clock.instant());
    book(id, typed.accountId(), items, amount.orElseThrow() + " of " + on, actor);
    return id;
  }

  private List<OpenItemId> items(
      Input input, AccountId account, @MaybeNull List<OpenItemId> typed) {
    List<OpenItemId> given = Input.given(typed);
    Set<OpenItemId> own = new HashSet<>();
    if (!given.isEmpty()) {
      store.open(Optional.of(account), currency()).forEach(item -> own.add(item.id()));
    }
    for (int i = 0; i < given.size(); i++) {
      if (!own.remove(given.get(i))) {
        input.refuse("items[" + i + "]", "This is not an open invoice of this account.");
      }
    }
    return given;
  }

  private void book(
      PaymentId id, AccountId account, List<OpenItemId> items, String what, Actor actor) {
    store.setFor(id, items);
    ledger.settle(account);
    log.note(actor.id(), RECORD, account, "payment booked", null, what);
  }

  /**
   * Takes a bank's statement: what is known already is left out, what can be matched is booked, the
   * rest waits. All or nothing.
   */
  @Transactional
  public StatementResult take(BankStatement statement, Actor actor) {
    actor.checkKeepsBooks();
    CurrencyUnit currency = currency();
    check(statement, currency);
    Set<String> known =
        new HashSet<>(
            store.known(
                statement.entries().stream()
                    .map(BankStatement.Entry::ref)
                    .filter(ref -> !ref.isEmpty())
                    .toList()));
    int before = 0;
    int booked = 0;
    int open = 0;
    for (BankStatement.Entry entry : statement.entries()) {
      if (!entry.ref().isEmpty() && !known.add(entry.ref())) {
        before++;
      } else if (take(entry, currency, actor)) {
        booked++;
      } else {
        open++;
      }
    }
    return new StatementResult(booked + open, booked, open, before);
  }

  private void check(BankStatement statement, CurrencyUnit currency) {
    LocalDate today = LocalDate.now(clock);
    for (int i = 0; i < statement.entries().size(); i++) {
      BankStatement.Entry entry = statement.entries().get(i);
      String at = "entry " + (i + 1);
      if (!entry.currency().isEmpty() && !entry.currency().equals(currency.getCode())) {
        throw BadInput.at(at, "This is in " + entry.currency() + " and not in " + currency + ".");
      }
      if (entry.amount().stripTrailingZeros().scale() > currency.getDecimalPlaces()) {
        throw BadInput.at(at, "This amount has more decimals than " + currency + ".");
      }
      if (entry.on().isAfter(today)) {
        throw BadInput.at(at, "This is dated after today.");
      }
    }
  }

  /** Whether it could be booked. */
  private boolean take(BankStatement.Entry entry, CurrencyUnit currency, Actor actor) {
    List<PaymentStore.OpenItem> open = store.open(Optional.empty(), currency);
    Money amount = Money.of(currency, entry.amount());
    Matching matching =
        Matching.of(
            new Matching.Incoming(amount, entry.payer(), entry.words()),
            open.stream().map(PaymentStore.OpenItem::invoice).toList());
    boolean isBooked = matching.how() != Matching.How.PROPOSED;
    List<PaymentStore.OpenItem> items = new ArrayList<>();
    for (String ref : matching.invoices()) {
      open.stream()
          .filter(item -> item.invoice().ref().equals(ref))
          .findFirst()
          .ifPresent(items::add);
    }
    Optional<AccountId> account =
        items.stream().map(PaymentStore.OpenItem::account).findFirst().filter(a -> isBooked);
    PaymentId id =
        store.insert(
            new PaymentStore.Taken(
                account,
                entry.on(),
                amount,
                entry.payer(),
                entry.words(),
                entry.ref(),
                Texts.word(matching.how()),
                isBooked ? List.of() : matching.invoices(),
                isBooked),
            actor.id(),
            clock.instant());
    account.ifPresent(
        of ->
            book(
                id,
                of,
                items.stream().map(PaymentStore.OpenItem::id).toList(),
                amount + " of " + entry.on() + ", by " + Texts.word(matching.how()),
                actor));
    return isBooked;
  }

  /** Says whose an open payment is, and what it is for. */
  @Transactional
  public void book(PaymentId id, long version, BookForm typed, Actor actor) {
    actor.checkKeepsBooks();
    PaymentRow payment = get(id);
    AccountId account = Input.given(typed.accountId(), AccountId::new);
    accounts.readable(account, actor);
    Input input = new Input();
    List<OpenItemId> items = items(input, account, typed.items());
    input.check();
    if (!"open".equals(payment.state())) {
      throw new NotPossible("This payment is " + payment.state() + " already.");
    }
    log.expectOne(
        store.book(id, version, account, actor.id(), clock.instant()),
        RECORD,
        account,
        payment.version());
    book(id, account, items, payment.amount() + " of " + payment.on() + ", by hand", actor);
  }

  /** Takes a booking back; the trail stays, and the bank's line may be taken once more. */
  @Transactional
  public void undo(PaymentId id, long version, String typed, Actor actor) {
    actor.checkKeepsBooks();
    PaymentRow payment = get(id);
    Input input = new Input();
    String reason = input.text("reason", typed, LONGEST);
    input.check();
    int updated = store.undo(id, version, reason, actor.id(), clock.instant());
    if (updated == 0 && "undone".equals(payment.state())) {
      throw new NotPossible("This payment was undone already.");
    }
    AccountId account = payment.accountId();
    if (account == null) {
      log.expectOne(updated, RECORD, new AccountId(0), payment.version());
      return;
    }
    log.expectOne(updated, RECORD, account, payment.version());
    store.removeApplied(id);
    ledger.settle(account);
    log.note(
        actor.id(),
        RECORD,
        account,
        "payment undone",
        payment.amount() + " of " + payment.on(),
        reason);
  }

  private PaymentRow get(PaymentId id) {
    return store.find(id, currency()).orElseThrow(() -> new NotThere("payment", id));
  }
}
