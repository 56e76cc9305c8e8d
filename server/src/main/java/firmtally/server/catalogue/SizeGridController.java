package firmtally.server.catalogue;

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
@RequestMapping("/api/size-grids")
class SizeGridController {
  private final SizeGridService grids;

  SizeGridController(SizeGridService grids) {
    this.grids = grids;
  }

  record SizeGridKept(long id) {}

  @GetMapping
  List<SizeGridService.SizeGrid> all() {
    return grids.all();
  }

  @GetMapping("/{id}")
  SizeGridService.SizeGrid get(@PathVariable long id) {
    return grids.get(id);
  }

  @PostMapping
  SizeGridKept keep(@RequestBody SizeGridService.SizeGridForm typed, @SignedIn Actor actor) {
    return new SizeGridKept(grids.keep(typed, actor));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody SizeGridService.SizeGridForm typed,
      @SignedIn Actor actor) {
    grids.change(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/retired")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void retire(
      @PathVariable long id, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    grids.retire(id, Versions.of(version), true, actor);
  }

  @PostMapping("/{id}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable long id, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    grids.retire(id, Versions.of(version), false, actor);
  }
}
