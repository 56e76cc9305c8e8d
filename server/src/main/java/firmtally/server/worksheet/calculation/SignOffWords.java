package firmtally.server.worksheet.calculation;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.worksheet.LineTally;
import firmtally.server.platform.web.Written;
import java.util.Optional;

/** Why somebody has to sign, with the figures of the rule. */
final class SignOffWords {
  private SignOffWords() {}

  /**
   * One reason in words.
   *
   * @param row how people find the line; blank where it is about none
   */
  static String of(
      SignOffNeed.Reason reason,
      String row,
      Optional<LineTally> line,
      Optional<SignOffPolicy> policy) {
    return switch (reason.rule()) {
      case "discount" ->
          "discount on "
              + row
              + line.flatMap(LineTally::discountPercent).map(p -> ": " + p + " %").orElse("")
              + policy
                  .flatMap(SignOffWords::authority)
                  .map(most -> " where " + most + " % may be given")
                  .orElse("");
      case "family-floor" ->
          "margin on "
              + row
              + " below the floor"
              + policy
                  .flatMap(p -> line.flatMap(l -> floor(l, p)))
                  .map(f -> " of " + f + " %")
                  .orElse("");
      case "document-floor" ->
          "margin of the whole below the floor"
              + policy
                  .flatMap(SignOffPolicy::documentFloor)
                  .map(f -> " of " + f.margin() + " %")
                  .orElse("");
      case "gift-cost" ->
          "gifts cost more than "
              + policy
                  .flatMap(SignOffPolicy::giftCost)
                  .map(limit -> Written.amount(limit.amount()))
                  .orElse("allowed");
      case "value-over" ->
          "net total above "
              + policy.stream()
                  .flatMap(p -> p.valueOver().stream())
                  .filter(limit -> limit.role().equals(reason.role()))
                  .findFirst()
                  .map(limit -> Written.amount(limit.amount()))
                  .orElse("the limit");
      default -> reason.rule().replace('-', ' ') + (row.isEmpty() ? "" : " on " + row);
    };
  }

  private static Optional<Percent> authority(SignOffPolicy policy) {
    return policy.levels().stream()
        .filter(level -> level.role().equals(policy.asRole()))
        .findFirst()
        .map(SignOffPolicy.Level::discount);
  }

  private static Optional<Percent> floor(LineTally line, SignOffPolicy policy) {
    return line.line()
        .item()
        .family()
        .flatMap(
            family ->
                policy.familyFloors().stream()
                    .filter(floor -> floor.family().equals(family))
                    .findFirst())
        .map(SignOffPolicy.FamilyFloor::margin);
  }
}
