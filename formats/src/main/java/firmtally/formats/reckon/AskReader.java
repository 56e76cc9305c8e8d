package firmtally.formats.reckon;

import firmtally.core.invoicing.Ask;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.formats.json.Fields;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;

/** Reads what is to be charged or taken back, and checks what can be checked before it is. */
final class AskReader {
  private static final List<String> KINDS = List.of("deposit", "part", "rest", "credit");

  /** An ask as far as it could be read; exactly one of the last four when it is in order. */
  record Draft(
      Fields fields,
      Optional<String> ref,
      boolean deduct,
      Optional<Deposit> deposit,
      Optional<Lines> part,
      boolean rest,
      Optional<Credit> credit) {
    /** Only to be called when there is no problem with it. */
    Ask ask() {
      String name = ref.orElseThrow();
      if (part.isPresent()) {
        return new Ask.Part(name, part.get().portions(), deduct);
      } else if (rest) {
        return new Ask.Rest(name, deduct);
      } else if (credit.isPresent()) {
        return new Ask.Credit(
            name, credit.get().of().orElseThrow(), credit.get().lines().map(Lines::portions));
      }
      Deposit ahead = deposit.orElseThrow();
      return ahead.percent().isPresent()
          ? new Ask.PercentDeposit(name, ahead.percent().get())
          : new Ask.NetDeposit(name, ahead.net().orElseThrow());
    }

    private Optional<Lines> lines() {
      return part.or(() -> credit.flatMap(Credit::lines));
    }

    /** Whether it says what it is, so that others may refer to it. */
    private boolean isClear() {
      return KINDS.stream().filter(fields::has).count() == 1;
    }
  }

  private record Deposit(Optional<Percent> percent, Optional<Money> net) {}

  private record Credit(Fields fields, Optional<String> of, Optional<Lines> lines) {}

  private record Lines(List<Optional<Portion>> list) {
    List<Ask.Portion> portions() {
      return list.stream()
          .map(Optional::orElseThrow)
          .map(p -> new Ask.Portion(p.line().orElseThrow(), p.quantity().orElseThrow()))
          .toList();
    }
  }

  private record Portion(Fields fields, Optional<String> line, Optional<Quantity> quantity) {}

  private final Question question;

  AskReader(Question question) {
    this.question = question;
  }

  Optional<Draft> read(Fields ask) {
    ask.require("ref");
    long kinds = KINDS.stream().filter(ask::has).count();
    if (kinds != 1) {
      ask.refuse("give exactly one of " + KINDS);
    }
    if (ask.hasAsked("deduct") && !ask.has("part") && !ask.has("rest")) {
      ask.refuse("deduct", "only a part or a rest may deduct deposits");
    }
    return Optional.of(
        new Draft(
            ask,
            ask.text("ref"),
            ask.flag("deduct").orElse(false),
            ask.object("deposit", this::deposit),
            ask.object("part", AskReader::part),
            rest(ask),
            ask.object("credit", AskReader::credit)));
  }

  private static boolean rest(Fields ask) {
    Optional<Boolean> rest = ask.flag("rest");
    if (rest.filter(all -> !all).isPresent()) {
      ask.refuse("rest", "rest is true or left out");
    }
    return rest.isPresent();
  }

  private Optional<Deposit> deposit(Fields deposit) {
    deposit.exactlyOne("percent", "net");
    return Optional.of(
        new Deposit(
            deposit.decimal("percent", AskReader::aboveZero),
            question.amountAboveZero(deposit, "net")));
  }

  private static Percent aboveZero(BigDecimal number) {
    Percent percent = Percent.of(number).within("percent", Percent.ZERO, Percent.HUNDRED);
    if (percent.equals(Percent.ZERO)) {
      throw new IllegalArgumentException("percent 0 is not above 0");
    }
    return percent;
  }

  private static Optional<Lines> part(Fields part) {
    part.require("lines");
    return lines(part);
  }

  private static Optional<Credit> credit(Fields credit) {
    credit.require("of");
    return Optional.of(new Credit(credit, credit.text("of"), lines(credit)));
  }

  private static Optional<Lines> lines(Fields from) {
    Optional<List<Optional<Portion>>> lines = from.list("lines", AskReader::portion);
    lines.ifPresent(
        list -> {
          if (list.isEmpty()) {
            from.refuse("lines", "at least one line is needed");
          }
          Question.unique(list, "line", Portion::line, Portion::fields);
        });
    return lines.map(Lines::new);
  }

  private static Optional<Portion> portion(Fields portion) {
    portion.require("line", "quantity");
    return Optional.of(
        new Portion(
            portion,
            portion.text("line"),
            portion.decimal("quantity", number -> Quantity.of(number).positive())));
  }

  /**
   * Checks repeats and references.
   *
   * @param lines the ids of the order's lines, when all could be read
   */
  void check(List<Optional<Draft>> asks, Optional<List<String>> lines) {
    Question.unique(asks, "ref", Draft::ref, Draft::fields);
    lines.ifPresent(
        ids -> {
          Set<String> known = new HashSet<>(ids);
          asks.stream()
              .flatMap(Optional::stream)
              .flatMap(ask -> ask.lines().stream())
              .forEach(list -> checkLines(list, known));
        });
    Map<String, Draft> earlier = new HashMap<>();
    boolean allNamed = true;
    for (Optional<Draft> ask : asks) {
      if (ask.isPresent() && ask.get().credit().isPresent()) {
        checkOf(ask.get().credit().get(), earlier, allNamed);
      }
      Optional<String> ref = ask.flatMap(Draft::ref);
      allNamed &= ref.isPresent();
      ref.ifPresent(name -> earlier.putIfAbsent(name, ask.get()));
    }
  }

  private static void checkLines(Lines lines, Set<String> known) {
    lines.list().stream()
        .flatMap(Optional::stream)
        .forEach(
            portion ->
                portion
                    .line()
                    .filter(id -> !known.contains(id))
                    .ifPresent(id -> portion.fields().refuse("line", "there is no line " + id)));
  }

  private static void checkOf(Credit credit, Map<String, Draft> earlier, boolean allNamed) {
    if (credit.of().isEmpty()) {
      return;
    }
    String name = credit.of().get();
    Draft of = earlier.get(name);
    if (of == null) {
      if (allNamed) {
        credit.fields().refuse("of", "there is no earlier " + name);
      }
    } else if (of.isClear() && of.fields().has("credit")) {
      credit.fields().refuse("of", name + " is a credit itself");
    } else if (of.isClear() && of.fields().has("deposit") && credit.fields().has("lines")) {
      credit.fields().refuse("of", name + " is a deposit, which has no lines");
    }
  }
}
