package firmtally.server.sales.quote;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** The list of quotes, narrowed, and how those of the last year were answered. */
@Service
class QuoteLists {
  /**
   * A quote in a list.
   *
   * @param signOffRole whose sign-off its terms need
   * @param asked for what a sign-off is asked; null where none is
   */
  record QuoteRow(
      DocumentId id,
      String number,
      int revision,
      boolean leads,
      String title,
      String account,
      String owner,
      String state,
      LocalDate madeOn,
      LocalDate validUntil,
      String value,
      @MaybeNull String discountPercent,
      @MaybeNull String signOffRole,
      @MaybeNull String asked) {}

  /** Within so many days of its last one a quote is expiring. */
  private static final int YEAR = 365;

  /**
   * Which quotes a list shows.
   *
   * @param state one of them, {@code open}, or blank for all
   * @param owner 0 for everybody's
   * @param expiring only those whose last days these are
   * @param waiting only those whose sign-off is asked for
   * @param least only those worth so much or more
   * @param discount only those with so many ten-thousandths of a percent off the list or more
   */
  record Narrowed(
      String state,
      PersonId owner,
      boolean expiring,
      boolean waiting,
      Money least,
      long discount) {}

  /** The same as typed. */
  record Narrowing(
      String state,
      PersonId owner,
      boolean expiring,
      boolean waiting,
      String least,
      String discount) {}

  /**
   * How quotes of the last year were answered.
   *
   * @param winRate the share that was taken, in percent; null for none decided
   * @param days from sending to the answer, on average in whole days; null for none
   */
  record Answers(long won, long lost, @MaybeNull String winRate, @MaybeNull Integer days) {}

  private final QuoteStore store;
  private final SettingsService settings;
  private final Clock clock;

  QuoteLists(QuoteStore store, SettingsService settings, Clock clock) {
    this.store = store;
    this.settings = settings;
    this.clock = clock;
  }

  Answers answers(PersonId owner, Actor actor) {
    QuoteStore.Counts counts =
        store.answered(owner, clock.instant().minus(Duration.ofDays(YEAR)), actor);
    BigDecimal decided = BigDecimal.valueOf(counts.won() + counts.lost());
    return new Answers(
        counts.won(),
        counts.lost(),
        Percent.ratio(BigDecimal.valueOf(counts.won()), decided)
            .map(Percent::toString)
            .orElse(null),
        counts.days() == null ? null : (int) Math.round(counts.days()));
  }

  List<QuoteRow> page(Narrowing typed, long before, int most, Actor actor) {
    Input input = new Input();
    Money least =
        input
            .value("least", typed.least(), settings::amount)
            .orElse(Money.zero(settings.company().currency()));
    Percent discount =
        input
            .value(
                "discount",
                typed.discount(),
                text -> Percent.parse(text).within("discount", Percent.ZERO, Percent.HUNDRED))
            .orElse(Percent.ZERO);
    input.check();
    Narrowed to =
        new Narrowed(
            typed.state(),
            typed.owner(),
            typed.expiring(),
            typed.waiting(),
            least,
            discount.toTenThousandths());
    return store.page(to, LocalDate.now(clock), before, most, settings.company().currency(), actor);
  }
}
