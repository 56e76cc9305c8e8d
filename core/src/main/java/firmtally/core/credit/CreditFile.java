package firmtally.core.credit;

import firmtally.core.money.Percent;
import firmtally.core.money.SameCurrency;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What is known of an account's credit on a day. All amounts are in {@code currency}; days are
 * whole, 0 to 36500.
 *
 * @param stopped no more credit, whatever the figures say
 * @param limits each from a day of its own
 * @param termsDays days from invoice to due
 * @param lateDays days by which the account usually pays late
 * @param graceDays days past due that do not yet count as overdue
 * @param overdueAllowed what may be overdue without a hold
 * @param watchPercent from 0 to 100 % of the limit: with less headroom than that the account is
 *     watched
 */
public record CreditFile(
    CurrencyUnit currency,
    LocalDate asOf,
    boolean stopped,
    List<Limit> limits,
    List<OpenItem> openItems,
    List<OpenOrder> orders,
    int termsDays,
    int lateDays,
    int graceDays,
    Money overdueAllowed,
    Percent watchPercent,
    Optional<Document> document) {
  private static final int MOST_DAYS = 36500;

  /** A limit of 0 or more that holds from a day until the next one. */
  public record Limit(LocalDate from, Money amount) {
    public Limit {
      SameCurrency.notBelowZero("limit", amount, amount.getCurrencyUnit());
    }
  }

  /** An invoice not yet paid, or a credit note, whose balance is below 0. */
  public record OpenItem(String ref, Money balance, LocalDate due) {}

  /** An order accepted and not yet invoiced, with tax. */
  public record OpenOrder(String ref, Money balance, LocalDate invoiceOn) {
    public OpenOrder {
      SameCurrency.notBelowZero("order balance", balance, balance.getCurrencyUnit());
    }
  }

  /** What is asked for now, with tax; the deposit is paid first and needs no credit. */
  public record Document(Money total, Optional<Money> deposit) {
    public Document {
      SameCurrency.notBelowZero("document.total", total, total.getCurrencyUnit());
      deposit.ifPresent(
          d -> SameCurrency.notBelowZero("document.deposit", d, total.getCurrencyUnit()));
      if (deposit.isPresent() && deposit.get().isGreaterThan(total)) {
        throw new IllegalArgumentException(
            "document.deposit " + deposit.get() + " is above the total " + total);
      }
    }
  }

  public CreditFile {
    limits = List.copyOf(limits);
    openItems = List.copyOf(openItems);
    orders = List.copyOf(orders);
    checkDays("termsDays", termsDays);
    checkDays("lateDays", lateDays);
    checkDays("graceDays", graceDays);
    SameCurrency.notBelowZero("overdueAllowed", overdueAllowed, currency);
    limits.forEach(limit -> SameCurrency.check("limit", limit.amount(), currency));
    openItems.forEach(item -> SameCurrency.check("balance", item.balance(), currency));
    orders.forEach(order -> SameCurrency.check("order balance", order.balance(), currency));
    document.ifPresent(asked -> SameCurrency.check("document.total", asked.total(), currency));
    watchPercent.within("watchPercent", Percent.ZERO, Percent.HUNDRED);
    Set<LocalDate> days = new HashSet<>();
    for (Limit limit : limits) {
      if (!days.add(limit.from())) {
        throw new IllegalArgumentException("two limits hold from " + limit.from());
      }
    }
  }

  /** The same file with another document asked for. */
  public CreditFile asking(Document asked) {
    return new CreditFile(
        currency,
        asOf,
        stopped,
        limits,
        openItems,
        orders,
        termsDays,
        lateDays,
        graceDays,
        overdueAllowed,
        watchPercent,
        Optional.of(asked));
  }

  private static void checkDays(String name, int days) {
    if (days < 0 || days > MOST_DAYS) {
      throw new IllegalArgumentException(name + " " + days + " is outside [0, " + MOST_DAYS + "]");
    }
  }
}
