package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.ClockConfig;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.sales.agreement.AgreementEnds;
import firmtally.server.sales.agreement.AgreementTerms;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.sales.renewal.RiseService;
import firmtally.server.sales.sending.SendingService;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** What is done about the terms that end soon: called, quoted, raised, or the customer leaves. */
@Component
class DemoRenewals {
  private static final int SOON_DAYS = 80;
  private static final int PREPARED = 12;
  private final AgreementTerms terms;
  private final AgreementEnds ends;
  private final RiseService rises;
  private final QuoteService quotes;
  private final SendingService sending;
  private final ActivityService activities;
  private final Sql sql;

  DemoRenewals(
      AgreementTerms terms,
      AgreementEnds ends,
      RiseService rises,
      QuoteService quotes,
      SendingService sending,
      ActivityService activities,
      Sql sql) {
    this.terms = terms;
    this.ends = ends;
    this.rises = rises;
    this.quotes = quotes;
    this.sending = sending;
    this.activities = activities;
    this.sql = sql;
  }

  private record Ending(
      AgreementId id,
      LocalDate endDay,
      OpportunityId next,
      PersonId owner,
      ActivityId call,
      long version) {}

  /** Prepares the terms that end soon. */
  void prepare(DemoHistory.Stage stage) {
    List<Ending> ending =
        sql.sql(
                """
                SELECT g.id, g.end_day, n.id AS next, n.owner_id AS owner, g.version,
                       (SELECT MIN(x.id) FROM activity x WHERE x.opportunity_id = n.id AND x.closed_at IS NULL AND x.kind = 'call') AS call
                FROM agreement g JOIN opportunity n ON n.renews_id = g.id AND n.state = 'open'
                WHERE g.state = 'running' AND g.end_day >= :today AND n.lead_quote_id IS NULL ORDER BY g.end_day, g.id
                """)
            .param("today", stage.today())
            .query(Ending.class)
            .list();
    LocalDate soon = stage.today().plusDays(SOON_DAYS);
    int turn = 0;
    for (Ending one : ending.stream().filter(e -> !e.endDay().isAfter(soon)).toList()) {
      if (turn < PREPARED) {
        prepare(one, turn++, stage);
      }
    }
    agree(ending, stage);
    raise(stage);
  }

  private static Actor rep(Ending of, DemoHistory.Stage stage) {
    return stage.reps().stream().filter(r -> r.id().equals(of.owner())).findFirst().orElseThrow();
  }

  private void prepare(Ending one, int turn, DemoHistory.Stage stage) {
    Actor rep = rep(one, stage);
    if (turn % 4 == 3) {
      return;
    }
    ClockConfig.on(
        stage.today().minusDays(3L + turn),
        () -> {
          if (one.call() != null) {
            activities.done(
                one.call(),
                new ActivityService.DoneForm("They are content; send the next term.", null),
                rep);
          }
        });
    if (turn % 4 == 0) {
      ClockConfig.on(
          stage.today().minusDays(2),
          () -> sending.takeOverAsSent(quotes.make(one.next(), false, rep), rep));
    } else if (turn == 5) {
      ends.leave(
          one.id(),
          one.version(),
          new AgreementEnds.LeaveForm(null, "They close the site", null),
          rep);
    }
  }

  /** On some it was agreed by how much they may rise, and to speak earlier. */
  private void agree(List<Ending> ending, DemoHistory.Stage stage) {
    LocalDate late = stage.today().plusDays(SOON_DAYS);
    List<Ending> later = ending.stream().filter(e -> e.endDay().isAfter(late)).toList();
    for (int i = 0; i < later.size(); i += 7) {
      Ending one = later.get(i);
      terms.change(
          one.id(),
          one.version(),
          new AgreementTerms.TermsForm("2", "3", "At most 3 % a year, told two months before."),
          rep(one, stage));
    }
  }

  /** One family was raised for the months after next. */
  private void raise(DemoHistory.Stage stage) {
    String from = stage.today().plusMonths(4).toString().substring(0, 7);
    String to = stage.today().plusMonths(6).toString().substring(0, 7);
    rises.make(RiseService.RiseForm.by("3.5", from, to), stage.manager());
  }
}
