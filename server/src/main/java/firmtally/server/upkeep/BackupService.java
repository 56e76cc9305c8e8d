package firmtally.server.upkeep;

import firmtally.server.access.Actor;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.backup.Backup;
import firmtally.server.platform.backup.BackupFailed;
import firmtally.server.platform.backup.DatabaseFile;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.jobs.JobDays;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Backups of the running database: each day at an hour of the settings, or when somebody asks. Each
 * is opened and checked before it counts. They lie in {@code backups} beside the database.
 */
@Service
public class BackupService implements DueWork {
  private static final RecordId COMPANY = new RecordId(1);
  private static final String JOB = "planned backups";
  private static final String FOLDER = "backups";
  private static final int SHOWN = 30;
  private static final int MOST = 1_000;
  private static final int MOST_DAYS = 3_650;
  private static final int LAST_HOUR = 23;
  private final BackupStore store;
  private final JobDays days;
  private final TallySettings settings;
  private final ChangeLog log;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final ReentrantLock making = new ReentrantLock();

  BackupService(
      BackupStore store,
      JobDays days,
      TallySettings settings,
      ChangeLog log,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.days = days;
    this.settings = settings;
    this.log = log;
    this.transaction = transaction;
    this.clock = clock;
  }

  /**
   * When backups are made by themselves, and how many stay.
   *
   * @param hour of the company's day; null for never
   * @param keep the newest so many
   * @param days those that are not older; 0 for no bound
   */
  public record BackupPlan(@MaybeNull Integer hour, int keep, int days, long version) {}

  /** The same as typed; a blank hour is never. */
  public record BackupPlanForm(@MaybeNull String hour, String keep, String days) {}

  /**
   * What became of a backup.
   *
   * @param failure null where it was made and checked
   */
  public record BackupMade(
      Instant at,
      String file,
      long bytes,
      long millis,
      boolean planned,
      @MaybeNull String failure) {}

  /** When they are made. */
  public BackupPlan plan() {
    return store.plan();
  }

  /** The last ones. */
  public List<BackupMade> list() {
    return store.list(SHOWN);
  }

  /** When the last good one was made. */
  public Optional<Instant> lastGood() {
    return store.lastGood();
  }

  /** Why the last one failed; empty where it was made. */
  public Optional<String> lastFailure() {
    return store.list(1).stream().findFirst().map(BackupMade::failure);
  }

  /** Where they lie. */
  public Path folder() {
    return settings.data().resolve(FOLDER).toAbsolutePath();
  }

  /** Sets when they are made. */
  @Transactional
  public void setPlan(long version, BackupPlanForm typed, Actor actor) {
    actor.checkAdministrates();
    BackupPlan before = plan();
    Input input = new Input();
    Integer hour =
        typed.hour() == null || typed.hour().isBlank()
            ? null
            : input.whole("hour", typed.hour(), 0, LAST_HOUR).orElse(null);
    int keep = input.whole("keep", typed.keep(), 1, MOST).orElse(1);
    int old = input.whole("days", typed.days(), 0, MOST_DAYS).orElse(0);
    input.check();
    BackupPlan after = new BackupPlan(hour, keep, old, version);
    log.expectOne(store.setPlan(after), "company", COMPANY, before.version());
    log.note(actor.id(), "company", COMPANY, "backup plan", words(before), words(after));
  }

  private static String words(BackupPlan plan) {
    return (plan.hour() == null ? "none" : "at " + plan.hour() + ":00")
        + ", keep "
        + plan.keep()
        + ", "
        + plan.days()
        + " days";
  }

  /** Makes one now. It takes as long as copying the database does; work goes on meanwhile. */
  public BackupMade backUp(Actor actor) {
    actor.checkAdministrates();
    BackupMade made = make(false);
    if (made.failure() != null) {
      throw new NotPossible(made.failure());
    }
    return made;
  }

  private BackupMade make(boolean isPlanned) {
    if (!making.tryLock()) {
      throw new NotPossible("A backup is being made already.");
    }
    try {
      BackupPlan plan = plan();
      Instant now = clock.instant();
      long began = System.nanoTime();
      BackupMade made = made(plan, now, began, isPlanned);
      transaction.executeWithoutResult(status -> store.insert(made));
      return made;
    } finally {
      making.unlock();
    }
  }

  private BackupMade made(BackupPlan plan, Instant now, long began, boolean isPlanned) {
    try {
      DatabaseFile file =
          Backup.make(settings.data(), folder(), new Backup.Keep(plan.keep(), plan.days()), now);
      return new BackupMade(
          now,
          file.file().getFileName().toString(),
          file.bytes(),
          (System.nanoTime() - began) / 1_000_000,
          isPlanned,
          null);
    } catch (BackupFailed e) {
      return new BackupMade(
          now, "", 0, (System.nanoTime() - began) / 1_000_000, isPlanned, e.getMessage());
    }
  }

  @Override
  public String job() {
    return JOB;
  }

  @Override
  public void run(LocalDate today) {
    Integer hour = plan().hour();
    boolean isDone = days.last(JOB).filter(day -> !day.isBefore(today)).isPresent();
    boolean isEarly = hour == null || LocalTime.now(clock).getHour() < hour;
    if (isDone || isEarly || !store.isSetUp()) {
      return;
    }
    BackupMade made = make(true);
    if (made.failure() == null) {
      transaction.executeWithoutResult(status -> days.setLast(JOB, today));
    } else {
      throw new BackupFailed(made.failure());
    }
  }
}
