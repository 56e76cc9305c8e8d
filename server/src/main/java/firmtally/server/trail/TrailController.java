package firmtally.server.trail;

import firmtally.server.daysheet.DaySheetService;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.MaybeNull;
import firmtally.server.settings.SettingsService;
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
  private final FoundIndex index;
  private final DaySheetService daySheet;
  private final Clock clock;

  TrailController(
      TrailStore store,
      OpportunityService opportunities,
      SettingsService settings,
      FoundIndex index,
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
  List<FoundIndex.Hit> find(@RequestParam(defaultValue = "") String q, @SignedIn Actor actor) {
    return store.seen(index.search(q), actor);
  }
}
