package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.receivables.LedgerItem;
import firmtally.core.receivables.Payment;
import firmtally.core.receivables.Settlement;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;

/** {@code firm-tally/settlement/1}: the question read, the answer rendered. */
final class SettlementDocument {
  private record ItemDraft(
      Fields fields,
      Optional<String> ref,
      Optional<LocalDate> on,
      Optional<LocalDate> due,
      Optional<Money> total,
      Optional<String> of) {
    /** Only to be called when there is no problem. */
    LedgerItem item() {
      return new LedgerItem(
          ref.orElseThrow(), on.orElseThrow(), due.orElseThrow(), total.orElseThrow(), of);
    }
  }

  private record PaymentDraft(
      Fields fields,
      Optional<String> ref,
      Optional<LocalDate> on,
      Optional<Money> amount,
      List<Optional<String>> invoices) {
    /** Only to be called when there is no problem. */
    Payment payment() {
      return new Payment(
          ref.orElseThrow(),
          on.orElseThrow(),
          amount.orElseThrow(),
          invoices.stream().map(Optional::orElseThrow).toList());
    }
  }

  private final Question question;

  SettlementDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    Fields fields = question.fields().require("asOf", "items", "payments");
    Optional<LocalDate> asOf = fields.date("asOf");
    Optional<List<Optional<ItemDraft>>> items = fields.list("items", this::item);
    List<Optional<PaymentDraft>> payments =
        fields.list("payments", this::payment).orElse(List.of());
    fields.done();
    List<Optional<ItemDraft>> known = items.orElse(List.of());
    Question.unique(known, "ref", ItemDraft::ref, ItemDraft::fields);
    Question.unique(payments, "ref", PaymentDraft::ref, PaymentDraft::fields);
    asOf.ifPresent(
        day -> {
          known.stream().flatMap(Optional::stream).forEach(i -> checkDay(i.fields(), i.on(), day));
          payments.stream()
              .flatMap(Optional::stream)
              .forEach(p -> checkDay(p.fields(), p.on(), day));
        });
    checkReferences(known, payments, items.isPresent());
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    Settlement settlement =
        Settlement.of(
            question.currency(),
            asOf.orElseThrow(),
            known.stream().map(draft -> draft.orElseThrow().item()).toList(),
            payments.stream().map(draft -> draft.orElseThrow().payment()).toList());
    return Optional.of(
        new Reply(answer(settlement), () -> settlement.workings(asOf.orElseThrow())));
  }

  private Optional<ItemDraft> item(Fields item) {
    item.require("ref", "on", "due", "total");
    Optional<LocalDate> on = item.date("on");
    Optional<LocalDate> due = item.date("due");
    item.checkOrder("on", on, "due", due);
    Optional<Money> total = question.balance(item, "total");
    if (total.filter(Money::isZero).isPresent()) {
      item.refuse("total", "total is 0");
    }
    Optional<String> of = item.text("of");
    if (of.isPresent() && total.filter(Money::isPositive).isPresent()) {
      item.refuse("of", "only a credit note is for an invoice");
    }
    return Optional.of(new ItemDraft(item, item.text("ref"), on, due, total, of));
  }

  private Optional<PaymentDraft> payment(Fields payment) {
    payment.require("ref", "on", "amount");
    List<Optional<String>> invoices = payment.texts("for").orElse(List.of());
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < invoices.size(); i++) {
      String at = "for[" + i + "]";
      invoices
          .get(i)
          .filter(ref -> !seen.add(ref))
          .ifPresent(ref -> payment.refuse(at, ref + " stands twice"));
    }
    return Optional.of(
        new PaymentDraft(
            payment,
            payment.text("ref"),
            payment.date("on"),
            question.amountAboveZero(payment, "amount"),
            invoices));
  }

  private static void checkDay(Fields at, Optional<LocalDate> on, LocalDate asOf) {
    on.filter(asOf::isBefore)
        .ifPresent(day -> at.refuse("on", "on " + day + " is after asOf " + asOf));
  }

  private static void checkReferences(
      List<Optional<ItemDraft>> items, List<Optional<PaymentDraft>> payments, boolean areItems) {
    Map<String, ItemDraft> byRef = new HashMap<>();
    items.stream()
        .flatMap(Optional::stream)
        .forEach(item -> item.ref().ifPresent(ref -> byRef.putIfAbsent(ref, item)));
    boolean allNamed = areItems && Question.allNamed(items, ItemDraft::ref);
    for (Optional<ItemDraft> item : items) {
      boolean isNote = item.flatMap(ItemDraft::total).filter(Money::isPositive).isEmpty();
      item.filter(i -> isNote)
          .flatMap(ItemDraft::of)
          .filter(ref -> isNoInvoice(byRef, ref, allNamed))
          .ifPresent(ref -> item.get().fields().refuse("of", "there is no invoice " + ref));
    }
    for (Optional<PaymentDraft> payment : payments) {
      List<Optional<String>> refs = payment.map(PaymentDraft::invoices).orElse(List.of());
      for (int i = 0; i < refs.size(); i++) {
        String at = "for[" + i + "]";
        refs.get(i)
            .filter(ref -> isNoInvoice(byRef, ref, allNamed))
            .ifPresent(ref -> payment.get().fields().refuse(at, "there is no invoice " + ref));
      }
    }
  }

  /** Not said of what could not be read. */
  private static boolean isNoInvoice(Map<String, ItemDraft> byRef, String ref, boolean allNamed) {
    ItemDraft item = byRef.get(ref);
    return item == null ? allNamed : item.total().filter(Money::isNegative).isPresent();
  }

  private static Map<String, Object> answer(Settlement settlement) {
    Settlement.Totals totals = settlement.totals();
    return Values.map(
        "items", settlement.items().stream().map(SettlementDocument::item).toList(),
        "payments", settlement.payments().stream().map(SettlementDocument::payment).toList(),
        "totals",
            Values.map(
                "balance", text(totals.balance()),
                "overdue", text(totals.overdue()),
                "unapplied", text(totals.unapplied()),
                "owed", text(totals.owed())),
        "habit",
            Values.map(
                "settled", settlement.habit().settled(),
                "daysLate", settlement.habit().daysLate().map(Values::text).orElse(null)));
  }

  private static Map<String, Object> item(Settlement.ItemState state) {
    return Values.map(
        "ref", state.item().ref(),
        "balance", text(state.balance()),
        "settledOn", state.settledOn().orElse(null),
        "daysLate", state.daysLate().orElse(null));
  }

  private static Map<String, Object> payment(Settlement.PaymentState state) {
    return Values.map(
        "ref", state.payment().ref(),
        "applied",
            state.applied().stream()
                .map(
                    applied ->
                        Values.map("item", applied.invoice(), "amount", text(applied.amount())))
                .toList(),
        "unapplied", text(state.unapplied()));
  }
}
