package firmtally.server.customers.campaign;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.CallId;
import firmtally.server.platform.ids.CallListId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/call-lists")
class CallController {
  /** What a call raised that raised nothing. */
  private static final RecordId NONE = new RecordId(0);

  private final CallService calls;
  private final Idempotency once;

  CallController(CallService calls, Idempotency once) {
    this.calls = calls;
    this.once = once;
  }

  record NewCallList(String name, String campaign, CallPick pick) {}

  record CallListMade(CallListId id) {}

  /** A list with everybody on it, and what its campaign brought. */
  record CallListView(
      CallService.CallListRow list,
      List<CallService.EntryView> entries,
      CallService.CampaignResult result) {}

  /** What a call came to; the opportunity's id when one was raised. */
  record CallNoted(@MaybeNull OpportunityId opportunityId) {}

  @GetMapping
  Paged<CallService.CallListRow> list(
      @RequestParam(defaultValue = "") String after, @SignedIn Actor actor) {
    return calls.lists(Cursor.of(after), actor);
  }

  /** Whom a filter would pick; nothing is made by it. */
  @PostMapping("/picked")
  CallService.Picked picked(@RequestBody CallPick pick, @SignedIn Actor actor) {
    actor.checkSells();
    return calls.picked(pick);
  }

  @PostMapping
  CallListMade make(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody NewCallList typed,
      @SignedIn Actor actor) {
    return new CallListMade(
        once.once(
            key,
            actor.id(),
            "make-call-list",
            "",
            CallListId::new,
            () -> calls.make(typed.name(), typed.campaign(), typed.pick(), actor)));
  }

  @GetMapping("/{id}")
  CallListView get(@PathVariable CallListId id, @SignedIn Actor actor) {
    CallService.CallListRow list = calls.readable(id, actor);
    return new CallListView(list, calls.entries(id), calls.result(list.campaign(), actor));
  }

  @PostMapping("/entries/{entry}")
  CallNoted note(
      @PathVariable CallId entry,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CallService.OutcomeForm typed,
      @SignedIn Actor actor) {
    RecordId raised =
        once.once(
            key,
            actor.id(),
            "note-call",
            "entry " + entry,
            RecordId::new,
            () -> calls.note(entry, typed, actor).map(RecordId::of).orElse(NONE));
    return new CallNoted(raised.equals(NONE) ? null : new OpportunityId(raised.value()));
  }

  /** Takes back what one noted last of a call. */
  @PostMapping("/entries/{entry}/undone")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void undo(@PathVariable CallId entry, @SignedIn Actor actor) {
    calls.undo(entry, actor);
  }

  @PostMapping("/{id}/closed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void close(@PathVariable CallListId id, @SignedIn Actor actor) {
    calls.close(id, actor);
  }
}
