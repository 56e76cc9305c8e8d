package firmtally.server.lineset;

import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.Versions;
import java.util.List;
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
@RequestMapping("/api/line-sets")
class LineSetController {
  private final LineSetService sets;

  LineSetController(LineSetService sets) {
    this.sets = sets;
  }

  record LineSetKept(long id) {}

  @GetMapping
  List<LineSetService.LineSet> all() {
    return sets.all();
  }

  @PostMapping
  LineSetKept keep(@RequestBody LineSetService.LineSetForm typed, @SignedIn Actor actor) {
    return new LineSetKept(sets.keep(typed, actor));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody LineSetService.LineSetForm typed,
      @SignedIn Actor actor) {
    sets.change(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/retired")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void retire(
      @PathVariable long id, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    sets.retire(id, Versions.of(version), true, actor);
  }

  @PostMapping("/{id}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable long id, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    sets.retire(id, Versions.of(version), false, actor);
  }
}
