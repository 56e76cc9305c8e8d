package firmtally.server.followup;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.email.RecordEmails;
import firmtally.server.followup.FollowUpRule.Action;
import firmtally.server.followup.FollowUpStore.Happened;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.activity.ActivityService.On;
import firmtally.server.pipeline.opportunity.TeamService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.NotPossible;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What rules do. Nothing of it is anything that a rule waits for. */
@Component
class RuleActions {
  private final ActivityService activities;
  private final TeamService teams;
  private final RecordEmails letters;
  private final EmailQueue emails;
  private final UserService users;
  private final ParticularsService company;
  private final ChangeLog log;
  private final Clock clock;

  RuleActions(
      ActivityService activities,
      TeamService teams,
      RecordEmails letters,
      EmailQueue emails,
      UserService users,
      ParticularsService company,
      ChangeLog log,
      Clock clock) {
    this.activities = activities;
    this.teams = teams;
    this.letters = letters;
    this.emails = emails;
    this.users = users;
    this.company = company;
    this.log = log;
    this.clock = clock;
  }

  /**
   * Does what a rule says, all of it in the act that it is part of.
   *
   * @return what was done, in words
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String run(FollowUpRule rule, Happened of) {
    String done =
        rule.actions().stream().map(action -> run(action, of)).collect(Collectors.joining("; "));
    On on = on(of);
    log.note(
        Actor.SYSTEM.id(), on.record(), on.id(), "follow-up rule", null, rule.name() + ": " + done);
    return done;
  }

  private static On on(Happened of) {
    return of.opportunityId() != null
        ? On.opportunity(of.opportunityId())
        : On.enquiry(of.enquiryId());
  }

  private String run(Action action, Happened of) {
    return switch (action.kind()) {
      case "plan" -> plan(action, of);
      case "tag" -> tag(action, of);
      case "tell" -> tell(action, of);
      default -> email(action, of);
    };
  }

  private String plan(Action action, Happened of) {
    PersonId person = Optional.ofNullable(action.personId()).orElse(of.ownerId());
    LocalDate due = LocalDate.now(clock).plusDays(action.days() == null ? 0 : action.days());
    activities.planBySystem(on(of), action.activity(), filled(action.words(), of), due, person);
    return action.activity() + " planned for " + users.get(person).name() + " on " + due;
  }

  private String tag(Action action, Happened of) {
    teams.tagBySystem(of.opportunityId(), action.words());
    return "tagged " + action.words();
  }

  private String tell(Action action, Happened of) {
    PersonId person = Optional.ofNullable(action.personId()).orElse(of.ownerId());
    if (!users.isActive(person)) {
      throw new NotPossible(users.get(person).name() + " can no longer sign in.");
    }
    String sender = company.get().email();
    if (sender.isEmpty()) {
      throw new NotPossible("The company has no email address; enter it in the settings.");
    }
    UserService.Reached to = users.contactOf(person);
    On on = on(of);
    emails.queue(
        new EmailQueue.Email(
            on.record(),
            on.id(),
            new EmailQueue.From(sender, company.get().name()),
            List.of(to.email()),
            List.of(),
            filled(action.words(), of),
            filled(action.text(), of),
            List.of()));
    return "told " + to.name();
  }

  private String email(Action action, Happened of) {
    On on = on(of);
    RecordId id = new RecordId(on.id().value());
    String text =
        action.purpose() == null
            ? filled(action.text(), of)
            : letters.text(on.record(), id, action.purpose());
    String to =
        letters.sendBySystem(
            on.record(), id, filled(action.words(), of), text, users.get(of.ownerId()));
    return "email to " + to;
  }

  /** What stands in braces, as far as it is of what happened. */
  private static String filled(String text, Happened of) {
    return text.replace("{number}", of.number())
        .replace("{title}", of.title())
        .replace("{account}", of.account())
        .replace("{owner}", of.owner());
  }
}
