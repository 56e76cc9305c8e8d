package firmtally.formats.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class CalendarFeedTest {
  private static String feed(Optional<LocalTime> time) {
    return new String(
        CalendarFeed.write(
            "Mara",
            List.of(
                new CalendarFeed.Entry(
                    "activity-7@firm-tally",
                    LocalDate.of(2027, 3, 1),
                    time,
                    "Call; about the price",
                    "call on O-1001",
                    "http://localhost/opportunities/7",
                    false)),
            ZoneId.of("Europe/Berlin"),
            Instant.parse("2027-02-01T08:00:00Z")),
        StandardCharsets.UTF_8);
  }

  @Test
  void aTimedEntryStandsAtItsInstantForHalfAnHour() {
    assertThat(feed(Optional.of(LocalTime.of(14, 30))))
        .contains("BEGIN:VCALENDAR", "VERSION:2.0", "UID:activity-7@firm-tally")
        .contains("DTSTART:20270301T133000Z", "DURATION:PT30M", "DTSTAMP:20270201T080000Z")
        .contains("SUMMARY:Call\\; about the price");
  }

  @Test
  void anEntryWithoutATimeIsTheWholeDay() {
    assertThat(feed(Optional.empty()))
        .contains("DTSTART;VALUE=DATE:20270301")
        .doesNotContain("DURATION:PT30M");
  }
}
