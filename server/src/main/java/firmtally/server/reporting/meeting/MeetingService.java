package firmtally.server.reporting.meeting;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.ids.MeetingId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.reporting.metrics.Cut;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Weekly meetings: begun, walked through, ended, and their protocol sent. */
@Service
class MeetingService {
  /** A walk of more takes a day. */
  static final int MOST_ITEMS = 200;

  private static final int WEEK = 7;
  private static final int MOST_CHANGES = 30;
  private static final String KIND = "meeting";
  private final MeetingStore store;
  private final Records records;
  private final UserService people;
  private final EmailQueue emails;
  private final ParticularsService company;
  private final SettingsService settings;
  private final Clock clock;

  MeetingService(
      MeetingStore store,
      Records records,
      UserService people,
      EmailQueue emails,
      ParticularsService company,
      SettingsService settings,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.people = people;
    this.emails = emails;
    this.company = company;
    this.settings = settings;
    this.clock = clock;
  }

  List<MeetingStore.Meeting> list(Actor actor, long below, int most) {
    return store.list(actor, below, most);
  }

  MeetingStore.Meeting readable(MeetingId id, Actor actor) {
    records.checkReadable(KIND, RecordId.of(id), actor);
    return store.find(id).orElseThrow(() -> new NotThere(KIND, id));
  }

  List<MeetingStore.Item> items(MeetingId id, Actor actor) {
    return store.items(id, actor);
  }

  /**
   * Begins a walk: what slipped or is past its date first, then the silent, then what changed since
   * the last meeting of the same, within each the most weighted first.
   */
  @Transactional
  public MeetingId begin(Cut cut, Actor actor) {
    actor.checkSells();
    LocalDate today = LocalDate.now(clock);
    LocalDate since = store.lastOf(actor.id(), cut).orElse(today.minusDays(WEEK));
    List<MeetingStore.Candidate> found =
        new ArrayList<>(store.candidates(since, today, cut, actor));
    if (found.isEmpty()) {
      throw new NotPossible("Nothing is open here, so there is nothing to walk through.");
    }
    found.sort(
        Comparator.comparingInt(MeetingService::rank)
            .thenComparing(Comparator.comparingLong(MeetingStore.Candidate::weighted).reversed())
            .thenComparing(c -> c.id().value()));
    int walked = Math.min(found.size(), MOST_ITEMS);
    MeetingId id = store.insert(actor.id(), cut, since, found.size() - walked, clock.instant());
    int position = 0;
    for (MeetingStore.Candidate candidate : found.subList(0, walked)) {
      position++;
      store.add(id, candidate.id(), position, why(candidate));
    }
    return id;
  }

  private static int rank(MeetingStore.Candidate c) {
    if (c.slipped() || c.past()) {
      return 0;
    }
    return c.silent() ? 1 : c.changes() > 0 ? 2 : 3;
  }

  private static String why(MeetingStore.Candidate c) {
    List<String> why = new ArrayList<>();
    if (c.slipped()) {
      why.add("close-moved-back");
    }
    if (c.past()) {
      why.add("past-expected-close");
    }
    if (c.silent()) {
      why.add("no-contact");
    }
    if (c.changes() > 0) {
      why.add("changed");
    }
    return String.join(" ", why);
  }

  /** How one stood at the last meeting, and what was done with it since. */
  record Since(Optional<MeetingStore.Was> was, List<MeetingStore.Change> changes) {}

  Since since(MeetingId id, OpportunityId opportunity, Actor actor) {
    MeetingStore.Meeting meeting = readable(id, actor);
    records.checkReadable("opportunity", RecordId.of(opportunity), actor);
    return new Since(
        store.was(opportunity, meeting.sinceDay()),
        store.changesSince(opportunity, meeting.sinceDay(), MOST_CHANGES));
  }

