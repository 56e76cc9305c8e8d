package firmtally.server.customers.email;

import firmtally.formats.calendar.Invitation;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.integration.mail.Recipients;
import firmtally.server.pipeline.activity.ActivityMoved;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Invitations to meetings, as emails that calendars take and answer. Whoever was invited hears when
 * the meeting is moved, and when it is called off.
 */
@Service
public class MeetingInvitations implements ActivityMoved {
  private static final int USUAL_MINUTES = 60;
  private static final int MOST_MINUTES = 1440;
  private static final int LONGEST = 200;
  private static final int LONGEST_WORDS = 2000;
  private static final String MEETING = "meeting";
  private final InvitationStore store;
  private final RecordEmailStore addressees;
  private final ActivityService activities;
  private final EmailQueue emails;
  private final FileService files;
  private final ParticularsService particulars;
  private final ChangeLog log;
  private final Clock clock;

  MeetingInvitations(
      InvitationStore store,
      RecordEmailStore addressees,
      ActivityService activities,
      EmailQueue emails,
      FileService files,
      ParticularsService particulars,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.addressees = addressees;
    this.activities = activities;
    this.emails = emails;
    this.files = files;
    this.particulars = particulars;
    this.log = log;
    this.clock = clock;
  }

  /**
   * An invitation as it is typed.
   *
   * @param to one or several, between commas or semicolons
   * @param minutes how long the meeting lasts
   * @param words what is said beside it; blank for nothing
   */
  record InvitationForm(
      String to, String minutes, @MaybeNull String place, @MaybeNull String words) {}

  /**
   * What a meeting's invitation says, or begins as.
   *
   * @param state {@code none}, {@code sent} or {@code cancelled}
   */
  record InvitationView(String to, int minutes, String place, String state) {}

  /** What was sent, or what an invitation begins as. */
  InvitationView view(ActivityId id, Actor actor) {
    ActivityService.Standing meeting = meeting(id, actor);
    return store
        .find(id)
        .map(
            sent ->
                new InvitationView(
                    sent.invited(),
                    sent.minutes(),
                    sent.place(),
                    sent.cancelledAt() == null ? "sent" : "cancelled"))
        .orElseGet(
            () ->
                new InvitationView(
                    addressees.addressee(meeting.on().record(), meeting.on().id()).email(),
                    USUAL_MINUTES,
                    "",
                    "none"));
  }

  private ActivityService.Standing meeting(ActivityId id, Actor actor) {
    ActivityService.Standing standing = activities.standing(id, actor);
    if (!MEETING.equals(standing.kind())) {
      throw new NotPossible("Others are invited to meetings only.");
    }
    return standing;
  }

  /** Invites, or tells what has changed. */
  @Transactional
  public void invite(ActivityId id, InvitationForm typed, Actor actor) {
    ActivityService.Standing meeting = meeting(id, actor);
    Input input = new Input();
    List<String> to = Recipients.read(input, "to", typed.to());
    if (to.isEmpty()) {
      input.refuse("to", "Enter an email address.");
    }
    Optional<Integer> minutes =
        input.value("minutes", typed.minutes(), MeetingInvitations::minutes);
    String place = input.optionalText("place", typed.place(), LONGEST);
    String words = input.optionalText("words", typed.words(), LONGEST_WORDS);
    if (meeting.time().isEmpty()) {
      input.refuse("time", "Enter the time of the meeting first.");
    }
    input.check();
    List<String> before =
        store
            .find(id)
            .filter(was -> was.cancelledAt() == null)
            .map(InvitationStore.Sent::addresses)
            .orElse(List.of());
    InvitationStore.Sent sent =
        store.keep(id, String.join(", ", to), minutes.orElse(USUAL_MINUTES), place, actor);
    send(id, meeting, sent, words);
    List<String> gone = before.stream().filter(address -> !to.contains(address)).toList();
    if (!gone.isEmpty()) {
      send(id, meeting, sent.withoutThem(gone, clock.instant()), "");
    }
    log.note(
        actor.id(),
        meeting.on().record(),
        meeting.on().id(),
        sent.sequence() == 0 ? "invitation" : "invitation changed",
        null,
        meeting.subject() + ", to " + sent.invited());
  }

