package firmtally.server.pipeline.list;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.pipeline.opportunity.TeamService;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Paged;
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
  private final TeamService team;
  private final Clock clock;

  ListController(ListService lists, TeamService team, Clock clock) {
    this.lists = lists;
    this.team = team;
    this.clock = clock;
  }

  @GetMapping
  Paged<ListService.OpportunityRow> page(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return lists.page(query, actor);
  }

  @GetMapping("/groups")
  List<ListService.GroupRow> groups(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return lists.groups(query, actor);
  }

  /** How many are neglected in which way. */
  @GetMapping("/attention")
  Map<String, Long> attention(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    return lists.attention(query, actor);
  }

  @GetMapping("/used")
  TeamService.Used used(@SignedIn Actor actor) {
    return team.used();
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
