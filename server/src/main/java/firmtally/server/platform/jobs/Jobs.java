package firmtally.server.platform.jobs;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
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
  private final Map<String, JobRun> last = new ConcurrentHashMap<>();

  Jobs(ObjectProvider<DueWork> works, Clock clock) {
    this.works = works;
    this.clock = clock;
  }

  /**
   * How a job went when it ran last.
   *
   * @param failure empty where it went well
   */
  public record JobRun(String job, Instant at, Duration took, Optional<String> failure) {}

  /** How each job went when it ran last, by name. */
  public List<JobRun> runs() {
    return last.values().stream().sorted(Comparator.comparing(JobRun::job)).toList();
  }

  /** Runs all of them, and soon after the start. */
  @Scheduled(initialDelay = FIRST_MILLIS, fixedDelay = EVERY_MILLIS)
  public void run() {
    run(works.orderedStream().toList(), LocalDate.now(clock));
  }

  void run(List<DueWork> works, LocalDate today) {
    for (DueWork work : works) {
      long began = System.nanoTime();
      Optional<String> failure = Optional.empty();
      try {
        work.run(today);
      } catch (RuntimeException e) {
        LOG.error("{} failed; it is tried again", work.job(), e);
        failure = Optional.of(String.valueOf(e.getMessage()));
      }
      Duration took = Duration.ofNanos(System.nanoTime() - began);
      last.put(work.job(), new JobRun(work.job(), clock.instant(), took, failure));
    }
  }
}
