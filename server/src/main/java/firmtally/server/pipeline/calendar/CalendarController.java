package firmtally.server.pipeline.calendar;

import firmtally.formats.calendar.CalendarFeed;
import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.PublicAddress;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is due and what is expected to close, day by day. */
@RestController
@RequestMapping("/api/calendar")
class CalendarController {
  private static final int PAST_DAYS = 30;
  private static final int COMING_DAYS = 200;
  private static final int MOST_DAYS = 400;
  private static final MediaType CALENDAR = MediaType.parseMediaType("text/calendar;charset=UTF-8");
  private static final int MOST = 3000;
  private final CalendarStore store;
  private final ActivityService activities;
  private final UserService people;
  private final SettingsService settings;
  private final PublicAddress address;
  private final Clock clock;

  CalendarController(
      CalendarStore store,
      ActivityService activities,
      UserService people,
      SettingsService settings,
      PublicAddress address,
      Clock clock) {
    this.store = store;
    this.activities = activities;
    this.people = people;
    this.settings = settings;
    this.address = address;
    this.clock = clock;
  }

  /** An opportunity that is expected to close on a day. */
  record Closing(
      OpportunityId id,
      String number,
      String title,
      String account,
      String owner,
      LocalDate day,
      String value) {}

  /**
   * What is planned and expected.
   *
   * @param more whether there is more than a calendar holds; a person or team narrows it
   */
  record Calendar(List<ActivityService.Planned> activities, List<Closing> closes, boolean more) {}

  /** The address of one's own feed; whoever knows it can read it. */
  record FeedLink(String url) {}

  @GetMapping
  Calendar between(
      @RequestParam String from,
      @RequestParam String to,
      @RequestParam(defaultValue = "0") PersonId person,
      @RequestParam(defaultValue = "") String team,
      @SignedIn Actor actor) {
    Input input = new Input();
    Optional<LocalDate> first = input.day("from", from);
    Optional<LocalDate> last = input.day("to", to);
    if (first.isPresent()
        && last.isPresent()
        && last.get().isAfter(first.get().plusDays(MOST_DAYS))) {
      input.refuse("to", "A calendar shows at most " + MOST_DAYS + " days.");
    }
    input.check();
    return calendar(first.orElseThrow(), last.orElseThrow(), person, team, actor);
  }

  private Calendar calendar(
      LocalDate from, LocalDate to, PersonId person, String team, Actor actor) {
    List<ActivityService.Planned> planned =
        activities.between(from, to, person, team, MOST + 1, actor);
    List<Closing> closes =
        store.closes(from, to, person, team, MOST + 1, actor, settings.amounts());
    return new Calendar(
        planned.stream().limit(MOST).toList(),
        closes.stream().limit(MOST).toList(),
        planned.size() > MOST || closes.size() > MOST);
  }

  @GetMapping("/link")
  FeedLink link(@SignedIn Actor actor) {
    return linkOf(people.calendarKey(actor, false));
  }

  /** Another address; the one before stops working. */
  @PostMapping("/link")
  FeedLink another(@SignedIn Actor actor) {
    return linkOf(people.calendarKey(actor, true));
  }

  private FeedLink linkOf(String key) {
    return new FeedLink(address.of("/api/calendar/" + key + ".ics"));
  }

  @Open("A calendar program has no session: the key of the link says whose it is.")
  @GetMapping(path = "/{key}.ics", produces = "text/calendar")
  ResponseEntity<byte[]> feed(@PathVariable String key) {
    Actor actor = people.byCalendarKey(key).orElseThrow(() -> new NotThere("calendar", "here"));
    LocalDate today = LocalDate.now(clock);
    Calendar calendar =
        calendar(today.minusDays(PAST_DAYS), today.plusDays(COMING_DAYS), actor.id(), "", actor);
    List<CalendarFeed.Entry> entries = new ArrayList<>();
    calendar.activities().forEach(a -> entries.add(entry(a)));
    calendar.closes().forEach(c -> entries.add(entry(c)));
    byte[] bytes =
        CalendarFeed.write(
            settings.company().name() + ", " + actor.name(),
            entries,
            clock.getZone(),
            clock.instant());
    return ResponseEntity.ok().contentType(CALENDAR).body(bytes);
  }

  private CalendarFeed.Entry entry(ActivityService.Planned a) {
    String place =
        switch (a.record()) {
          case "opportunity" -> "/opportunities/";
          case "enquiry" -> "/enquiries/";
          default -> "/accounts/";
        };
    return new CalendarFeed.Entry(
        "activity-" + a.id() + "@firm-tally",
        a.due(),
        Optional.ofNullable(a.atTime()),
        a.subject() + " (" + a.account() + ")",
        a.kind() + " on " + a.number() + ", " + a.account(),
        page(place + a.recordId()),
        a.done());
  }

  private CalendarFeed.Entry entry(Closing c) {
    return new CalendarFeed.Entry(
        "close-" + c.id() + "@firm-tally",
        c.day(),
        Optional.empty(),
        c.title() + " is expected to close",
        c.number() + ", " + c.account() + ", " + c.value(),
        page("/opportunities/" + c.id()),
        false);
  }

  private String page(String path) {
    return address.of(path);
  }
}
