package firmtally.server.reporting.daysheet;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.Money;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The first screen; nothing is changed here. */
@RestController
class DaySheetController {
  private final DaySheetService service;

  DaySheetController(DaySheetService service) {
    this.service = service;
  }

  /**
   * One thing to do: why, by when, and what is at stake. The activity is the one to be marked done.
   *
   * @param also what else speaks for it
   * @param expected whether what is at stake is what such enquiries have brought on average
   * @param renewsId the agreement whose next term it is, to be renewed in one act
   * @param stageId of an opportunity, with its version, for moving its expected close
   */
  record Todo(
      String kind,
      List<String> also,
      String record,
      RecordId id,
      String number,
      String title,
      String account,
      LocalDate due,
      String atStake,
      boolean expected,
      @MaybeNull ActivityId activityId,
      @MaybeNull StageId stageId,
      @MaybeNull Long version,
      @MaybeNull AgreementId renewsId) {}

  /**
   * The period: won so far against its goal, and where it will end with 10, 50 and 90 percent.
   *
   * @param closers how many open opportunities, the largest first, would close the gap; null when
   *     all of them do not
   */
  record Period(
      LocalDate from,
      LocalDate to,
      String won,
      String goal,
      String gap,
      String expected,
      String low,
      String middle,
      String high,
      String best,
      String goalPercent,
      @MaybeNull Integer closers) {}

  /**
   * What is to be done and where the period stands.
   *
   * @param total how much there is to do; the rows are the weightiest of it
   */
  record DaySheet(List<Todo> rows, long total, Period period) {}

  @GetMapping("/api/day-sheet")
  DaySheet daySheet(@SignedIn Actor actor) {
    DaySheetService.Period period = service.period(actor);
    DaySheetService.Work work = service.todo(actor);
    return new DaySheet(
        work.rows(),
        work.total(),
        new Period(
            period.from(),
            period.to(),
            text(period.won()),
            text(period.goal()),
            text(period.outlook().gap().orElseThrow()),
            text(period.outlook().expected()),
            text(period.outlook().low()),
            text(period.outlook().middle()),
            text(period.outlook().high()),
            text(period.outlook().best()),
            period.outlook().goalPercent().orElseThrow().toString(),
            period.outlook().closers().map(List::size).orElse(null)));
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
