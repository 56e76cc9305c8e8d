package firmtally.formats.calendar;

import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.parameter.ParticipationStatus;
import biweekly.parameter.Role;
import biweekly.property.Attendee;
import biweekly.property.Method;
import biweekly.property.Organizer;
import biweekly.property.Status;
import biweekly.util.Duration;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import java.util.List;

/** An invitation to a meeting, as calendars take and answer it (iTIP, RFC 5546). */
public final class Invitation {
  private Invitation() {}

  /**
   * A meeting that others are invited to.
   *
   * @param uid the same each time, so that a calendar knows the meeting again
   * @param sequence how often it was changed since the first invitation
   * @param minutes how long it lasts, above 0
   * @param place blank where none is said
   */
  public record Meeting(
      String uid,
      int sequence,
      Instant start,
      int minutes,
      String title,
      String words,
      String place) {}

  /** Somebody with an email address. */
  public record Person(String name, String email) {}

  /** The invitation, or what has changed of it: whoever gets it is asked to answer. */
  public static byte[] request(
      Meeting meeting, Person organizer, List<Person> invited, Instant now) {
    return write(Method.request(), meeting, organizer, invited, now);
  }

  /** That there will be no meeting. */
  public static byte[] cancel(
      Meeting meeting, Person organizer, List<Person> invited, Instant now) {
    return write(Method.cancel(), meeting, organizer, invited, now);
  }

  private static byte[] write(
      Method method, Meeting meeting, Person organizer, List<Person> invited, Instant now) {
    VEvent event = new VEvent();
    event.setUid(meeting.uid());
    event.setSequence(meeting.sequence());
    event.setDateTimeStamp(Date.from(now));
    event.setDateStart(Date.from(meeting.start()), true);
    event.setDuration(Duration.builder().minutes(meeting.minutes()).build());
    event.setSummary(meeting.title());
    if (!meeting.words().isEmpty()) {
      event.setDescription(meeting.words());
    }
    if (!meeting.place().isEmpty()) {
      event.setLocation(meeting.place());
    }
    event.setStatus(method.isCancel() ? Status.cancelled() : Status.confirmed());
    event.setOrganizer(new Organizer(organizer.name(), organizer.email()));
    for (Person person : invited) {
      Attendee attendee =
          new Attendee(person.name().isEmpty() ? null : person.name(), person.email());
      attendee.setRole(Role.ATTENDEE);
      if (!method.isCancel()) {
        attendee.setParticipationStatus(ParticipationStatus.NEEDS_ACTION);
        attendee.setRsvp(true);
      }
      event.addAttendee(attendee);
    }
    ICalendar calendar = new ICalendar();
    calendar.setProductId(CalendarFeed.PRODUCT);
    calendar.setMethod(method);
    calendar.addEvent(event);
    return Biweekly.write(calendar).go().getBytes(StandardCharsets.UTF_8);
  }
}
