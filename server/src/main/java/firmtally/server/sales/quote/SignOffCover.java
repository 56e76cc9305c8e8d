package firmtally.server.sales.quote;

import firmtally.core.margin.Approval;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.working.Working;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Tally;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.SignOffNeed;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;

/**
 * How a yes to a worksheet stands to what it has become: the core decides its own reasons. A line
 * with a cost of its own is covered while it is the same item at the same cost, and not for more
 * than was signed off.
 *
 * @param role in which the yes was given
 * @param reasons those of now, in their order
 */
public record SignOffCover(String role, List<Reason> reasons) {
  /**
   * A reason, and whether the yes covers it.
   *
   * @param working how the core came to it; empty for a cost of its own
   */
  public record Reason(String words, boolean covered, Optional<Working> working) {}

  /** Whether it covers all of them. */
  public boolean holds() {
    return reasons.stream().allMatch(Reason::covered);
  }

  /** How a yes stands to what its worksheet has become. */
  public static SignOffCover of(ApprovalService.Given yes, Calculation now) {
    Tally then = WorksheetDocument.read(yes.sheet()).worksheet().tally();
    // A role that the policy no longer has covers nothing.
    Optional<Approval> approval =
        now.question()
            .policy()
            .filter(policy -> hasRole(policy, yes.role()))
            .map(policy -> Approval.of(yes.role(), then, now.check().tally(), policy));
    Iterator<Approval.Covered> covered =
        approval.map(a -> a.reasons().iterator()).orElse(List.<Approval.Covered>of().iterator());
    Iterator<Working> workings =
        approval.map(a -> a.workings(yes.role()).iterator()).orElse(List.<Working>of().iterator());
    Iterator<String> words = now.signOffReasons().iterator();
    List<Reason> reasons = new ArrayList<>();
    for (SignOffNeed.Reason reason : now.signOff().reasons()) {
      if (reason.isOwnCost()) {
        boolean isSame = isSameCost(reason.line().orElseThrow(), then, now.check().tally());
        reasons.add(new Reason(words.next(), isSame, Optional.empty()));
      } else {
        boolean isCovered = covered.hasNext() && covered.next().covered();
        Optional<Working> working =
            workings.hasNext() ? Optional.of(workings.next()) : Optional.empty();
        reasons.add(new Reason(words.next(), isCovered, working));
      }
    }
    return new SignOffCover(yes.role(), reasons);
  }

  private static boolean hasRole(SignOffPolicy policy, String role) {
    return policy.levels().stream().anyMatch(level -> level.role().equals(role));
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
