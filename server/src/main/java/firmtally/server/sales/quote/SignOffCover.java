package firmtally.server.sales.quote;

import firmtally.core.margin.Approval;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Tally;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.SignOffNeed;
import java.util.Optional;

/**
 * Whether a yes to a worksheet still covers what it has become: the core decides its own reasons. A
 * line with a cost of its own is covered while it is the same item at the same cost, and not for
 * more than was signed off.
 */
final class SignOffCover {
  private SignOffCover() {}

  static boolean holds(ApprovalService.Given yes, Calculation now) {
    Tally then = WorksheetDocument.read(yes.sheet()).worksheet().tally();
    Optional<SignOffPolicy> policy = now.question().policy();
    boolean isCovered =
        policy.map(p -> Approval.of(yes.role(), then, now.check().tally(), p).holds()).orElse(true);
    return isCovered
        && now.signOff().reasons().stream()
            .filter(SignOffNeed.Reason::isOwnCost)
            .allMatch(reason -> isSameCost(reason.line().orElseThrow(), then, now.check().tally()));
  }

  private static boolean isSameCost(String id, Tally then, Tally now) {
    Optional<Line> before = line(id, then);
    return before.isPresent()
        && line(id, now)
            .filter(line -> line.item().code().isEmpty())
            .filter(line -> line.item().unitCost().equals(before.get().item().unitCost()))
            .filter(line -> line.quantity().compareTo(before.get().quantity()) <= 0)
            .isPresent();
  }

  private static Optional<Line> line(String id, Tally tally) {
    return tally.worksheet().lines().stream().filter(line -> line.id().equals(id)).findFirst();
  }
}
