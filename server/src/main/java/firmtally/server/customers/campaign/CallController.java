package firmtally.server.customers.campaign;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.MaybeNull;
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
@RequestMapping("/api/call-lists")
class CallController {
  private final CallService calls;

  CallController(CallService calls) {
    this.calls = calls;
  }

  record NewCallList(String name, String campaign, CallPick pick) {}

  record CallListMade(long id) {}

  /** A list with everybody on it, and what its campaign brought. */
  record CallListView(
      CallService.CallListRow list,
      List<CallService.EntryView> entries,
      CallService.CampaignResult result) {}

  /** What a call came to; the opportunity's id when one was raised. */
  record CallNoted(@MaybeNull Long opportunityId) {}

  @GetMapping
  List<CallService.CallListRow> list() {
    return calls.lists();
  }

  /** Whom a filter would pick; nothing is made by it. */
  @PostMapping("/picked")
  CallService.Picked picked(@RequestBody CallPick pick) {
    return calls.picked(pick);
  }

  @PostMapping
  CallListMade make(@RequestBody NewCallList typed, @SignedIn Actor actor) {
    return new CallListMade(calls.make(typed.name(), typed.campaign(), typed.pick(), actor));
  }

  @GetMapping("/{id}")
  CallListView get(@PathVariable long id) {
    CallService.CallListRow list = calls.get(id);
    return new CallListView(list, calls.entries(id), calls.result(list.campaign()));
  }

  @PostMapping("/entries/{entry}")
  CallNoted note(
      @PathVariable long entry, @RequestBody CallService.OutcomeForm typed, @SignedIn Actor actor) {
    return new CallNoted(calls.note(entry, typed, actor).orElse(null));
  }

  @PostMapping("/{id}/closed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void close(@PathVariable long id, @SignedIn Actor actor) {
    calls.close(id, actor);
  }
}
