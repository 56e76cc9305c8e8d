package firmtally.formats.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import biweekly.Biweekly;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.util.CompatibilityHints;
import net.fortuna.ical4j.validate.ValidationEntry;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Feeds and invitations are in order for two libraries that read them by the standard. */
class CalendarJudgeTest {
  private static final Instant NOW = Instant.parse("2027-02-01T08:00:00Z");
  private static final Invitation.Meeting MEETING =
      new Invitation.Meeting(
          "activity-7@harrowplumb.example",
          1,
          Instant.parse("2027-03-01T13:30:00Z"),
          90,
          "Look at the yard; with scales",
          "Bring boots.",
          "Yard 2");
  private static final Invitation.Person MARA =
      new Invitation.Person("Mara Lind", "mara@harrowplumb.example");
  private static final List<Invitation.Person> INVITED =
      List.of(
          new Invitation.Person("", "jane@buyer.example"),
          new Invitation.Person("Joe, the miller", "joe@buyer.example"));

  @BeforeAll
  static void offline() {
    System.setProperty(
        "net.fortuna.ical4j.timezone.cache.impl", "net.fortuna.ical4j.util.MapTimeZoneCache");
    System.setProperty("net.fortuna.ical4j.timezone.update.enabled", "false");
    CompatibilityHints.clearHintEnabled(CompatibilityHints.KEY_RELAXED_VALIDATION);
  }

  private static Calendar judged(byte[] bytes) throws Exception {
    Calendar calendar = new CalendarBuilder().build(new ByteArrayInputStream(bytes));
    assertThat(calendar.validate(true).getEntries())
        .filteredOn(entry -> entry.getSeverity() == ValidationEntry.Severity.ERROR)
        .isEmpty();
    var other = Biweekly.parse(new String(bytes, StandardCharsets.UTF_8)).first();
    assertThat(other.validate(other.getVersion()).isEmpty()).as(new String(bytes)).isTrue();
    return calendar;
  }

  private static byte[] feed(List<CalendarFeed.Entry> entries) {
    return CalendarFeed.write("Mara", entries, ZoneId.of("Europe/Berlin"), NOW);
  }

  @Test
  void aFeedAndAnEmptyOneAreInOrder() throws Exception {
    CalendarFeed.Entry call =
        new CalendarFeed.Entry(
            "activity-7@firm-tally",
            LocalDate.of(2027, 3, 1),
            Optional.empty(),
            "Call",
            "",
            "http://localhost/opportunities/7",
            true);
    assertThat(judged(feed(List.of(call))).getComponents("VEVENT")).hasSize(1);
    assertThat(judged(feed(List.of())).getComponents("VEVENT")).isEmpty();
  }

  @Test
  void anInvitationAndItsEndAreInOrder() throws Exception {
    Calendar request = judged(Invitation.request(MEETING, MARA, INVITED, NOW));
    assertThat(request.toString())
        .contains("METHOD:REQUEST", "mailto:joe@buyer.example", "RSVP=TRUE");
    Calendar cancel = judged(Invitation.cancel(MEETING, MARA, INVITED, NOW));
    assertThat(cancel.toString()).contains("METHOD:CANCEL", "STATUS:CANCELLED", "SEQUENCE:1");
  }
}
