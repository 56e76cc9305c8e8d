package firmtally.server.platform.jobs;

import firmtally.server.access.UserService;
import firmtally.server.customers.enquiry.EnquiryService;
import firmtally.server.customers.reassignment.ReassignmentService;
import firmtally.server.pipeline.opportunity.EndingService;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Does what a day that has begun asks for. Each part looks at what is due by now, so that nothing
 * is missed when the house was closed overnight, and nothing is done twice.
 */
@Component
@EnableScheduling
public class Jobs {
  private static final long EVERY_MILLIS = 300_000;
  private static final long FIRST_MILLIS = 15_000;
  private final EnquiryService enquiries;
  private final EndingService endings;
  private final ReassignmentService reassignments;
  private final UserService people;

  Jobs(
      EnquiryService enquiries,
      EndingService endings,
      ReassignmentService reassignments,
      UserService people) {
    this.enquiries = enquiries;
    this.endings = endings;
    this.reassignments = reassignments;
    this.people = people;
  }

  /** Runs every few minutes, and soon after the start. */
  @Scheduled(initialDelay = FIRST_MILLIS, fixedDelay = EVERY_MILLIS)
  public void run() {
    if (people.isEmpty()) {
      return;
    }
    enquiries.resumeOnHold();
    endings.wakePaused();
    reassignments.endDue();
  }
}
