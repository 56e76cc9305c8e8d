package firmtally.server.opportunity;

import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.Download;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The list of opportunities; nothing is changed here. */
@RestController
@RequestMapping("/api/opportunities")
class ListController {
  private final ListService lists;
  private final CircleService circle;
  private final Clock clock;

  ListController(ListService lists, CircleService circle, Clock clock) {
    this.lists = lists;
    this.circle = circle;
    this.clock = clock;
  }

  @GetMapping
  ListService.OpportunityPage page(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return lists.page(query, actor);
  }

  @GetMapping("/groups")
  List<ListService.GroupRow> groups(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return lists.groups(query, actor);
  }

  /** How many are neglected in which way. */
  @GetMapping("/faults")
  Map<String, Long> faults(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return lists.faults(query, actor);
  }

  @GetMapping("/used")
  CircleService.Used used() {
    return circle.used();
  }

  @GetMapping(path = "/list.csv", produces = Download.CSV)
  ResponseEntity<byte[]> csv(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return Download.of(lists.file(query, actor, false), name("csv"), Download.CSV);
  }

  @GetMapping(path = "/list.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> xlsx(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return Download.of(lists.file(query, actor, true), name("xlsx"), Download.XLSX);
  }

  private String name(String ending) {
    return "opportunities-" + LocalDate.now(clock) + "." + ending;
  }
}
