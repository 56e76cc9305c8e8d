package firmtally.core.margin;

import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.util.ArrayList;
import java.util.List;

/** The workings of an approval: which figure of what was approved covers a reason. */
final class ApprovalWorkings {
  private ApprovalWorkings() {}

  static List<Working> of(Approval approval, String by) {
    List<Working> workings = new ArrayList<>();
    Working.Draft holds = Working.of("holds", "all reasons are covered", Input.of("by", by));
    boolean all = true;
    for (int i = 0; i < approval.reasons().size(); i++) {
      Approval.Covered reason = approval.reasons().get(i);
      Working working = reason("reasons[" + i + "].covered", reason, by);
      boolean isCovered = working.result().filter("true"::equals).isPresent();
      all &= isCovered;
      workings.add(working);
      holds.step(Step.of("reason " + (i + 1), isCovered ? "covered" : "not-covered"));
    }
    workings.add(holds.exactly(String.valueOf(all)));
    return List.copyOf(workings);
  }

  private static Working reason(String of, Approval.Covered reason, String by) {
    boolean isFar = reason.approved().filter(a -> a.isAtLeastAsFarAs(reason.now())).isPresent();
    Working.Draft draft = Working.of(of, formula(reason.reason().rule()));
    draft.step(
        Step.of(
            "role",
            reason.isByRole() ? "may" : "may-not",
            Input.of("by", by),
            Input.of("needed", reason.reason().role())));
    reason
        .approved()
        .ifPresentOrElse(
            then -> draft.step(step("approved", isFar ? "covers" : "does-not-cover", reason, then)),
            () -> draft.step(Step.of("approved", "no-such-line")));
    draft.step(step("now", "asks", reason, reason.now()));
    return draft.exactly(String.valueOf(reason.isByRole() && isFar));
  }

  private static Step step(
      String subject, String outcome, Approval.Covered reason, Approval.Distance distance) {
    List<String> names = names(reason.reason().rule());
    List<Input> inputs = new ArrayList<>();
    inputs.add(Input.number(names.get(0), distance.part()));
    if (names.size() > 1) {
      inputs.add(Input.number(names.get(1), distance.whole()));
    }
    return new Step(subject, outcome, inputs);
  }

  private static String formula(SignOff.Rule rule) {
    return switch (rule) {
      case DISCOUNT -> "by is not below the role, and (gross − final)/gross approved ≥ now";
      case FAMILY_FLOOR -> "by is not below the role, and margin/final approved ≤ now";
      case DOCUMENT_FLOOR -> "by is not below the role, and margin/contract approved ≤ now";
      case GIFT_COST -> "by is not below the role, and Σ cost of gifts approved ≥ now";
      case VALUE_OVER -> "by is not below the role, and contract approved ≥ now";
    };
  }

  private static List<String> names(SignOff.Rule rule) {
    return switch (rule) {
      case DISCOUNT -> List.of("given", "gross");
      case FAMILY_FLOOR -> List.of("margin", "final");
      case DOCUMENT_FLOOR -> List.of("margin", "contract");
      case GIFT_COST -> List.of("giftCost");
      case VALUE_OVER -> List.of("contract");
    };
  }
}
