package firmtally.core.margin;

import firmtally.core.working.Working;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Worksheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A worksheet worked out and judged: what a screen or a caller of the reckoning gets.
 *
 * <p>Example: {@code MarginCheck.of(sheet, Optional.empty(), Optional.empty())} has the tally and
 * nothing else.
 *
 * @param signOff empty without a policy
 * @param room empty without a policy
 * @param landing empty without a target
 */
public record MarginCheck(
    Tally tally, Optional<SignOff> signOff, Optional<Room> room, Optional<Landing> landing) {
  /**
   * Works a worksheet out and judges it.
   *
   * @throws firmtally.core.worksheet.DiscountTooLargeException if the document discount is above
   *     what it can be taken off
   * @throws IllegalArgumentException if there is a target beside a document discount in percent
   */
  public static MarginCheck of(
      Worksheet worksheet, Optional<SignOffPolicy> policy, Optional<Target> target) {
    Tally tally = worksheet.tally();
    return new MarginCheck(
        tally,
        policy.map(p -> SignOff.of(tally, p)),
        policy.map(p -> Room.of(tally, p)),
        target.map(t -> Landing.of(tally, t)));
  }

  /**
   * How each figure came about, the tally's first.
   *
   * @param policy the one that was judged by
   * @param target the one that was aimed at
   */
  public List<Working> workings(Optional<SignOffPolicy> policy, Optional<Target> target) {
    List<Working> all = new ArrayList<>(tally.workings());
    all.addAll(MarginWorkings.of(this, policy, target));
    return List.copyOf(all);
  }
}
