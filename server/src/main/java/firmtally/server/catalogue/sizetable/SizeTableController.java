package firmtally.server.catalogue.sizetable;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.SizeTableId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
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
@RequestMapping("/api/size-tables")
class SizeTableController {
  private final SizeTableService grids;
  private final Idempotency once;

  SizeTableController(SizeTableService grids, Idempotency once) {
    this.grids = grids;
    this.once = once;
  }

  record SizeTableSaved(SizeTableId id) {}

  @Open("The catalogue is read by whoever is signed in; nothing here is a cost or a customer's.")
  @GetMapping
  List<SizeTableService.SizeTable> all() {
    return grids.all();
  }

  @Open("The catalogue is read by whoever is signed in; nothing here is a cost or a customer's.")
  @GetMapping("/{id}")
  SizeTableService.SizeTable get(@PathVariable SizeTableId id) {
    return grids.get(id);
  }

  @PostMapping
  SizeTableSaved keep(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody SizeTableService.SizeTableForm typed,
      @SignedIn Actor actor) {
    return new SizeTableSaved(
        once.once(
            key,
            actor.id(),
            "add-size-table",
            "",
            SizeTableId::new,
            () -> grids.keep(typed, actor)));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable SizeTableId id,
      @RequestHeader("If-Match") String version,
      @RequestBody SizeTableService.SizeTableForm typed,
      @SignedIn Actor actor) {
    grids.change(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/deactivated")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setDeactivated(
      @PathVariable SizeTableId id,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    grids.setDeactivated(id, Versions.of(version), true, actor);
  }

  @PostMapping("/{id}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable SizeTableId id,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    grids.setDeactivated(id, Versions.of(version), false, actor);
  }
}
