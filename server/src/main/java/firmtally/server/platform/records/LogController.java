package firmtally.server.platform.records;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Paged;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Who changed what, when, from what to what, for whoever sees the record. */
@RestController
class LogController {
  private final Records records;
  private final ChangeLog log;

  LogController(Records records, ChangeLog log) {
    this.records = records;
    this.log = log;
  }

  @GetMapping("/api/records/{kind}/{id}/log")
  Paged<ChangeLog.Entry> log(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    records.checkReadable(kind, id, actor);
    return log.list(kind, id, after);
  }
}
