package firmtally.server.upkeep;

import firmtally.server.enquiry.EnquiryService;
import firmtally.server.handover.HandoverService;
import firmtally.server.opportunity.EndingService;
import firmtally.server.people.PeopleService;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Does what a day that has begun asks for. Each part looks at what is due by now, so that nothing
 * is missed when the house was closed overnight, and nothing is done twice.
 */
@Component
@EnableScheduling
public class Upkeep {
  private static final long EVERY_MILLIS = 300_000;
  private static final long FIRST_MILLIS = 15_000;
  private final EnquiryService enquiries;
  private final EndingService endings;
  private final HandoverService handovers;
  private final PeopleService people;

  Upkeep(
      EnquiryService enquiries,
      EndingService endings,
      HandoverService handovers,
      PeopleService people) {
    this.enquiries = enquiries;
    this.endings = endings;
    this.handovers = handovers;
    this.people = people;
  }

  /** Runs every few minutes, and soon after the start. */
  @Scheduled(initialDelay = FIRST_MILLIS, fixedDelay = EVERY_MILLIS)
  public void run() {
    if (people.isEmpty()) {
      return;
    }
    enquiries.wakeParked();
    endings.wakePaused();
    handovers.endDue();
  }
}
