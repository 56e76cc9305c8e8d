package firmtally.server.sales.trail;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.reporting.daysheet.DaySheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is read across parts; nothing is changed here. */
@RestController
@RequestMapping("/api")
class TrailController {
  private final TrailStore store;
  private final OpportunityService opportunities;
  private final SettingsService settings;
  private final SearchIndex index;
  private final DaySheetService daySheet;
  private final Clock clock;

  TrailController(
      TrailStore store,
      OpportunityService opportunities,
      SettingsService settings,
      SearchIndex index,
      DaySheetService daySheet,
      Clock clock) {
    this.store = store;
    this.opportunities = opportunities;
    this.settings = settings;
    this.index = index;
    this.daySheet = daySheet;
    this.clock = clock;
  }

  /** One paper of a chain. */
  record Paper(
      String kind,
      long id,
      String number,
      String title,
      String day,
      String state,
      @MaybeNull String amount) {}

  /** The live counts of the bar. */
  record Counts(
      long daySheet, long enquiries, long opportunities, long quotes, long orders, long renewals) {}

  @GetMapping("/trail/{opportunity}")
  List<Paper> trail(@PathVariable long opportunity, @SignedIn Actor actor) {
    opportunities.seen(opportunity, actor);
    return store.trail(opportunity, settings.amounts());
  }

  @GetMapping("/counts")
  Counts counts(@SignedIn Actor actor) {
    return store.counts(actor, LocalDate.now(clock), daySheet.count(actor));
  }

  @GetMapping("/find")
  List<SearchIndex.Hit> find(@RequestParam(defaultValue = "") String q, @SignedIn Actor actor) {
    return store.seen(index.search(q), actor);
  }
}
