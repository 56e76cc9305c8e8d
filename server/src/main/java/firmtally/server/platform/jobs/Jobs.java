package firmtally.server.platform.jobs;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Runs what comes due, every few minutes. One job that fails does not stop the others. */
@Component
@EnableScheduling
public class Jobs {
  private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
  private static final long EVERY_MILLIS = 300_000;
  private static final long FIRST_MILLIS = 15_000;
  private final ObjectProvider<DueWork> works;
  private final Clock clock;

  Jobs(ObjectProvider<DueWork> works, Clock clock) {
    this.works = works;
    this.clock = clock;
  }

  /** Runs all of them, and soon after the start. */
  @Scheduled(initialDelay = FIRST_MILLIS, fixedDelay = EVERY_MILLIS)
  public void run() {
    run(works.orderedStream().toList(), LocalDate.now(clock));
  }

  static void run(List<DueWork> works, LocalDate today) {
    for (DueWork work : works) {
      try {
        work.run(today);
      } catch (RuntimeException e) {
        LOG.error("{} failed; it is tried again", work.job(), e);
      }
    }
  }
}
