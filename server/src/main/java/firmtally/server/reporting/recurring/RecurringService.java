package firmtally.server.reporting.recurring;

import firmtally.core.money.Percent;
import firmtally.core.renewal.RecurringBridge;
import firmtally.core.renewal.RecurringStream;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.MaybeNull;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** Recurring revenue by the core's bridge over what somebody sees, and what stands behind it. */
@Service
class RecurringService {
  private static final int MOST_MONTHS = 60;
  private static final Set<String> MOVES =
      Set.of("opening", "new", "wonBack", "expansion", "contraction", "lost", "closing");
  private final RecurringStore store;
  private final SettingsService settings;
  private final Clock clock;

  RecurringService(RecurringStore store, SettingsService settings, Clock clock) {
    this.store = store;
    this.settings = settings;
    this.clock = clock;
  }

  /** Which agreements are looked at; blank is all. */
  record Cut(String family, String team, String group) {
    Cut(@MaybeNull String family, @MaybeNull String team, @MaybeNull String group) {
      this.family = family == null ? "" : family;
      this.team = team == null ? "" : team;
      this.group = group == null ? "" : group;
    }
  }

  /** Whole months, the last included. */
  record Span(YearMonth from, YearMonth to) {}

  /** Twelve months up to this one where nothing is said; a later first month is looked at alone. */
  Span span(@MaybeNull YearMonth from, @MaybeNull YearMonth to) {
    YearMonth now = YearMonth.now(clock);
    YearMonth last = to != null ? to : from != null && from.isAfter(now) ? from : now;
    YearMonth first = from == null ? last.minusMonths(11) : from;
    if (last.isBefore(first)) {
      throw BadInput.at("to", "Enter a month from the first one on.");
    }
    if (first.plusMonths(MOST_MONTHS).isBefore(last)) {
      throw BadInput.at("from", "Enter at most " + MOST_MONTHS + " months.");
    }
    return new Span(first, last);
  }

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  private RecurringStream stream(RecurringStore.Stream of) {
    return new RecurringStream(
        of.accountId().toString(),
        Money.ofMinor(currency(), of.monthly()),
        of.start(),
        Optional.of(of.end()));
  }

  /** The bridge of the core. */
  RecurringBridge bridge(Span span, Cut cut, Actor actor) {
    return RecurringBridge.of(
        currency(),
        span.from(),
        span.to(),
        store.streams(cut, actor).stream().map(this::stream).toList());
  }

  /** What an account brought before and after, and its agreements that run in either month. */
  record Behind(
      RecurringStore.Stream any, Money before, Money after, List<RecurringStore.Stream> streams) {}

  /**
   * The accounts behind a bar.
   *
   * @param move which bar: {@code new}, {@code lost} and so on, {@code opening} or {@code closing}
   */
  List<Behind> behind(YearMonth month, String move, Cut cut, Actor actor) {
    if (!MOVES.contains(move)) {
      throw BadInput.at("move", "Choose a bar of the bridge.");
    }
    Map<String, List<RecurringStore.Stream>> byAccount = new LinkedHashMap<>();
    for (RecurringStore.Stream stream : store.streams(cut, actor)) {
      byAccount.computeIfAbsent(stream.accountId().toString(), k -> new ArrayList<>()).add(stream);
    }
    List<Behind> behind = new ArrayList<>();
    byAccount.forEach(
        (account, streams) -> {
          RecurringBridge.Month of =
              RecurringBridge.of(
                      currency(), month, month, streams.stream().map(this::stream).toList())
                  .months()
                  .get(0);
          if (amount(of, move).isPositive()) {
            behind.add(
                new Behind(streams.get(0), of.opening(), of.closing(), running(streams, month)));
          }
        });
    behind.sort(
        (one, other) ->
            other
                .after()
                .minus(other.before())
                .abs()
                .compareTo(one.after().minus(one.before()).abs()));
    return behind;
  }

