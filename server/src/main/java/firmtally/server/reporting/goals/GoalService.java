package firmtally.server.reporting.goals;

import firmtally.core.money.Allocation;
import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.Outlook;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.reporting.outlook.Outlooks;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Goals by rep and month. A manager sets those of their team for a year; everybody sees how a
 * period stands: won, the gap, what is open against it, the chance, and which deals would close it.
 */
@Service
public class GoalService {
  private static final int MONTHS = 12;
  private static final int DECIMALS = 4;
  private static final Percent LEAST = Percent.parse("-100");
  private static final Percent MOST = Percent.parse("1000");
  private final GoalStore store;
  private final Outlooks outlooks;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  GoalService(
      GoalStore store, Outlooks outlooks, SettingsService settings, ChangeLog log, Clock clock) {
    this.store = store;
    this.outlooks = outlooks;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /** Somebody's goals of a year, January first; 0 where there is none. */
  record YearRow(GoalStore.Seller seller, List<Money> months) {
    Money sum(CurrencyUnit currency) {
      return months.stream().reduce(Money.zero(currency), Money::plus);
    }
  }

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  /** Who is to be shown: whoever sells now, and whoever had a goal. */
  List<YearRow> year(int year, Actor actor) {
    Map<PersonId, Map<YearMonth, Money>> goals =
        goals(YearMonth.of(year, 1), YearMonth.of(year, MONTHS));
    return store.sellers(actor).stream()
        .filter(seller -> seller.active() || goals.containsKey(seller.id()))
        .map(
            seller ->
                new YearRow(
                    seller,
                    IntStream.rangeClosed(1, MONTHS)
                        .mapToObj(
                            m ->
                                goals
                                    .getOrDefault(seller.id(), Map.of())
                                    .getOrDefault(YearMonth.of(year, m), Money.zero(currency())))
                        .toList()))
        .toList();
  }

  private Map<PersonId, Map<YearMonth, Money>> goals(YearMonth from, YearMonth to) {
    Map<PersonId, Map<YearMonth, Money>> goals = new HashMap<>();
    store
        .goals(from, to)
        .forEach(
            goal ->
                goals
                    .computeIfAbsent(goal.person(), k -> new HashMap<>())
                    .put(goal.month(), Money.ofMinor(currency(), goal.amount())));
    return goals;
  }

  long version(int year) {
    return store.version(year);
  }

  /** Twelve amounts of somebody, January first; blank is none. */
  record PersonForm(PersonId personId, List<String> months) {}

  record YearForm(List<PersonForm> rows) {}

  /** Sets what is typed of a year in one act; whoever is not named keeps theirs. */
  @Transactional
  public void set(int year, long version, YearForm typed, Actor actor) {
    actor.checkManages();
    Map<PersonId, YearRow> before =
        year(year, actor).stream().collect(Collectors.toMap(row -> row.seller().id(), row -> row));
    Map<PersonId, List<Money>> wanted = read(typed, before);
    if (store.raise(year, version) == 0) {
      throw new Conflict(
          "Somebody else set goals of "
              + year
              + ". Your entries are kept: compare, take theirs or save yours.",
          store.version(year));
    }
    wanted.forEach(
        (person, months) -> {
          YearRow was = before.get(person);
          if (!was.months().equals(months)) {
            for (int m = 0; m < MONTHS; m++) {
              store.set(person, YearMonth.of(year, m + 1), months.get(m).getAmountMinorLong());
            }
            log.note(
                actor.id(),
                "user",
                person,
                "goal " + year,
                was.sum(currency()).toString(),
                new YearRow(was.seller(), months).sum(currency()).toString());
          }
        });
  }

  private Map<PersonId, List<Money>> read(YearForm typed, Map<PersonId, YearRow> known) {
    Input input = new Input();
    Map<PersonId, List<Money>> wanted = new HashMap<>();
    List<PersonForm> rows = Input.given(typed.rows());
    for (int i = 0; i < rows.size(); i++) {
      PersonForm row = rows.get(i);
      YearRow is = known.get(row.personId());
      if (is == null || !is.seller().mayChange()) {
        throw new NotAllowed("Only a manager of their team sets somebody’s goals.");
      }
      List<String> months = Input.given(row.months());
      if (months.size() != MONTHS) {
        input.refuse("rows[" + i + "].months", "Give twelve months.");
        continue;
      }
      List<Money> amounts = new ArrayList<>();
      for (int m = 0; m < MONTHS; m++) {
        String at = "rows[" + i + "].months[" + m + "]";
        amounts.add(
            input.value(at, months.get(m), settings::amount).orElse(Money.zero(currency())));
      }
      wanted.put(row.personId(), amounts);
    }
    input.check();
    return wanted;
  }

  /** Last year's goals raised by a percent, as a proposal; nothing is kept. */
  List<YearRow> proposal(int year, String percent, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    Optional<Percent> by =
        input.value(
            "percent",
            percent,
            t -> Percent.parse(TypedNumber.plain(t, DECIMALS)).within("percent", LEAST, MOST));
    input.check();
    Percent rise = by.orElse(Percent.ZERO);
    return year(year - 1, actor).stream()
        .filter(row -> row.seller().mayChange() && row.seller().active())
        .map(
            row ->
                new YearRow(
                    row.seller(),
                    row.months().stream().map(m -> m.plus(Rounding.percentOf(m, rise))).toList()))
        .toList();
  }

  /** A sum spread evenly over twelve months; not a cent is lost. */
  List<Money> spread(String amount) {
    Input input = new Input();
    Optional<Money> sum = input.value("amount", amount, settings::amount);
    if (sum.isEmpty() && input.problems().isEmpty()) {
      input.refuse("amount", "Enter an amount.");
    }
    input.check();
    Money one = Money.ofMinor(currency(), 1);
    return Allocation.byWeight(sum.orElseThrow(), Collections.nCopies(MONTHS, one));
  }

  /**
   * How somebody, a team or all stand in a period.
   *
   * @param open value of what is expected to close within it, in all
   * @param coverage what is open against the gap, in percent; empty without a gap
   * @param lastYearSoFar won a year ago up to the same day
   * @param lastYear won a year ago in the whole period
   */
  record Standing(
      Optional<GoalStore.Seller> seller,
      String name,
      Money goal,
      Money won,
      Money open,
      Optional<Percent> coverage,
      Money lastYearSoFar,
      Money lastYear,
      Outlook outlook,
      List<GoalStore.Open> closers) {}

  /** Everybody who may be seen and has a goal, won or has something open; all together first. */
  List<Standing> standing(YearMonth from, YearMonth to, Actor actor) {
    Period period = new Period(from, to, LocalDate.now(clock));
    List<GoalStore.Seller> sellers = store.sellers(actor);
    Figures figures = figures(period);
    List<Standing> rows = new ArrayList<>();
    for (GoalStore.Seller seller : sellers) {
      if (figures.concerns(seller.id())) {
        rows.add(figures.of(Optional.of(seller), seller.name(), Set.of(seller.id())));
      }
    }
    Set<PersonId> shown =
        rows.stream().map(row -> row.seller().orElseThrow().id()).collect(Collectors.toSet());
    Map<String, List<GoalStore.Seller>> teams =
        sellers.stream()
            .filter(seller -> seller.team() != null)
            .collect(
                Collectors.groupingBy(
                    GoalStore.Seller::team, LinkedHashMap::new, Collectors.toList()));
    teams.forEach(
        (team, members) -> {
          if (members.stream().filter(member -> shown.contains(member.id())).count() > 1) {
            rows.add(figures.of(Optional.empty(), team, ids(members)));
          }
        });
    rows.add(0, figures.of(Optional.empty(), "All", ids(sellers)));
    return rows;
  }

  private static Set<PersonId> ids(List<GoalStore.Seller> sellers) {
    return sellers.stream().map(GoalStore.Seller::id).collect(Collectors.toSet());
  }

  /** Months, and the same a year before up to the day of the year that it is. */
  private record Period(YearMonth from, YearMonth to, LocalDate today) {
    LocalDate first() {
      return from.atDay(1);
    }

    LocalDate last() {
      return to.atEndOfMonth();
    }

    LocalDate soFarLastYear() {
      LocalDate now = today.isBefore(last()) ? today : last();
      return now.minusYears(1);
    }
  }

  private Figures figures(Period period) {
    Map<PersonId, Money> goals = new HashMap<>();
    goals(period.from(), period.to())
        .forEach(
            (person, months) ->
                goals.put(
                    person, months.values().stream().reduce(Money.zero(currency()), Money::plus)));
    List<GoalStore.Open> open = store.open(period.last(), currency());
    return new Figures(
        currency(),
        outlooks,
        goals,
        won(period.first(), period.last()),
        won(period.first().minusYears(1), period.soFarLastYear()),
        won(period.first().minusYears(1), period.last().minusYears(1)),
        open,
        open.stream().collect(Collectors.groupingBy(GoalStore.Open::person)));
  }

  private Map<PersonId, Money> won(LocalDate from, LocalDate to) {
    return store.won(from, to).stream()
        .collect(
            Collectors.toMap(GoalStore.Won::person, w -> Money.ofMinor(currency(), w.amount())));
  }

  /** What a period is judged by, of all persons. */
  private record Figures(
      CurrencyUnit currency,
      Outlooks outlooks,
      Map<PersonId, Money> goals,
      Map<PersonId, Money> won,
      Map<PersonId, Money> lastYearSoFar,
      Map<PersonId, Money> lastYear,
      List<GoalStore.Open> open,
      Map<PersonId, List<GoalStore.Open>> openOf) {
    boolean concerns(PersonId person) {
      return goals.containsKey(person) || won.containsKey(person) || openOf.containsKey(person);
    }

    private Money sum(Map<PersonId, Money> of, Set<PersonId> who) {
      return who.stream()
          .map(of::get)
          .filter(Objects::nonNull)
          .reduce(Money.zero(currency), Money::plus);
    }

    Standing of(Optional<GoalStore.Seller> seller, String name, Set<PersonId> who) {
      List<GoalStore.Open> theirs =
          who.size() == 1
              ? openOf.getOrDefault(who.iterator().next(), List.of())
              : open.stream().filter(o -> who.contains(o.person())).toList();
      Money goal = sum(goals, who);
      Money won = sum(won(), who);
      List<OpenOpportunity> odds = theirs.stream().map(GoalStore.Open::odds).toList();
      Outlook outlook =
          outlooks.of(currency, goal.isZero() ? Optional.empty() : Optional.of(goal), won, odds);
      Money value =
          odds.stream().map(OpenOpportunity::value).reduce(Money.zero(currency), Money::plus);
      List<OpenOpportunity> closing = outlook.closers().orElse(List.of());
      return new Standing(
          seller,
          name,
          goal,
          won,
          value,
          outlook
              .gap()
              .map(Money::getAmount)
              .filter(gap -> gap.compareTo(BigDecimal.ZERO) > 0)
              .flatMap(gap -> Percent.ratio(value.getAmount(), gap)),
          sum(lastYearSoFar, who),
          sum(lastYear, who),
          outlook,
          closing.stream()
              .map(
                  o ->
                      theirs.stream()
                          .filter(t -> t.odds().ref().equals(o.ref()))
                          .findFirst()
                          .orElseThrow())
              .toList());
    }
  }
}
