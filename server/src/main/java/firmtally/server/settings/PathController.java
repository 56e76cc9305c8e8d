package firmtally.server.settings;

import firmtally.server.people.Actor;
import firmtally.server.people.PeopleService;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.Versions;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/paths")
class PathController {
  private final PathService paths;
  private final PeopleService people;

  PathController(PathService paths, PeopleService people) {
    this.paths = paths;
    this.people = people;
  }

  /**
   * A path with how many open opportunities stand in each of its stages.
   *
   * @param standing by the stage's id
   */
  record PathView(PathService.SalesPath path, Map<Long, Long> standing) {}

  record Paths(List<PathView> paths, List<String> teams) {}

  record NewPath(String name, String kind) {}

  record PathAdded(long id) {}

  @GetMapping
  Paths list() {
    return new Paths(
        paths.list().stream().map(p -> new PathView(p, paths.standing(p.id()))).toList(),
        people.teams());
  }

  @PostMapping
  PathAdded add(@RequestBody NewPath typed, @SignedIn Actor actor) {
    return new PathAdded(paths.add(typed.name(), typed.kind(), actor));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody PathService.PathForm typed,
      @SignedIn Actor actor) {
    paths.change(id, Versions.of(version), typed, actor);
  }
}