  private static List<RecurringStore.Stream> running(
      List<RecurringStore.Stream> streams, YearMonth month) {
    LocalDate last = month.atEndOfMonth();
    LocalDate before = month.minusMonths(1).atEndOfMonth();
    return streams.stream().filter(s -> runs(s, last) || runs(s, before)).toList();
  }

  private static boolean runs(RecurringStore.Stream stream, LocalDate on) {
    return !stream.start().isAfter(on) && !stream.end().isBefore(on);
  }

  static Money amount(RecurringBridge.Month month, String move) {
    return switch (move) {
      case "opening" -> month.opening();
      case "new" -> month.fresh();
      case "wonBack" -> month.wonBack();
      case "expansion" -> month.expansion();
      case "contraction" -> month.contraction();
      case "lost" -> month.lost();
      default -> month.closing();
    };
  }

  /** Accounts by the month in which they began, and what is left of them a year and more later. */
  record Cohort(YearMonth month, int accounts, Money began, List<Money> years) {}

  /**
   * Cohorts by the month of the first term; what each brought at its start and 12, 24, 36 months
   * later.
   */
  List<Cohort> cohorts(Span span, Cut cut, Actor actor) {
    Map<String, List<RecurringStore.Stream>> byAccount = new LinkedHashMap<>();
    for (RecurringStore.Stream stream : store.streams(cut, actor)) {
      if (stream.monthly() > 0) {
        byAccount
            .computeIfAbsent(stream.accountId().toString(), k -> new ArrayList<>())
            .add(stream);
      }
    }
    TreeMap<YearMonth, List<List<RecurringStore.Stream>>> byMonth = new TreeMap<>();
    byAccount
        .values()
        .forEach(
            streams ->
                byMonth.computeIfAbsent(first(streams), m -> new ArrayList<>()).add(streams));
    List<Cohort> cohorts = new ArrayList<>();
    byMonth.forEach(
        (month, accounts) -> {
          List<Money> years = new ArrayList<>();
          for (YearMonth at = month.plusYears(1); !at.isAfter(span.to()); at = at.plusYears(1)) {
            years.add(sum(accounts, at));
          }
          cohorts.add(new Cohort(month, accounts.size(), sum(accounts, month), years));
        });
    return cohorts;
  }

  private static YearMonth first(List<RecurringStore.Stream> streams) {
    return streams.stream()
        .map(s -> YearMonth.from(s.start()))
        .min(YearMonth::compareTo)
        .orElseThrow();
  }

  private Money sum(List<List<RecurringStore.Stream>> accounts, YearMonth at) {
    long minor =
        accounts.stream()
            .flatMap(List::stream)
            .filter(s -> runs(s, at.atEndOfMonth()))
            .mapToLong(RecurringStore.Stream::monthly)
            .sum();
    return Money.ofMinor(currency(), minor);
  }

  List<RecurringStore.Due> due(Span span, Cut cut, Actor actor) {
    return store.due(cut, span.from().atDay(1), span.to().plusMonths(12).atEndOfMonth(), actor);
  }

  /** Won of what was decided, and the median days from opening to close of the won. */
  record Rate(@MaybeNull String winRate, @MaybeNull String medianDays) {}

  List<RecurringStore.Business> business(Span span, Cut cut, Actor actor) {
    return store.business(cut, span.from().atDay(1), span.to().atEndOfMonth(), actor);
  }

  static Rate rate(RecurringStore.Business of) {
    String won =
        Percent.ratio(BigDecimal.valueOf(of.won()), BigDecimal.valueOf(of.won() + of.lost()))
            .map(Percent::toString)
            .orElse(null);
    if (of.days() == null || of.days().isEmpty()) {
      return new Rate(won, null);
    }
    long[] days = Arrays.stream(of.days().split(",")).mapToLong(Long::parseLong).sorted().toArray();
    BigDecimal median =
        BigDecimal.valueOf(days[(days.length - 1) / 2] + days[days.length / 2])
            .divide(BigDecimal.valueOf(2), 1, RoundingMode.HALF_UP);
    return new Rate(won, median.toPlainString());
  }
}
