package firmtally.core.receivables;

import firmtally.core.money.SameCurrency;
import firmtally.core.money.Texts;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** A customer's account while credit notes and payments are set against its invoices. */
final class SettlementRun {
  private static final Comparator<Open> BY_DAY =
      Comparator.<Open, LocalDate>comparing(open -> open.item.on())
          .thenComparing(open -> open.item.ref(), Texts.BY_CODE_POINT);
  private static final Comparator<Open> BY_DUE =
      Comparator.<Open, LocalDate>comparing(open -> open.item.due())
          .thenComparing(open -> open.item.ref(), Texts.BY_CODE_POINT);
  private static final Comparator<Payment> PAYMENTS_BY_DAY =
      Comparator.comparing(Payment::on).thenComparing(Payment::ref, Texts.BY_CODE_POINT);

  private final CurrencyUnit currency;
  private final LocalDate asOf;
  private final List<Open> open = new ArrayList<>();
  private final Map<String, Open> byRef = new HashMap<>();

  /** An item while its balance changes. */
  private static final class Open {
    final LedgerItem item;
    final List<Settlement.Applied> applied = new ArrayList<>(1);
    BigDecimal balance;
    LocalDate settledOn;

    Open(LedgerItem item) {
      this.item = item;
      this.balance = item.total().getAmount();
    }
  }

  SettlementRun(CurrencyUnit currency, LocalDate asOf, List<LedgerItem> items) {
    this.currency = currency;
    this.asOf = asOf;
    for (LedgerItem item : items) {
      SameCurrency.check("total", item.total(), currency);
      notAfter(item.ref(), item.on());
      Open state = new Open(item);
      open.add(state);
      if (byRef.put(item.ref(), state) != null) {
        throw new IllegalArgumentException("ref " + item.ref() + " stands twice");
      }
    }
  }

  Settlement run(List<Payment> payments) {
    open.stream().filter(o -> !o.item.isInvoice()).sorted(BY_DAY).forEach(this::setOff);
    List<Settlement.PaymentState> states = pay(payments);
    List<Settlement.ItemState> items = new ArrayList<>(open.size());
    for (Open state : open) {
      items.add(
          new Settlement.ItemState(
              state.item,
              money(state.balance),
              Optional.ofNullable(state.settledOn),
              List.copyOf(state.applied)));
    }
    return new Settlement(List.copyOf(items), states, totals(states), habit());
  }

  /** A credit note against the invoice that it is for, as far as that has a balance. */
  private void setOff(Open note) {
    if (note.item.of().isPresent()) {
      BigDecimal taken =
          apply(
              Settlement.By.CREDIT,
              note.item.ref(),
              note.item.on(),
              note.balance.negate(),
              invoice(note.item.ref(), note.item.of().get()),
              note.applied);
      note.balance = note.balance.add(taken);
    }
  }

  private List<Settlement.PaymentState> pay(List<Payment> payments) {
    Open[] oldest = open.stream().filter(o -> o.item.isInvoice()).toArray(Open[]::new);
    Arrays.sort(oldest, BY_DUE);
    Map<String, Settlement.PaymentState> byPayment = new HashMap<>();
    int first = 0;
    for (Payment payment : payments.stream().sorted(PAYMENTS_BY_DAY).toList()) {
      SameCurrency.check("amount", payment.amount(), currency);
      notAfter(payment.ref(), payment.on());
      List<Settlement.Applied> applied = new ArrayList<>();
      BigDecimal left = payment.amount().getAmount();
      for (String ref : payment.invoices()) {
        Open invoice = invoice(payment.ref(), ref);
        left = left.subtract(apply(Settlement.By.NAMED, payment, left, invoice, applied));
      }
      // Balances only fall: what is settled is never looked at again.
      while (left.signum() > 0 && first < oldest.length) {
        left = left.subtract(apply(Settlement.By.OLDEST, payment, left, oldest[first], applied));
        if (oldest[first].balance.signum() == 0) {
          first++;
        }
      }
      Settlement.PaymentState state =
          new Settlement.PaymentState(payment, List.copyOf(applied), money(left));
      if (byPayment.put(payment.ref(), state) != null) {
        throw new IllegalArgumentException("ref " + payment.ref() + " stands twice");
      }
    }
    return payments.stream().map(payment -> byPayment.get(payment.ref())).toList();
  }

  private BigDecimal apply(
      Settlement.By kind,
      Payment payment,
      BigDecimal left,
      Open invoice,
      List<Settlement.Applied> applied) {
    return apply(kind, payment.ref(), payment.on(), left, invoice, applied);
  }

  /** As much of an amount as the invoice has a balance; notes on both sides what it was. */
  private BigDecimal apply(
      Settlement.By kind,
      String by,
      LocalDate on,
      BigDecimal amount,
      Open invoice,
      List<Settlement.Applied> applied) {
    BigDecimal taken = amount.min(invoice.balance);
    if (taken.signum() <= 0) {
      return BigDecimal.ZERO;
    }
    invoice.balance = invoice.balance.subtract(taken);
    if (invoice.balance.signum() == 0) {
      invoice.settledOn = on.isAfter(invoice.item.on()) ? on : invoice.item.on();
    }
    Settlement.Applied entry = new Settlement.Applied(kind, by, invoice.item.ref(), money(taken));
    invoice.applied.add(entry);
    applied.add(entry);
    return taken;
  }

  private Settlement.Totals totals(List<Settlement.PaymentState> payments) {
    BigDecimal balance = BigDecimal.ZERO;
    BigDecimal overdue = BigDecimal.ZERO;
    for (Open state : open) {
      balance = balance.add(state.balance);
      if (state.item.isInvoice() && state.item.due().isBefore(asOf)) {
        overdue = overdue.add(state.balance);
      }
    }
    BigDecimal unapplied = BigDecimal.ZERO;
    for (Settlement.PaymentState payment : payments) {
      unapplied = unapplied.add(payment.unapplied().getAmount());
    }
    return new Settlement.Totals(
        money(balance), money(overdue), money(unapplied), money(balance.subtract(unapplied)));
  }

  private Settlement.Habit habit() {
    long late = 0;
    int settled = 0;
    for (Open state : open) {
      if (state.settledOn != null) {
        settled++;
        late += state.settledOn.toEpochDay() - state.item.due().toEpochDay();
      }
    }
    return new Settlement.Habit(
        settled,
        settled == 0
            ? Optional.empty()
            : Optional.of(
                BigDecimal.valueOf(late)
                    .divide(BigDecimal.valueOf(settled), 1, RoundingMode.HALF_UP)));
  }

  private Open invoice(String from, String ref) {
    Open invoice = byRef.get(ref);
    if (invoice == null || !invoice.item.isInvoice()) {
      throw new IllegalArgumentException(from + " is for " + ref + ", which is no invoice");
    }
    return invoice;
  }

  private void notAfter(String ref, LocalDate on) {
    if (on.isAfter(asOf)) {
      throw new IllegalArgumentException(ref + " is dated " + on + ", after " + asOf);
    }
  }

  private Money money(BigDecimal amount) {
    return Money.of(currency, amount);
  }
}
