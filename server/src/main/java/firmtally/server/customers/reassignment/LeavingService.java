package firmtally.server.customers.reassignment;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.access.absence.AbsenceService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.customers.enquiry.AssignmentService;
import firmtally.server.customers.enquiry.EnquiryService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Somebody leaves the company: in one act they are shut out and a colleague has their accounts,
 * what is open with them, their enquiries, what they had planned and their turns in the assignment
 * rules. What they won, sent and wrote stays theirs.
 */
@Service
public class LeavingService {
  private final UserService users;
  private final AccountService accounts;
  private final OpportunityService opportunities;
  private final EnquiryService enquiries;
  private final ActivityService activities;
  private final AssignmentService assignment;
  private final AbsenceService absences;
  private final ReassignmentService reassignments;

  LeavingService(
      UserService users,
      AccountService accounts,
      OpportunityService opportunities,
      EnquiryService enquiries,
      ActivityService activities,
      AssignmentService assignment,
      AbsenceService absences,
      ReassignmentService reassignments) {
    this.users = users;
    this.accounts = accounts;
    this.opportunities = opportunities;
    this.enquiries = enquiries;
    this.activities = activities;
    this.assignment = assignment;
    this.absences = absences;
    this.reassignments = reassignments;
  }

  /** What somebody leaves behind. */
  public record Work(long accounts, long opportunities, long enquiries, long activities) {
    boolean isNothing() {
      return accounts + opportunities + enquiries + activities == 0;
    }

    boolean isSelling() {
      return accounts + opportunities + enquiries > 0;
    }
  }

  /**
   * Who takes over.
   *
   * @param toId null where there is nothing to take over
   */
  public record LeavingForm(@MaybeNull PersonId toId) {}

  /** What somebody would leave behind. */
  public Work work(PersonId id, Actor actor) {
    actor.checkAdministrates();
    users.get(id);
    return new Work(
        accounts.ownedBy(id).size(),
        opportunities.openOf(id).size(),
        enquiries.openOf(id).size(),
        activities.openCount(id));
  }

  /** Shuts somebody out for good and gives their work to a colleague. */
  @Transactional
  public void leave(PersonId id, LeavingForm typed, Actor actor) {
    Work work = work(id, actor);
    Actor from = users.get(id);
    Input input = new Input();
    PersonId toId = typed.toId();
    if (toId == null && !work.isNothing()) {
      input.refuse("toId", "Choose who takes over the work of " + from.name() + ".");
    } else if (id.equals(toId) || toId != null && !users.isActive(toId)) {
      input.refuse("toId", "Choose an active colleague.");
    } else if (toId != null && work.isSelling()) {
      users.checkSeller(input, "toId", toId);
    }
    input.check();
    if (toId != null) {
      handOver(from, users.get(toId), actor);
    }
    absences.endAllOf(id);
    users.setActive(id, false, actor);
  }

  private void handOver(Actor from, Actor to, Actor actor) {
    reassignments.leave(from, to, actor);
    // With accounts of others too.
    opportunities.openOf(from.id()).forEach(open -> opportunities.setOwner(open, to, actor));
    enquiries.openOf(from.id()).forEach(open -> enquiries.setOwner(open, to, actor));
    activities.giveAllOpen(from.id(), to.id());
    if (to.roles().sells()) {
      assignment.replace(from, to, actor);
    }
  }
}
