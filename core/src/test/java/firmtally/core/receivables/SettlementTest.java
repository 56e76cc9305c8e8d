package firmtally.core.receivables;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Currencies;
import firmtally.core.money.Texts;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SettlementTest {
  private static final LocalDate DAY = LocalDate.of(2027, 6, 30);

  private static LedgerItem item(String ref, String on, String due, String total) {
    return new LedgerItem(
        ref, LocalDate.parse(on), LocalDate.parse(due), eur(total), Optional.empty());
  }

  private static LedgerItem note(String ref, String on, String total, String of) {
    return new LedgerItem(
        ref, LocalDate.parse(on), LocalDate.parse(on), eur(total), Optional.of(of));
  }

  private static Payment payment(String ref, String on, String amount, String... invoices) {
    return new Payment(ref, LocalDate.parse(on), eur(amount), List.of(invoices));
  }

  private static List<String> balances(Settlement settlement) {
    return settlement.items().stream()
        .map(
            i ->
                i.item().ref()
                    + " "
                    + i.balance().getAmount()
                    + i.settledOn().map(d -> " " + d).orElse(""))
        .toList();
  }

  private static final LedgerItem FIRST = item("I-1", "2027-01-10", "2027-02-09", "100.00");
  private static final LedgerItem SECOND = item("I-2", "2027-01-05", "2027-02-20", "50.00");

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Settlement settlement =
        Settlement.of(
            EUR,
            DAY,
            List.of(FIRST, SECOND),
            List.of(payment("P-1", "2027-03-01", "120.00", "I-2")));
    assertThat(balances(settlement)).containsExactly("I-1 30.00", "I-2 0.00 2027-03-01");
    assertThat(settlement.payments().get(0).applied())
        .containsExactly(
            new Settlement.Applied(Settlement.By.NAMED, "P-1", "I-2", eur("50.00")),
            new Settlement.Applied(Settlement.By.OLDEST, "P-1", "I-1", eur("70.00")));
    assertThat(settlement.habit())
        .isEqualTo(new Settlement.Habit(1, Optional.of(new BigDecimal("9.0"))));
  }

  @Test
  void aCreditNoteComesBeforeAnyPaymentWhateverItsDay() {
    Settlement settlement =
        Settlement.of(
            EUR,
            DAY,
            List.of(FIRST, note("C-1", "2027-06-01", "-40.00", "I-1")),
            List.of(payment("P-1", "2027-03-01", "60.00")));
    assertThat(balances(settlement)).containsExactly("I-1 0.00 2027-03-01", "C-1 0.00");
  }

  @Test
  void whatIsLeftOfACreditNoteStaysAsABalanceBelowZero() {
    Settlement settlement =
        Settlement.of(
            EUR, DAY, List.of(SECOND, note("C-1", "2027-06-01", "-60.00", "I-2")), List.of());
    assertThat(balances(settlement)).containsExactly("I-2 0.00 2027-06-01", "C-1 -10.00");
    assertThat(settlement.totals())
        .isEqualTo(new Settlement.Totals(eur("-10.00"), eur("0"), eur("0"), eur("-10.00")));
    assertThat(settlement.habit().daysLate()).contains(new BigDecimal("101.0"));
  }

  @Test
  void overdueIsWhatWasDueBeforeTheDay() {
    LedgerItem today = item("T", "2027-06-01", "2027-06-30", "7.00");
    LedgerItem yesterday = item("Y", "2027-06-01", "2027-06-29", "5.00");
    assertThat(Settlement.of(EUR, DAY, List.of(today, yesterday), List.of()).totals().overdue())
        .isEqualTo(eur("5.00"));
  }

  @Test
  void whatNobodyOwesIsUnapplied() {
    Settlement settlement =
        Settlement.of(
            EUR,
            DAY,
            List.of(SECOND),
            List.of(payment("P-1", "2027-01-01", "60.00"), payment("P-2", "2027-01-02", "1.00")));
    assertThat(settlement.totals())
        .isEqualTo(new Settlement.Totals(eur("0"), eur("0"), eur("11.00"), eur("-11.00")));
    assertThat(balances(settlement)).containsExactly("I-2 0.00 2027-01-05");
  }

  @Test
  void refsOfOneDayGoByCodePoints() {
    LedgerItem ten = item("R10", "2027-01-05", "2027-02-20", "10.00");
    LedgerItem nine = item("R9", "2027-01-05", "2027-02-20", "10.00");
    Settlement settlement =
        Settlement.of(EUR, DAY, List.of(nine, ten), List.of(payment("P", "2027-03-01", "10.00")));
    assertThat(balances(settlement)).containsExactly("R9 10.00", "R10 0.00 2027-03-01");
  }

  @Test
  void refusesWhatDoesNotFit() {
    assertThatThrownBy(() -> item("I", "2027-01-02", "2027-01-01", "1"))
        .hasMessage("due 2027-01-01 of I is before 2027-01-02");
    assertThatThrownBy(() -> item("I", "2027-01-02", "2027-01-02", "0"))
        .hasMessage("total of I is 0");
    assertThatThrownBy(() -> note("I", "2027-01-02", "1", "J"))
        .hasMessage("I is an invoice and cannot be for J");
    assertThatThrownBy(() -> payment("P", "2027-01-01", "0"))
        .hasMessage("amount EUR 0.00 of P is not above 0");
    assertThatThrownBy(() -> payment("P", "2027-01-01", "1", "a", "a"))
        .hasMessage("P is for a twice");
    LedgerItem tomorrow = item("I", "2027-07-01", "2027-07-01", "1");
    assertThatThrownBy(() -> Settlement.of(EUR, DAY, List.of(tomorrow), List.of()))
        .hasMessage("I is dated 2027-07-01, after 2027-06-30");
    assertThatThrownBy(() -> Settlement.of(EUR, DAY, List.of(FIRST, FIRST), List.of()))
        .hasMessage("ref I-1 stands twice");
    Payment one = payment("P", "2027-01-01", "1");
    assertThatThrownBy(() -> Settlement.of(EUR, DAY, List.of(), List.of(one, one)))
        .hasMessage("ref P stands twice");
    assertThatThrownBy(
            () -> Settlement.of(EUR, DAY, List.of(), List.of(payment("P", "2027-07-01", "1"))))
        .hasMessage("P is dated 2027-07-01, after 2027-06-30");
    assertThatThrownBy(
            () ->
                Settlement.of(
                    EUR, DAY, List.of(), List.of(payment("P", "2027-06-30", "1", "ghost"))))
        .hasMessage("P is for ghost, which is no invoice");
    assertThatThrownBy(
            () -> Settlement.of(EUR, DAY, List.of(note("C", "2027-06-30", "-1", "C")), List.of()))
        .hasMessage("C is for C, which is no invoice");
    assertThatThrownBy(() -> Settlement.of(Currencies.get("USD"), DAY, List.of(FIRST), List.of()))
        .hasMessage("total EUR 100.00 is not in USD");
  }

  // Laws over seeded accounts

  static IntStream seeds() {
    return IntStream.range(0, 150);
  }

  private record Account(List<LedgerItem> items, List<Payment> payments) {
    static Account of(int seed) {
      Random random = new Random(seed);
      List<LedgerItem> items = new ArrayList<>();
      for (int i = 0; i < 1 + random.nextInt(9); i++) {
        LocalDate on = LocalDate.of(2027, 1, 1).plusDays(random.nextInt(60));
        items.add(
            new LedgerItem(
                "I" + i,
                on,
                on.plusDays(random.nextInt(3) * 15L),
                Money.ofMinor(EUR, 1 + random.nextInt(5_000)),
                Optional.empty()));
      }
      int invoices = items.size();
      for (int i = 0; i < random.nextInt(4); i++) {
        LocalDate on = LocalDate.of(2027, 1, 1).plusDays(random.nextInt(90));
        items.add(
            new LedgerItem(
                "C" + i,
                on,
                on,
                Money.ofMinor(EUR, -1 - random.nextInt(3_000)),
                random.nextInt(4) == 0
                    ? Optional.empty()
                    : Optional.of("I" + random.nextInt(invoices))));
      }
      Collections.shuffle(items, random);
      List<Payment> payments = new ArrayList<>();
      for (int i = 0; i < random.nextInt(8); i++) {
        List<String> named =
            new ArrayList<>(IntStream.range(0, invoices).mapToObj(n -> "I" + n).toList());
        Collections.shuffle(named, random);
        payments.add(
            new Payment(
                "P" + i,
                LocalDate.of(2027, 1, 1).plusDays(random.nextInt(5) * 20L),
                Money.ofMinor(EUR, 1 + random.nextInt(6_000)),
                named.subList(0, random.nextInt(Math.min(3, invoices) + 1))));
      }
      return new Account(items, payments);
    }

    Settlement settlement() {
      return Settlement.of(EUR, DAY, items, payments);
    }
  }

  /** Cent by cent: each goes where the rules send it. */
  private static Map<String, Long> slowly(Account account) {
    Map<String, Long> balance = new LinkedHashMap<>();
    account.items().forEach(i -> balance.put(i.ref(), i.total().getAmountMinorLong()));
    account.items().stream()
        .filter(i -> !i.isInvoice() && i.of().isPresent())
        .sorted(
            Comparator.comparing(LedgerItem::on)
                .thenComparing(LedgerItem::ref, Texts.BY_CODE_POINT))
        .forEach(
            note -> {
              while (balance.get(note.ref()) < 0 && balance.get(note.of().get()) > 0) {
                balance.merge(note.ref(), 1L, Long::sum);
                balance.merge(note.of().get(), -1L, Long::sum);
              }
            });
    List<String> oldest =
        account.items().stream()
            .filter(LedgerItem::isInvoice)
            .sorted(
                Comparator.comparing(LedgerItem::due)
                    .thenComparing(LedgerItem::ref, Texts.BY_CODE_POINT))
            .map(LedgerItem::ref)
            .toList();
    account.payments().stream()
        .sorted(Comparator.comparing(Payment::on).thenComparing(Payment::ref, Texts.BY_CODE_POINT))
        .forEach(
            payment -> {
              List<String> order = new ArrayList<>(payment.invoices());
              order.addAll(oldest);
              long left = payment.amount().getAmountMinorLong();
              for (String ref : order) {
                while (left > 0 && balance.get(ref) > 0) {
                  balance.merge(ref, -1L, Long::sum);
                  left--;
                }
              }
              balance.put(payment.ref(), left);
            });
    return balance;
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void agreesWithCentByCent(int seed) {
    Account account = Account.of(seed);
    Settlement settlement = account.settlement();
    Map<String, Long> expected = slowly(account);
    settlement
        .items()
        .forEach(
            item ->
                assertThat(item.balance().getAmountMinorLong())
                    .isEqualTo(expected.get(item.item().ref())));
    settlement
        .payments()
        .forEach(
            payment ->
                assertThat(payment.unapplied().getAmountMinorLong())
                    .isEqualTo(expected.get(payment.payment().ref())));
  }

  /** Law: no cent is lost, and what was applied stands on both sides. */
  @ParameterizedTest
  @MethodSource("seeds")
  void noCentIsLost(int seed) {
    Account account = Account.of(seed);
    Settlement settlement = account.settlement();
    Money billed =
        account.items().stream().map(LedgerItem::total).reduce(Money.zero(EUR), Money::plus);
    Money paid =
        account.payments().stream().map(Payment::amount).reduce(Money.zero(EUR), Money::plus);
    assertThat(settlement.totals().owed()).isEqualTo(billed.minus(paid));
    for (Settlement.ItemState item : settlement.items()) {
      assertThat(item.settledOn().isPresent())
          .isEqualTo(item.item().isInvoice() && item.balance().isZero());
      item.settledOn().ifPresent(day -> assertThat(day).isAfterOrEqualTo(item.item().on()));
    }
  }

  /** Law: the order in which the question names things does not matter. */
  @ParameterizedTest
  @MethodSource("seeds")
  void theOrderOfTheQuestionDoesNotMatter(int seed) {
    Account account = Account.of(seed);
    List<LedgerItem> items = new ArrayList<>(account.items());
    List<Payment> payments = new ArrayList<>(account.payments());
    Collections.reverse(items);
    Collections.reverse(payments);
    Settlement turned = Settlement.of(EUR, DAY, items, payments);
    assertThat(turned.items()).containsExactlyInAnyOrderElementsOf(account.settlement().items());
    assertThat(turned.totals()).isEqualTo(account.settlement().totals());
    assertThat(turned.habit()).isEqualTo(account.settlement().habit());
  }
}
