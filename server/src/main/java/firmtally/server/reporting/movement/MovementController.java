package firmtally.server.reporting.movement;

import firmtally.core.pipeline.Movement;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.Quarter;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.reporting.metrics.Cut;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.Money;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What moved in the pipeline between two days, down to each opportunity. */
@RestController
class MovementController {
  private static final int DAYS = 7;
  private static final int MOST = 300;
  private final MovementService movements;
  private final Clock clock;

  MovementController(MovementService movements, Clock clock) {
    this.movements = movements;
    this.clock = clock;
  }

  /**
   * What is asked for. Null or blank is the usual: since a week ago until today, of what is
   * expected to close this quarter.
   *
   * @param since how it stood at the end of this day
   * @param until against the end of this one
   * @param from first day of expected close
   * @param to last day of expected close
   */
  record MovementQuery(
      @MaybeNull String since,
      @MaybeNull String until,
      @MaybeNull String from,
      @MaybeNull String to,
      @MaybeNull PersonId owner,
      @MaybeNull String team,
      @MaybeNull ProcessId process,
      @MaybeNull String source,
      @MaybeNull String campaign) {}

  /** An opening and a closing, and the parts that lead from one to the other. */
  record MovementParts(
      String opening,
      String opened,
      String movedIn,
      String value,
      String odds,
      String movedOut,
      String paused,
      String won,
      String lost,
      String closing) {}

  /** How an opportunity stood. */
  record MovedStanding(String value, String probability, LocalDate close, String state) {}

  /**
   * What an opportunity moved in the weighted view.
   *
   * @param was null where it was not open then
   */
  record MovedItem(
      OpportunityId id,
      String number,
      String title,
      String account,
      String owner,
      String part,
      String before,
      String after,
      String change,
      @MaybeNull MovedStanding was,
      MovedStanding is) {}

  /**
   * What moved.
   *
   * @param itemCount how many moved; the items are the largest of them
   */
  record MovementView(
      LocalDate since,
      LocalDate until,
      LocalDate from,
      LocalDate to,
      MovementParts weighted,
      MovementParts plain,
      String wonAmount,
      long wonCount,
      int itemCount,
      List<MovedItem> items) {}

  @GetMapping("/api/movement")
  MovementView movement(@ParameterObject MovementQuery query, @SignedIn Actor actor) {
    MovementService.Asked asked = asked(query);
    MovementService.Moved moved =
        movements.moved(
            asked,
            new Cut(query.owner(), query.team(), query.process(), query.source(), query.campaign()),
            MOST,
            actor);
    return new MovementView(
        asked.since(),
        asked.until(),
        asked.period().from(),
        asked.period().to(),
        parts(moved.movement().weighted()),
        parts(moved.movement().plain()),
        text(moved.wonAmount()),
        moved.wonCount(),
        moved.movement().items().size(),
        moved.items().stream().map(MovementController::item).toList());
  }

  private MovementService.Asked asked(MovementQuery query) {
    LocalDate today = LocalDate.now(clock);
    Input input = new Input();
    LocalDate until = input.maybeDay("until", query.until()).orElse(today);
    LocalDate since = input.maybeDay("since", query.since()).orElse(until.minusDays(DAYS));
    LocalDate from = input.maybeDay("from", query.from()).orElse(Quarter.of(until).first());
    LocalDate to = input.maybeDay("to", query.to()).orElse(Quarter.of(from).last());
    if (since.isAfter(until)) {
      input.refuse("until", "Enter a day from the first one on.");
    }
    if (to.isBefore(from)) {
      input.refuse("to", "Enter a day from the first one on.");
    }
    input.check();
    return new MovementService.Asked(since, until, new Movement.Period(from, to));
  }

  private static MovementParts parts(Movement.View view) {
    return new MovementParts(
        text(view.opening()),
        part(view, Movement.Part.OPENED),
        part(view, Movement.Part.MOVED_IN),
        part(view, Movement.Part.VALUE),
        part(view, Movement.Part.ODDS),
        part(view, Movement.Part.MOVED_OUT),
        part(view, Movement.Part.PAUSED),
        part(view, Movement.Part.WON),
        part(view, Movement.Part.LOST),
        text(view.closing()));
  }

  private static String part(Movement.View view, Movement.Part part) {
    return text(view.parts().get(part));
  }

  static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  private static MovedItem item(MovementService.Item item) {
    return new MovedItem(
        item.id(),
        item.moved().ref(),
        item.title(),
        item.account(),
        item.owner(),
        item.moved().part().word(),
        text(item.moved().before()),
        text(item.moved().after()),
        text(item.moved().change()),
        item.before().map(MovementController::standing).orElse(null),
        standing(item.after()));
  }

  private static MovedStanding standing(MovementService.Standing s) {
    return new MovedStanding(text(s.value()), s.probability(), s.close(), s.state());
  }
}
