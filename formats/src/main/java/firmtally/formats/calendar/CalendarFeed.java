package firmtally.formats.calendar;

import biweekly.Biweekly;
import biweekly.ICalDataType;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.component.VFreeBusy;
import biweekly.property.Status;
import biweekly.util.Duration;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Date;
import java.util.List;
import java.util.Optional;

/** A calendar that other programs subscribe to. */
public final class CalendarFeed {
  private static final int REFRESH_HOURS = 1;
  private static final int HALF_HOUR = 30;
  static final String PRODUCT = "-//Firm Tally//Calendar//EN";

  private CalendarFeed() {}

  /**
   * Something on a day.
   *
   * @param uid the same each time, so that a program knows it again
   * @param time when on the day; empty for the whole day. A timed entry lasts half an hour.
   * @param url where it can be opened
   */
  public record Entry(
      String uid,
      LocalDate day,
      Optional<LocalTime> time,
      String title,
      String words,
      String url,
      boolean done) {}

  /**
   * Writes a feed.
   *
   * @param name shown by the programs that subscribe
   * @param zone in which times are meant
   * @param now when it is written
   */
  public static byte[] write(String name, List<Entry> entries, ZoneId zone, Instant now) {
    ICalendar calendar = new ICalendar();
    calendar.setProductId(PRODUCT);
    calendar.setName(name);
    calendar
        .setRefreshInterval(Duration.builder().hours(REFRESH_HOURS).build())
        .getParameters()
        .setValue(ICalDataType.DURATION);
    entries.forEach(entry -> calendar.addEvent(event(entry, zone, now)));
    if (entries.isEmpty()) {
      // A calendar without any part is none by the standard: that nothing is taken is one.
      calendar.addFreeBusy(free(now));
    }
    return Biweekly.write(calendar).go().getBytes(StandardCharsets.UTF_8);
  }

  private static VFreeBusy free(Instant now) {
    VFreeBusy free = new VFreeBusy();
    free.setUid("nothing-planned@firm-tally");
    free.setDateTimeStamp(Date.from(now));
    free.setDateStart(Date.from(now), true);
    free.setDateEnd(Date.from(now.plus(1, ChronoUnit.DAYS)), true);
    return free;
  }

  private static VEvent event(Entry entry, ZoneId zone, Instant now) {
    VEvent event = new VEvent();
    event.setUid(entry.uid());
    event.setDateTimeStamp(Date.from(now));
    event.setSummary(entry.title());
    event.setDescription(entry.words());
    event.setUrl(entry.url());
    if (entry.done()) {
      event.setStatus(Status.confirmed());
    }
    if (entry.time().isPresent()) {
      Instant start = entry.day().atTime(entry.time().get()).atZone(zone).toInstant();
      event.setDateStart(Date.from(start), true);
      event.setDuration(Duration.builder().minutes(HALF_HOUR).build());
    } else {
      // A whole day is a date without a time; it is written as the zone of this program sees it.
      Instant midnight = entry.day().atStartOfDay(ZoneId.systemDefault()).toInstant();
      event.setDateStart(Date.from(midnight), false);
    }
    return event;
  }
}
