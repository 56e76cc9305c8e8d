package firmtally.server.handover;

import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/handovers")
class HandoverController {
  private final HandoverService handovers;

  HandoverController(HandoverService handovers) {
    this.handovers = handovers;
  }

  record HandedOver(long id) {}

  @GetMapping
  List<HandoverService.HandoverView> list() {
    return handovers.list();
  }

  @PostMapping
  HandedOver handOver(@RequestBody HandoverService.HandoverForm typed, @SignedIn Actor actor) {
    return new HandedOver(handovers.handOver(typed, actor));
  }

  /** Gives everything back before the last day. */
  @PostMapping("/{id}/ended")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable long id, @SignedIn Actor actor) {
    handovers.end(id, actor);
  }
}
