package firmtally.server.sales.trail;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The paper trail: everything of one deal and of the terms before and after it. */
@RestController
class TrailController {
  private final TrailStore store;
  private final Records records;
  private final SettingsService settings;

  TrailController(TrailStore store, Records records, SettingsService settings) {
    this.store = store;
    this.records = records;
    this.settings = settings;
  }

  /** One paper of a chain. */
  record Paper(
      String kind,
      RecordId id,
      String number,
      String title,
      LocalDate day,
      String state,
      @MaybeNull String amount) {}

  /** What somebody may read of the chain that an opportunity stands in. */
  @GetMapping("/api/trail/{opportunity}")
  List<Paper> trail(@PathVariable OpportunityId opportunity, @SignedIn Actor actor) {
    records.checkReadable("opportunity", opportunity, actor);
    return store.trail(opportunity, settings.amounts(), actor);
  }
}
