package firmtally.server.daysheet;

import firmtally.core.pipeline.Outlook;
import firmtally.server.people.Actor;
import firmtally.server.settings.SettingsService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** What somebody should do now, and how the period stands; nothing is changed here. */
@Service
public class DaySheetService {
  private static final int MONTHS = 3;
  private final DaySheetStore store;
  private final SettingsService settings;
  private final Clock clock;

  DaySheetService(DaySheetStore store, SettingsService settings, Clock clock) {
    this.store = store;
    this.settings = settings;
    this.clock = clock;
  }

  /** The quarter that a day lies in, and what it brings. */
  record Period(LocalDate from, LocalDate to, Money won, Money goal, Outlook outlook) {}

  /** How many rows somebody's day sheet has. */
  public long count(Actor actor) {
    return store.count(actor, LocalDate.now(clock));
  }

  List<DaySheetController.Todo> todo(Actor actor) {
    return store.todo(actor, LocalDate.now(clock), settings.amounts());
  }

  Period period(Actor actor) {
    LocalDate today = LocalDate.now(clock);
    int first = (today.getMonthValue() - 1) / MONTHS * MONTHS + 1;
    LocalDate from = LocalDate.of(today.getYear(), first, 1);
    LocalDate to = from.plusMonths(MONTHS).minusDays(1);
    CurrencyUnit currency = settings.company().currency();
    Money won = Money.ofMinor(currency, store.won(actor, from, to));
    Money goal = Money.ofMinor(currency, store.goal(actor, from, to));
    Outlook outlook = Outlook.of(currency, Optional.of(goal), won, store.open(actor, to, currency));
    return new Period(from, to, won, goal, outlook);
  }
}
