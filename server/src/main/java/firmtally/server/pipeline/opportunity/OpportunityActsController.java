package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.CheckId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.Versions;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Where an opportunity goes: moved, ticked off, paused, lost, opened again; and its files. */
@RestController
@RequestMapping("/api/opportunities/{id}")
class OpportunityActsController {
  private final MoveService moves;
  private final EndingService endings;

  OpportunityActsController(MoveService moves, EndingService endings) {
    this.moves = moves;
    this.endings = endings;
  }

  record Ticked(boolean done) {}

  @PostMapping("/stage/{stage}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void move(
      @PathVariable OpportunityId id,
      @PathVariable StageId stage,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    moves.move(id, Versions.of(version), stage, actor);
  }

  record OtherProcess(ProcessId process) {
    OtherProcess {
      process = Input.given(process, ProcessId::new);
    }
  }

  /** Puts it on another sales process, at the stage that is as far. */
  @PutMapping("/process")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeProcess(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody OtherProcess typed,
      @SignedIn Actor actor) {
    moves.changeProcess(id, Versions.of(version), typed.process(), actor);
  }

  @PostMapping("/checks/{check}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void tick(
      @PathVariable OpportunityId id,
      @PathVariable CheckId check,
      @RequestBody Ticked typed,
      @SignedIn Actor actor) {
    moves.tick(id, check, typed.done(), actor);
  }

  @PostMapping("/lost")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void lose(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody EndingService.Loss typed,
      @SignedIn Actor actor) {
    endings.lose(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/paused")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void pause(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody EndingService.Pause typed,
      @SignedIn Actor actor) {
    endings.pause(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/reopened")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reopen(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    endings.reopen(id, Versions.of(version), actor);
  }
}