  private static int minutes(String typed) {
    if (!typed.strip().matches("[0-9]{1,4}")) {
      throw new IllegalArgumentException("Enter how many minutes, for example 60.");
    }
    int minutes = Integer.parseInt(typed.strip());
    if (minutes < 1 || minutes > MOST_MINUTES) {
      throw new IllegalArgumentException("A meeting lasts 1 to " + MOST_MINUTES + " minutes.");
    }
    return minutes;
  }

  /** Calls a meeting off with those who were invited. */
  @Transactional
  public void cancel(ActivityId id, Actor actor) {
    ActivityService.Standing meeting = meeting(id, actor);
    InvitationStore.Sent sent =
        store
            .cancel(id, clock.instant())
            .orElseThrow(() -> new NotPossible("Nobody is invited to this meeting."));
    send(id, meeting, sent, "");
    log.note(
        actor.id(),
        meeting.on().record(),
        meeting.on().id(),
        "invitation called off",
        meeting.subject() + ", to " + sent.invited(),
        null);
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public void moved(ActivityId id, Actor actor) {
    Optional<InvitationStore.Sent> before =
        store.find(id).filter(sent -> sent.cancelledAt() == null);
    if (before.isEmpty()) {
      return;
    }
    ActivityService.Standing meeting = activities.standing(id, actor);
    if (meeting.time().isEmpty()) {
      throw new NotPossible("Others are invited to this meeting: it needs a time.");
    }
    InvitationStore.Sent of = before.get();
    send(id, meeting, store.keep(id, of.invited(), of.minutes(), of.place(), actor), "");
  }

  private void send(
      ActivityId id, ActivityService.Standing meeting, InvitationStore.Sent sent, String words) {
    PaperWords paper =
        particulars.words(
            addressees.addressee(meeting.on().record(), meeting.on().id()).language());
    boolean isOff = sent.cancelledAt() != null;
    Instant start =
        meeting.due().atTime(meeting.time().orElseThrow()).atZone(clock.getZone()).toInstant();
    List<String> to = sent.addresses();
    Invitation.Meeting of =
        new Invitation.Meeting(
            "activity-"
                + id
                + "@"
                + sent.organizerEmail().substring(sent.organizerEmail().indexOf('@') + 1),
            sent.sequence(),
            start,
            sent.minutes(),
            meeting.subject(),
            words,
            sent.place());
    Invitation.Person organizer = new Invitation.Person(sent.organizer(), sent.organizerEmail());
    List<Invitation.Person> invited =
        to.stream().map(address -> new Invitation.Person("", address)).toList();
    byte[] calendar =
        isOff
            ? Invitation.cancel(of, organizer, invited, clock.instant())
            : Invitation.request(of, organizer, invited, clock.instant());
    emails.queue(
        new EmailQueue.Email(
            meeting.on().record(),
            meeting.on().id(),
            new EmailQueue.From(sent.organizerEmail(), sent.organizer()),
            to,
            List.of(),
            subject(meeting, sent, paper),
            text(meeting, sent, words, paper),
            List.of(
                new EmailQueue.Attached(
                    "meeting.ics",
                    "text/calendar; charset=UTF-8; method=" + (isOff ? "CANCEL" : "REQUEST"),
                    files.keep(calendar)))));
  }

  private static String subject(
      ActivityService.Standing meeting, InvitationStore.Sent sent, PaperWords paper) {
    if (sent.cancelledAt() != null) {
      return paper.get("meeting.off", meeting.subject());
    }
    return paper.get(sent.sequence() == 0 ? "meeting.new" : "meeting.changed", meeting.subject());
  }

  private String text(
      ActivityService.Standing meeting, InvitationStore.Sent sent, String words, PaperWords paper) {
    StringBuilder text = new StringBuilder();
    if (sent.cancelledAt() != null) {
      text.append(paper.get("meeting.will-not")).append("\n\n");
    }
    text.append(meeting.subject()).append('\n');
    text.append(paper.day(meeting.due())).append(", ").append(meeting.time().orElseThrow());
    text.append(" (").append(clock.getZone().getId()).append("), ");
    text.append(paper.get("meeting.minutes", Integer.toString(sent.minutes()))).append('\n');
    if (!sent.place().isEmpty()) {
      text.append(sent.place()).append('\n');
    }
    if (!words.isEmpty()) {
      text.append('\n').append(words).append('\n');
    }
    return text.append('\n')
        .append(sent.organizer())
        .append('\n')
        .append(particulars.get().name())
        .toString();
  }
}