  /** One was looked at, with a word of what was said. */
  @Transactional
  public void see(MeetingId id, OpportunityId opportunity, String typedNote, Actor actor) {
    running(id, actor);
    Input input = new Input();
    String note = input.longText("note", typedNote);
    input.check();
    records.checkReadable("opportunity", RecordId.of(opportunity), actor);
    if (store.see(id, opportunity, note, clock.instant()) == 0) {
      throw new NotThere("opportunity of this meeting", opportunity);
    }
  }

  private MeetingStore.Meeting running(MeetingId id, Actor actor) {
    records.checkEditable(KIND, RecordId.of(id), actor);
    MeetingStore.Meeting meeting = store.find(id).orElseThrow(() -> new NotThere(KIND, id));
    if (meeting.endedAt() != null) {
      throw new NotPossible("This meeting is over. Begin another one.");
    }
    return meeting;
  }

  @Transactional
  public void end(MeetingId id, Actor actor) {
    running(id, actor);
    store.end(id, clock.instant());
  }

  /** What was decided, by opportunity; empty for one that was only looked at. */
  Map<OpportunityId, List<MeetingStore.Change>> decided(MeetingStore.Meeting meeting) {
    Instant to = meeting.endedAt() == null ? clock.instant() : meeting.endedAt();
    return store.changes(meeting.id(), meeting.startedAt(), to).stream()
        .collect(
            Collectors.groupingBy(
                MeetingStore.Change::id, LinkedHashMap::new, Collectors.toList()));
  }

  /** Sends each rep what was decided of theirs; nobody gets what they may not see. */
  @Transactional
  public void send(MeetingId id, Actor actor) {
    records.checkEditable(KIND, RecordId.of(id), actor);
    MeetingStore.Meeting meeting = store.find(id).orElseThrow(() -> new NotThere(KIND, id));
    if (meeting.endedAt() == null) {
      throw new NotPossible("End the meeting first.");
    }
    if (store.sent(id, clock.instant()) == 0) {
      throw new NotPossible("The protocol was sent already.");
    }
    Map<OpportunityId, List<MeetingStore.Change>> decided = decided(meeting);
    Map<PersonId, List<MeetingStore.Item>> byOwner =
        store.items(id, actor).stream()
            .filter(item -> item.seenAt() != null || decided.containsKey(item.id()))
            .collect(
                Collectors.groupingBy(
                    MeetingStore.Item::ownerId, LinkedHashMap::new, Collectors.toList()));
    String address = company.get().email().isEmpty() ? actor.email() : company.get().email();
    byOwner.forEach(
        (owner, items) -> {
          if (people.isActive(owner)) {
            emails.queue(
                new EmailQueue.Email(
                    KIND,
                    RecordId.of(id),
                    new EmailQueue.From(address, actor.name()),
                    List.of(people.get(owner).email()),
                    List.of(),
                    "Meeting of " + day(meeting.startedAt()) + ": what was decided",
                    text(items, decided),
                    List.of()));
          }
        });
  }

  private LocalDate day(Instant at) {
    return LocalDate.ofInstant(at, clock.getZone());
  }

  private String text(
      List<MeetingStore.Item> items, Map<OpportunityId, List<MeetingStore.Change>> decided) {
    LongFunction<String> amounts = settings.amounts();
    StringBuilder text = new StringBuilder();
    for (MeetingStore.Item item : items) {
      text.append(item.number())
          .append(' ')
          .append(item.title())
          .append(", ")
          .append(item.account())
          .append(", ")
          .append(amounts.apply(item.value()))
          .append(' ')
          .append(settings.company().currency())
          .append('\n');
      for (MeetingStore.Change change : decided.getOrDefault(item.id(), List.of())) {
        text.append("- ").append(change.what());
        if (change.after() != null) {
          text.append(": ");
          if (change.before() != null) {
            text.append(change.before()).append(" to ");
          }
          text.append(change.after());
        }
        text.append('\n');
      }
      if (!item.note().isBlank()) {
        text.append("- ").append(item.note()).append('\n');
      }
      text.append('\n');
    }
    return text.toString().stripTrailing();
  }
}
