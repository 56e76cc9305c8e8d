package firmtally.formats.reckon;

import firmtally.core.margin.Approval;
import firmtally.core.money.Texts;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.core.worksheet.Tally;
import firmtally.formats.json.Fields;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;

/** {@code firm-tally/approval/1}: the question read, the answer rendered. */
final class ApprovalDocument {
  /** One of the two worksheets as far as it could be read. */
  private record Draft(
      Fields fields,
      Optional<CurrencyUnit> currency,
      Optional<WorksheetQuestion> worksheet,
      Optional<Set<String>> roles) {}

  private final Question question;

  ApprovalDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    Fields fields = question.fields().require("by", "approved", "now");
    Optional<String> by = fields.text("by");
    Optional<Draft> approved = fields.object("approved", this::worksheet);
    Optional<Draft> now = fields.object("now", this::worksheet);
    fields.done();
    checkCurrencies(approved, now);
    now.flatMap(Draft::roles)
        .filter(roles -> by.filter(role -> !roles.contains(role)).isPresent())
        .ifPresent(roles -> fields.refuse("by", "by " + by.get() + " is no role of now's levels"));
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    Optional<Tally> then = tally("approved", approved.orElseThrow());
    Optional<Tally> today = tally("now", now.orElseThrow());
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    Approval approval =
        Approval.of(
            by.orElseThrow(),
            then.orElseThrow(),
            today.orElseThrow(),
            now.get().worksheet().orElseThrow().policy().orElseThrow());
    return Optional.of(new Reply(answer(approval), () -> approval.workings(by.get())));
  }

  private Optional<Draft> worksheet(Fields fields) {
    Question part = Question.part(fields, question.problems());
    fields.require("policy");
    WorksheetReader reader = WorksheetReader.withoutTarget(part);
    Optional<WorksheetQuestion> read = reader.read();
    return Optional.of(new Draft(fields, part.knownCurrency(), read, reader.roles()));
  }

  private static void checkCurrencies(Optional<Draft> approved, Optional<Draft> now) {
    Optional<CurrencyUnit> then = approved.flatMap(Draft::currency);
    Optional<CurrencyUnit> today = now.flatMap(Draft::currency);
    if (then.isPresent() && today.isPresent() && !then.equals(today)) {
      now.get()
          .fields()
          .refuse("currency", "currency " + today.get() + " is not the approved " + then.get());
    }
  }

  private Optional<Tally> tally(String at, Draft draft) {
    try {
      return Optional.of(draft.worksheet().orElseThrow().worksheet().tally());
    } catch (DiscountTooLargeException e) {
      question.problems().add(at + ".documentDiscount.amount", e.getMessage());
      return Optional.empty();
    }
  }

  private static Map<String, Object> answer(Approval approval) {
    return Values.map(
        "holds", approval.holds(),
        "reasons", approval.reasons().stream().map(ApprovalDocument::reason).toList());
  }

  private static Map<String, Object> reason(Approval.Covered covered) {
    Map<String, Object> map = Values.map("rule", Texts.word(covered.reason().rule()));
    covered.reason().line().ifPresent(line -> map.put("line", line));
    map.put("role", covered.reason().role());
    map.put("covered", covered.covered());
    return map;
  }
}
