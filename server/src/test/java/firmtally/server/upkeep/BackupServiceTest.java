package firmtally.server.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.backup.BackupFailed;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.jobs.JobDays;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;

/** When backups are made by themselves, and what is told of those that fail. */
class BackupServiceTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 3, 15);
  private static final Actor ADMINISTRATOR = actor(Role.ADMINISTRATOR);

  @RegisterExtension final TestDatabase database = new TestDatabase();
  @TempDir Path elsewhere;

  private static Actor actor(Role role) {
    return new Actor(new PersonId(0), "a", "A", "", Roles.of(role), null);
  }

  private BackupService at(Path data, String instant) {
    Clock clock = Clock.fixed(Instant.parse(instant), ZoneOffset.UTC);
    return new BackupService(
        new BackupStore(database.sql()),
        new JobDays(database.sql()),
        TallySettings.of(data),
        new ChangeLog(database.sql(), clock, mock(Events.class)),
        database.transactions(),
        clock);
  }

  private void company() {
    database.run("INSERT INTO company (id, name, currency) VALUES (1, 'Reed', 'EUR')");
    database.run(
        "INSERT INTO change_log (at, person_id, record, record_id, what)"
            + " VALUES ('2027-03-15T07:00:00Z', 0, 'company', 1, 'made')");
  }

  @Test
  void oneIsMadeEachDayAfterItsHourAndNoSecond() {
    company();
    BackupService early = at(database.folder(), "2027-03-15T01:59:00Z");
    early.run(TODAY);
    assertThat(early.list()).isEmpty();
    BackupService later = at(database.folder(), "2027-03-15T02:00:00Z");
    later.run(TODAY);
    later.run(TODAY);
    assertThat(later.list()).hasSize(1);
    assertThat(later.list().get(0).planned()).isTrue();
    assertThat(later.list().get(0).failure()).isNull();
    assertThat(later.list().get(0).bytes()).isPositive();
    assertThat(later.folder().resolve(later.list().get(0).file())).exists();
    assertThat(later.lastGood()).contains(Instant.parse("2027-03-15T02:00:00Z"));
    // The application stood still for two days.
    BackupService after = at(database.folder(), "2027-03-18T09:00:00Z");
    after.run(TODAY.plusDays(3));
    assertThat(after.list()).hasSize(2);
  }

  @Test
  void beforeItsFirstVisitThereIsNothingToKeep() {
    BackupService backups = at(database.folder(), "2027-03-15T12:00:00Z");
    backups.run(TODAY);
    assertThat(backups.list()).isEmpty();
    company();
    backups.run(TODAY);
    assertThat(backups.list()).hasSize(1);
  }

  @Test
  void withoutAnHourNoneIsMadeByItself() {
    company();
    BackupService backups = at(database.folder(), "2027-03-15T12:00:00Z");
    long version = backups.plan().version();
    database.act(
        () ->
            backups.setPlan(
                version, new BackupService.BackupPlanForm("", "5", "0"), ADMINISTRATOR));
    backups.run(TODAY);
    assertThat(backups.list()).isEmpty();
    assertThat(backups.plan().hour()).isNull();
    assertThat(backups.plan().keep()).isEqualTo(5);
    assertThatThrownBy(
            () ->
                database.act(
                    () ->
                        backups.setPlan(
                            version,
                            new BackupService.BackupPlanForm("3", "5", "0"),
                            ADMINISTRATOR)))
        .isInstanceOf(Conflict.class);
    assertThatThrownBy(
            () ->
                backups.setPlan(
                    version + 1, new BackupService.BackupPlanForm("24", "0", "-1"), ADMINISTRATOR))
        .isInstanceOf(BadInput.class)
        .hasMessageContaining("hour")
        .hasMessageContaining("keep")
        .hasMessageContaining("days");
    assertThatThrownBy(
            () ->
                backups.setPlan(
                    version + 1,
                    new BackupService.BackupPlanForm("3", "5", "0"),
                    actor(Role.MANAGER)))
        .isInstanceOf(NotAllowed.class);
  }

  @Test
  void whatFailsIsToldAndTriedAgain() {
    company();
    BackupService nowhere = at(elsewhere, "2027-03-15T12:00:00Z");
    assertThatThrownBy(() -> nowhere.run(TODAY)).isInstanceOf(BackupFailed.class);
    assertThatThrownBy(() -> nowhere.backUp(ADMINISTRATOR)).isInstanceOf(NotPossible.class);
    assertThatThrownBy(() -> nowhere.backUp(actor(Role.REP))).isInstanceOf(NotAllowed.class);
    assertThat(nowhere.list()).hasSize(2);
    assertThat(nowhere.list().get(0).failure()).contains("There is no company in");
    assertThat(nowhere.lastGood()).isEmpty();
    assertThat(nowhere.lastFailure()).isPresent();
    BackupService again = at(database.folder(), "2027-03-15T12:05:00Z");
    again.run(TODAY);
    assertThat(again.lastGood()).isPresent();
    assertThat(again.lastFailure()).isEmpty();
  }

  @Test
  void whatSomebodyAsksForIsNoPlannedOne() {
    company();
    BackupService backups = at(database.folder(), "2027-03-15T12:00:00Z");
    BackupService.BackupMade made = backups.backUp(ADMINISTRATOR);
    assertThat(made.planned()).isFalse();
    assertThat(made.file()).isEqualTo("firm-tally-2027-03-15T120000Z.sqlite");
  }
}
