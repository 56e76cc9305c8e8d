package firmtally.server.reporting.daysheet;

import firmtally.core.pipeline.Outlook;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.Quarter;
import firmtally.server.reporting.outlook.Outlooks;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** What somebody should do now, and how the period stands; nothing is changed here. */
@Service
public class DaySheetService {
  private static final List<String> URGENCY =
      List.of(
          "quote-accepted",
          "sign-off",
          "sign-off-yes",
          "sign-off-counter",
          "sign-off-no",
          "hold",
          "quote-declined",
          "new-enquiry",
          "quote-expiring",
          "past-expected-close",
          "no-activity-planned",
          "no-contact");
  private final DaySheetStore store;
  private final Outlooks outlooks;
  private final SettingsService settings;
  private final Clock clock;

  DaySheetService(DaySheetStore store, Outlooks outlooks, SettingsService settings, Clock clock) {
    this.store = store;
    this.outlooks = outlooks;
    this.settings = settings;
    this.clock = clock;
  }

  /** The quarter that a day lies in, and what it brings. */
  record Period(LocalDate from, LocalDate to, Money won, Money goal, Outlook outlook) {}

  /** How many rows somebody's day sheet has. */
  public long count(Actor actor) {
    return store.count(actor, LocalDate.now(clock));
  }

  /**
   * What is to be done.
   *
   * @param total how many rows there are; those that are told are the weightiest
   */
  record Work(List<DaySheetController.Todo> rows, long total) {}

  /** One row for each record: its most urgent reason, and what else speaks for it. */
  Work todo(Actor actor) {
    List<DaySheetStore.Reason> reasons = store.reasons(actor, LocalDate.now(clock));
    Map<List<Object>, List<DaySheetStore.Reason>> byRecord =
        reasons.stream()
            .collect(
                Collectors.groupingBy(
                    r -> List.of(r.record(), r.id()), LinkedHashMap::new, Collectors.toList()));
    LongFunction<String> amounts = settings.amounts();
    return new Work(
        byRecord.values().stream().map(some -> row(some, amounts)).toList(),
        reasons.isEmpty() ? 0 : reasons.get(0).records());
  }

  private static DaySheetController.Todo row(
      List<DaySheetStore.Reason> reasons, LongFunction<String> amounts) {
    DaySheetStore.Reason first =
        reasons.stream().min(Comparator.comparingInt(r -> urgency(r.kind()))).orElseThrow();
    return new DaySheetController.Todo(
        first.kind(),
        reasons.stream().filter(r -> r != first).map(DaySheetStore.Reason::kind).toList(),
        first.record(),
        first.id(),
        first.number(),
        first.title(),
        first.account(),
        first.due(),
        amounts.apply(first.stake()),
        first.expected(),
        first.activity(),
        first.stageId(),
        first.version(),
        first.renews());
  }

  /** What comes before what for the same record; planned steps are the first. */
  private static int urgency(String kind) {
    int at = URGENCY.indexOf(kind);
    return at < 0 ? 0 : at + 1;
  }

  Period period(Actor actor) {
    LocalDate today = LocalDate.now(clock);
    LocalDate from = Quarter.of(today).first();
    LocalDate to = Quarter.of(today).last();
    CurrencyUnit currency = settings.company().currency();
    Money won = Money.ofMinor(currency, store.won(actor, from, to));
    Money goal = Money.ofMinor(currency, store.goal(actor, from, to));
    return new Period(
        from,
        to,
        won,
        goal,
        outlooks.of(currency, Optional.of(goal), won, store.open(actor, to, currency)));
  }
}
