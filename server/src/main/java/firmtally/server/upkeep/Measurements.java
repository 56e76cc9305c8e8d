package firmtally.server.upkeep;

import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.jobs.Jobs;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.Duration;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** What a monitor reads beside the usual: how old the last backup is, what waits, what failed. */
@Component("backups")
class Measurements implements MeterBinder, HealthIndicator {
  /** A day, and some hours for a plan that begins late. */
  private static final Duration OLD = Duration.ofHours(30);

  private final BackupService backups;
  private final UpkeepService upkeep;
  private final EmailQueue emails;
  private final Jobs jobs;
  private final Clock clock;

  Measurements(
      BackupService backups, UpkeepService upkeep, EmailQueue emails, Jobs jobs, Clock clock) {
    this.backups = backups;
    this.upkeep = upkeep;
    this.emails = emails;
    this.jobs = jobs;
    this.clock = clock;
  }

  @Override
  public void bindTo(MeterRegistry registry) {
    Gauge.builder("tally.backup.age", this, Measurements::age)
        .baseUnit("seconds")
        .description("Age of the last backup that was made and checked; -1 for none")
        .register(registry);
    Gauge.builder("tally.emails.waiting", emails, e -> e.standing().waiting())
        .description("Emails that have not left")
        .register(registry);
    Gauge.builder("tally.emails.failing", emails, e -> e.standing().failing())
        .description("Emails that were not taken when they were tried last")
        .register(registry);
    Gauge.builder("tally.jobs.failing", jobs, Measurements::failing)
        .description("Jobs that failed when they ran last")
        .register(registry);
    Gauge.builder("tally.database", upkeep, u -> u.database().bytes())
        .baseUnit("bytes")
        .description("Size of the database file")
        .register(registry);
  }

  private double age() {
    return backups
        .lastGood()
        .map(at -> (double) Duration.between(at, clock.instant()).toSeconds())
        .orElse(-1.0);
  }

  private static double failing(Jobs jobs) {
    return jobs.runs().stream().filter(run -> run.failure().isPresent()).count();
  }

  /**
   * In order while the plan is kept and the last backup was made; a company without a plan looks
   * after its backups itself.
   */
  @Override
  public Health health() {
    double age = age();
    boolean isMissing = age < 0 && upkeep.uptime().compareTo(OLD) > 0;
    boolean isLate =
        backups.plan().hour() != null
            && (isMissing || age > OLD.toSeconds() || backups.lastFailure().isPresent());
    Health.Builder health = isLate ? Health.down() : Health.up();
    backups.lastFailure().ifPresent(why -> health.withDetail("lastFailure", why));
    return health.withDetail("lastBackupAgeSeconds", age).build();
  }
}
