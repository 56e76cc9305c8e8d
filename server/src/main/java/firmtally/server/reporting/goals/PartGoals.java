package firmtally.server.reporting.goals;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Goals of teams, families and processes, where a company wants them beside those of its reps. They
 * are the whole company's: who sees one team alone sees their own team's and no other.
 */
@Service
class PartGoals {
  private static final int MONTHS = 12;
  private final PartStore store;
  private final SettingsService settings;
  private final ChangeLog log;

  PartGoals(PartStore store, SettingsService settings, ChangeLog log) {
    this.store = store;
    this.settings = settings;
    this.log = log;
  }

  /** Goals of a part, January first. */
  record PartRow(PartStore.Part part, List<Money> months) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  static boolean maySet(Actor actor) {
    return actor.roles().manages() && actor.seesTeam().isEmpty();
  }

  private List<PartStore.Part> seen(Actor actor) {
    return store.parts().stream()
        .filter(
            part ->
                actor.seesTeam().isEmpty()
                    || part.kind().equals("team") && part.key().equals(actor.seesTeam()))
        .toList();
  }

  List<PartRow> year(int year, Actor actor) {
    Map<PartStore.Part, List<Money>> months = new HashMap<>();
    Map<String, PartStore.Part> byKey =
        seen(actor).stream().collect(Collectors.toMap(PartGoals::key, part -> part));
    byKey
        .values()
        .forEach(
            part ->
                months.put(
                    part, new ArrayList<>(Collections.nCopies(MONTHS, Money.zero(currency())))));
    for (PartStore.Goal goal : store.goals(YearMonth.of(year, 1), YearMonth.of(year, MONTHS))) {
      PartStore.Part part = byKey.get(goal.kind() + " " + goal.key());
      if (part != null) {
        months
            .get(part)
            .set(goal.month().getMonthValue() - 1, Money.ofMinor(currency(), goal.amount()));
      }
    }
    return seen(actor).stream().map(part -> new PartRow(part, months.get(part))).toList();
  }

  private static String key(PartStore.Part part) {
    return part.kind() + " " + part.key();
  }

  long version(int year) {
    return store.version(year);
  }

  /** Twelve amounts of a part, January first; blank is none. */
  record PartForm(String kind, String key, List<String> months) {}

  record PartsForm(List<PartForm> rows) {}

  /** Sets those that are named, in one act. */
  @Transactional
  public void set(int year, long version, PartsForm typed, Actor actor) {
    if (!maySet(actor)) {
      throw new NotAllowed(
          "Goals of teams, families and processes are set by a manager of all teams.");
    }
    Map<String, PartRow> known =
        year(year, actor).stream().collect(Collectors.toMap(row -> key(row.part()), row -> row));
    Input input = new Input();
    Map<PartStore.Part, List<Money>> wanted = new HashMap<>();
    List<PartForm> rows = Input.given(typed.rows());
    for (int i = 0; i < rows.size(); i++) {
      PartForm row = rows.get(i);
      PartRow is = known.get(row.kind() + " " + row.key());
      List<String> months = Input.given(row.months());
      if (is == null || months.size() != MONTHS) {
        input.refuse(
            "rows[" + i + "]", "Give twelve months of a team, family or process that there is.");
        continue;
      }
      List<Money> amounts = new ArrayList<>();
      for (int m = 0; m < MONTHS; m++) {
        amounts.add(
            input
                .value("rows[" + i + "].months[" + m + "]", months.get(m), settings::amount)
                .orElse(Money.zero(currency())));
      }
      wanted.put(is.part(), amounts);
    }
    input.check();
    if (store.raise(year, version) == 0) {
      throw new Conflict(
          "Somebody else set these goals of "
              + year
              + ". Your entries are kept: compare, take theirs or save yours.",
          store.version(year));
    }
    wanted.forEach(
        (part, months) -> write(year, part, known.get(key(part)).months(), months, actor));
  }

  private void write(
      int year, PartStore.Part part, List<Money> was, List<Money> months, Actor actor) {
    if (was.equals(months)) {
      return;
    }
    for (int m = 0; m < MONTHS; m++) {
      store.set(
          part.kind(), part.key(), YearMonth.of(year, m + 1), months.get(m).getAmountMinorLong());
    }
    log.note(
        actor.id(),
        "company",
        new RecordId(1),
        "goal " + year + " of " + part.kind() + " " + part.name(),
        sum(was).toString(),
        sum(months).toString());
  }

  private Money sum(List<Money> months) {
    return months.stream().reduce(Money.zero(currency()), Money::plus);
  }

  /** How a part stands; what was won a year ago beside it. */
  record PartStanding(
      PartStore.Part part, Money goal, Money won, Money lastYear, Optional<Percent> reached) {
    Money gap() {
      return won.isLessThan(goal) ? goal.minus(won) : Money.zero(goal.getCurrencyUnit());
    }
  }

  /** Those that have a goal in the period. */
  List<PartStanding> standing(YearMonth from, YearMonth to, Actor actor) {
    Map<String, Money> goals = new HashMap<>();
    for (PartStore.Goal goal : store.goals(from, to)) {
      goals.merge(
          goal.kind() + " " + goal.key(), Money.ofMinor(currency(), goal.amount()), Money::plus);
    }
    Map<String, Money> won = won(from.atDay(1), to.atEndOfMonth(), actor);
    Map<String, Money> before =
        won(from.atDay(1).minusYears(1), to.atEndOfMonth().minusYears(1), actor);
    Money zero = Money.zero(currency());
    return seen(actor).stream()
        .filter(part -> goals.containsKey(key(part)))
        .map(
            part -> {
              Money goal = goals.get(key(part));
              Money is = won.getOrDefault(key(part), zero);
              return new PartStanding(
                  part,
                  goal,
                  is,
                  before.getOrDefault(key(part), zero),
                  Percent.ratio(is.getAmount(), goal.getAmount()));
            })
        .toList();
  }

  private Map<String, Money> won(LocalDate from, LocalDate to, Actor actor) {
    return store.won(from, to, actor).stream()
        .collect(
            Collectors.toMap(
                w -> w.kind() + " " + w.key(), w -> Money.ofMinor(currency(), w.amount())));
  }
}
