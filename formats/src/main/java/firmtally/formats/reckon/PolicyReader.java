package firmtally.formats.reckon;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.formats.json.Fields;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.joda.money.Money;

/** Reads a sign-off policy. */
final class PolicyReader {
  private record Level(Fields fields, Optional<String> role, Optional<Percent> discount) {}

  /** A threshold that names a role: a floor of a family or the document, or an amount. */
  private record Mark(
      Fields fields,
      Optional<String> family,
      Optional<Percent> margin,
      Optional<Money> amount,
      Optional<String> role) {}

  private final Question question;
  private Optional<Set<String>> roles = Optional.empty();

  PolicyReader(Question question) {
    this.question = question;
  }

  /** The roles of the levels, once they were read and when all of them could be. */
  Optional<Set<String>> roles() {
    return roles;
  }

  Optional<SignOffPolicy> read(Fields policy) {
    policy.require("asRole", "levels");
    Optional<String> asRole = policy.text("asRole");
    Optional<List<Optional<Level>>> levels = policy.list("levels", this::level);
    List<Optional<Mark>> floors = policy.list("familyFloors", this::familyFloor).orElse(List.of());
    Optional<Mark> floor = policy.object("documentFloor", this::documentFloor);
    Optional<Mark> gift = policy.object("giftCost", this::amountRole);
    List<Optional<Mark>> over = policy.list("valueOver", this::amountRole).orElse(List.of());

    Question.unique(floors, "family", Mark::family, Mark::fields);
    Question.unique(over, "amount", Mark::amount, Mark::fields);
    levels.ifPresent(
        list -> {
          checkLevels(policy, list);
          roles = rolesOf(list);
          roles.ifPresent(
              known -> {
                asRole.ifPresent(role -> checkRole(policy, "asRole", role, known));
                checkRoles(floors, known);
                checkRoles(over, known);
                checkRoles(List.of(floor, gift), known);
              });
        });
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        new SignOffPolicy(
            asRole.orElseThrow(),
            levels.orElseThrow().stream()
                .map(Optional::orElseThrow)
                .map(l -> new SignOffPolicy.Level(l.role().get(), l.discount().get()))
                .toList(),
            floors.stream()
                .map(Optional::orElseThrow)
                .map(
                    m ->
                        new SignOffPolicy.FamilyFloor(
                            m.family().get(), m.margin().get(), m.role().get()))
                .toList(),
            floor.map(m -> new SignOffPolicy.DocumentFloor(m.margin().get(), m.role().get())),
            gift.map(PolicyReader::amountRole),
            over.stream().map(Optional::orElseThrow).map(PolicyReader::amountRole).toList()));
  }

  private static SignOffPolicy.AmountRole amountRole(Mark mark) {
    return new SignOffPolicy.AmountRole(mark.amount().get(), mark.role().get());
  }

  private Optional<Level> level(Fields level) {
    level.require("role", "discountPercent");
    return Optional.of(
        new Level(level, level.text("role"), Question.percent(level, "discountPercent")));
  }

  private Optional<Mark> familyFloor(Fields floor) {
    floor.require("family", "marginPercent", "role");
    Optional<String> family = floor.text("family");
    Optional<Percent> margin = Question.percent(floor, "marginPercent");
    return Optional.of(new Mark(floor, family, margin, Optional.empty(), floor.text("role")));
  }

  private Optional<Mark> documentFloor(Fields floor) {
    floor.require("marginPercent", "role");
    Optional<Percent> margin = Question.percentBelowHundred(floor, "marginPercent");
    return Optional.of(
        new Mark(floor, Optional.empty(), margin, Optional.empty(), floor.text("role")));
  }

  private Optional<Mark> amountRole(Fields limit) {
    limit.require("amount", "role");
    Optional<Money> amount = question.amount(limit, "amount");
    return Optional.of(
        new Mark(limit, Optional.empty(), Optional.empty(), amount, limit.text("role")));
  }

  private static void checkLevels(Fields policy, List<Optional<Level>> levels) {
    if (levels.isEmpty()) {
      policy.refuse("levels", "at least one level is needed");
      return;
    }
    Question.unique(levels, "role", Level::role, Level::fields);
    for (int i = 0; i < levels.size(); i++) {
      Optional<Percent> before = i == 0 ? Optional.empty() : discount(levels.get(i - 1));
      Optional<Percent> here = discount(levels.get(i));
      boolean isLast = i == levels.size() - 1;
      if (before.isPresent() && here.filter(d -> d.compareTo(before.get()) < 0).isPresent()) {
        refuseDiscount(levels.get(i), "a level may not give less than the one before");
      } else if (isLast && here.filter(d -> !d.equals(Percent.HUNDRED)).isPresent()) {
        refuseDiscount(levels.get(i), "the last level must give 100 percent");
      }
    }
  }

  private static Optional<Percent> discount(Optional<Level> level) {
    return level.flatMap(Level::discount);
  }

  private static void refuseDiscount(Optional<Level> level, String message) {
    level.orElseThrow().fields().refuse("discountPercent", message);
  }

  /** The roles, when all of them could be read. */
  private static Optional<Set<String>> rolesOf(List<Optional<Level>> levels) {
    if (levels.isEmpty() || levels.stream().anyMatch(l -> l.flatMap(Level::role).isEmpty())) {
      return Optional.empty();
    }
    return Optional.of(levels.stream().map(l -> l.get().role().get()).collect(Collectors.toSet()));
  }

  private static void checkRoles(List<Optional<Mark>> marks, Set<String> roles) {
    marks.stream()
        .flatMap(Optional::stream)
        .forEach(m -> m.role().ifPresent(role -> checkRole(m.fields(), "role", role, roles)));
  }

  private static void checkRole(Fields at, String name, String role, Set<String> roles) {
    if (!roles.contains(role)) {
      at.refuse(name, name + " " + role + " is no role of the levels");
    }
  }
}
