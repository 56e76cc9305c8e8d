package firmtally.server.reporting.meeting;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.MeetingId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.reporting.metrics.Cut;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.LongFunction;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The weekly meeting. */
@RestController
@RequestMapping("/api/meetings")
class MeetingController {
  private static final int PAGE = 30;
  private final MeetingService meetings;
  private final SettingsService settings;
  private final Idempotency once;

  MeetingController(MeetingService meetings, SettingsService settings, Idempotency once) {
    this.meetings = meetings;
    this.settings = settings;
    this.once = once;
  }

  /**
   * A meeting.
   *
   * @param mine whether the person who asks holds it
   * @param leftOut how many more were open than the walk holds
   */
  record MeetingView(
      MeetingId id,
      String holder,
      boolean mine,
      @MaybeNull String team,
      @MaybeNull PersonId ownerId,
      @MaybeNull ProcessId processId,
      LocalDate since,
      Instant startedAt,
      @MaybeNull Instant endedAt,
      @MaybeNull Instant sentAt,
      long items,
      long seen,
      long leftOut) {}

  /** Whose opportunities it walks through; all that one sees where nothing is said. */
  record MeetingForm(
      @MaybeNull String team, @MaybeNull PersonId ownerId, @MaybeNull ProcessId processId) {}

  record MeetingBegun(MeetingId id) {}

  @GetMapping
  Paged<MeetingView> page(@RequestParam(defaultValue = "") String after, @SignedIn Actor actor) {
    return Paged.of(
            meetings.list(actor, Paged.below(after), PAGE + 1), PAGE, MeetingStore.Meeting::id)
        .map(m -> view(m, actor));
  }

  private static MeetingView view(MeetingStore.Meeting m, Actor actor) {
    return new MeetingView(
        m.id(),
        m.holder(),
        m.personId().equals(actor.id()),
        m.team(),
        m.ownerId(),
        m.processId(),
        m.sinceDay(),
        m.startedAt(),
        m.endedAt(),
        m.sentAt(),
        m.items(),
        m.seen(),
        m.leftOut());
  }

  @PostMapping
  MeetingBegun begin(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody MeetingForm typed,
      @SignedIn Actor actor) {
    Cut cut =
        new Cut(
            typed.ownerId(),
            typed.team() == null || typed.team().isBlank() ? null : typed.team(),
            typed.processId(),
            null,
            null);
    return new MeetingBegun(
        once.once(
            key, actor.id(), "meeting", "", MeetingId::new, () -> meetings.begin(cut, actor)));
  }

  /** What was decided of an opportunity. */
  record WalkDecision(
      Instant at,
      @MaybeNull String person,
      String what,
      @MaybeNull String before,
      @MaybeNull String after) {}

  /**
   * An opportunity of the walk.
   *
   * @param why what speaks for looking at it
   */
  record WalkItem(
      OpportunityId id,
      List<String> why,
      String note,
      @MaybeNull Instant seenAt,
      String number,
      String title,
      String account,
      String owner,
      String state,
      String value,
      List<WalkDecision> decisions) {}

  record Walk(MeetingView meeting, List<WalkItem> items) {}

  @GetMapping("/{id}")
  Walk walk(@PathVariable MeetingId id, @SignedIn Actor actor) {
    MeetingStore.Meeting meeting = meetings.readable(id, actor);
    Map<OpportunityId, List<MeetingStore.Change>> decided = meetings.decided(meeting);
    LongFunction<String> amounts = settings.amounts();
    return new Walk(
        view(meeting, actor),
        meetings.items(id, actor).stream()
            .map(
                i ->
                    new WalkItem(
                        i.id(),
                        Arrays.stream(i.why().split(" ")).filter(w -> !w.isEmpty()).toList(),
                        i.note(),
                        i.seenAt(),
                        i.number(),
                        i.title(),
                        i.account(),
                        i.owner(),
                        i.state(),
                        amounts.apply(i.value()),
                        decided.getOrDefault(i.id(), List.of()).stream()
                            .map(MeetingController::decision)
                            .toList()))
            .toList());
  }

  private static WalkDecision decision(MeetingStore.Change c) {
    return new WalkDecision(c.at(), c.person(), c.what(), c.before(), c.after());
  }

  /** How it stood at the last meeting. */
  record WalkWas(String value, String probability, LocalDate expectedClose, String stage) {}

  /**
   * What changed since the last meeting.
   *
   * @param was null where it was not there yet
   */
  record WalkSince(@MaybeNull WalkWas was, List<WalkDecision> changes) {}

  @GetMapping("/{id}/items/{opportunity}")
  WalkSince since(
      @PathVariable MeetingId id, @PathVariable OpportunityId opportunity, @SignedIn Actor actor) {
    MeetingService.Since since = meetings.since(id, opportunity, actor);
    return new WalkSince(
        since
            .was()
            .map(
                w ->
                    new WalkWas(
                        settings.amounts().apply(w.value()),
                        Percent.ofTenThousandths(w.probability()).toString(),
                        w.expectedClose(),
                        w.stage()))
            .orElse(null),
        since.changes().stream().map(MeetingController::decision).toList());
  }

  record SeenForm(String note) {}

  @PutMapping("/{id}/items/{opportunity}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void see(
      @PathVariable MeetingId id,
      @PathVariable OpportunityId opportunity,
      @RequestBody SeenForm typed,
      @SignedIn Actor actor) {
    meetings.see(id, opportunity, typed.note(), actor);
  }

  @PutMapping("/{id}/end")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable MeetingId id, @SignedIn Actor actor) {
    meetings.end(id, actor);
  }

  /** Sends the protocol, to each rep what is theirs. */
  @PostMapping("/{id}/protocol")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void send(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @PathVariable MeetingId id,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "send-protocol", "meeting " + id, () -> meetings.send(id, actor));
  }
}
