package firmtally.server.worksheet.calculation;

import firmtally.core.margin.SignOff;
import firmtally.core.money.Texts;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.company.policy.SellingPolicy;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.joda.money.Money;

/**
 * Who must sign a worksheet off, and why: what the core says of discounts, floors, gifts and value,
 * and beside it lines whose cost is not the catalogue's. Their margin is what somebody typed it to
 * be, so no floor speaks against them.
 *
 * @param role empty where nobody needs to
 */
public record SignOffNeed(Optional<String> role, List<Reason> reasons) {
  private static final String OWN_COST = "own-cost";

  /**
   * One thing that was passed.
   *
   * @param rule in a word, such as {@code document-floor}
   * @param line the id of the line, where it is about one
   */
  public record Reason(String rule, Optional<String> line, String role) {
    /** Whether it is that the cost of a line is not the catalogue's. */
    public boolean isOwnCost() {
      return OWN_COST.equals(rule);
    }
  }

  /** Whether anyone must sign. */
  public boolean needed() {
    return role.isPresent();
  }

  /** What a deal needs under a policy, for whoever asks. */
  public static SignOffNeed of(Tally deal, SellingPolicy policy, Roles asker) {
    return of(
        Optional.of(SignOff.of(deal, policy.of(asker))), deal.lines(), policy.ownCostOver(), asker);
  }

  /**
   * What is needed.
   *
   * @param ownCostOver above it a line with a cost of its own counts; empty for never
   * @param asker who asks: a rep's line is a manager's to sign
   */
  static SignOffNeed of(
      Optional<SignOff> core, List<LineTally> lines, Optional<Money> ownCostOver, Roles asker) {
    List<Reason> own =
        asker.manages()
            ? List.of()
            : lines.stream()
                .filter(line -> line.isSold() && line.line().item().code().isEmpty())
                .filter(line -> ownCostOver.filter(line.finalAmount()::isGreaterThan).isPresent())
                .map(
                    line ->
                        new Reason(OWN_COST, Optional.of(line.line().id()), Role.MANAGER.word()))
                .toList();
    List<Reason> all =
        Stream.concat(
                core.stream()
                    .flatMap(signOff -> signOff.reasons().stream())
                    .map(r -> new Reason(Texts.word(r.rule()), r.line(), r.role())),
                own.stream())
            .toList();
    return new SignOffNeed(
        core.flatMap(SignOff::role).or(() -> own.stream().map(Reason::role).findFirst()), all);
  }
}
