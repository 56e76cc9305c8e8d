package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.reset;
import static org.mockito.Mockito.spy;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A large file is taken in parts that let others in between, and still whole or not at all. */
class StagingTest {
  private static final int MANY = 400;
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  private static final Runnable ON = () -> {};
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final Events events = mock(Events.class);
  private final Clock clock = Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  private SearchIndex index;
  private Staging staging;
  private Actor ann;

  @BeforeEach
  void open() {
    ann = new TestCompany(database).person("ann", Role.MANAGER, null);
    UserService users = mock(UserService.class);
    when(users.caretaker()).thenReturn(ann);
    index = spy(new SearchIndex(database.sql()));
    PhoneIndex phones = new PhoneIndex(database.sql());
    ChangeLog log = new ChangeLog(database.sql(), clock, events);
    AssignmentService assignment =
        new AssignmentService(
            new AssignmentStore(database.sql()), users, mock(SettingsService.class), log);
    EnquiryService enquiries =
        new EnquiryService(
            new EnquiryStore(database.sql()),
            mock(Records.class),
            mock(EnquiryReader.class),
            assignment,
            mock(ActivityService.class),
            users,
            log,
            new Counters(database.sql()),
            index,
            phones,
            clock);
    staging =
        new Staging(
            new StagingStore(database.sql()),
            enquiries,
            assignment,
            index,
            phones,
            events,
            database.transactions(),
            clock);
  }

  private static List<EnquiryReader.Draft> drafts() {
    return IntStream.range(0, MANY)
        .mapToObj(
            n ->
                new EnquiryReader.Draft(
                    "Reed Farm " + n,
                    "",
                    "",
                    "0555 " + (100_000 + n),
                    "",
                    "",
                    "A scale",
                    Optional.empty(),
                    Optional.empty(),
                    "fair",
                    ""))
        .toList();
  }

  private long count(String statement) {
    return database.sql().sql("SELECT COUNT(*) FROM " + statement).query(Long.class).single();
  }

  private long found() {
    return count("search_index WHERE search_index MATCH '\"reed\"'");
  }

  @Test
  void nobodySeesAnyBeforeAllAreThereAndOneEventTellsOfThem() {
    int[] at = {0};
    staging.take(
        "fair.csv",
        drafts(),
        () -> {
          at[0]++;
          assertThat(count("enquiry")).isZero();
        },
        ann);
    assertThat(at[0]).isEqualTo(MANY);
    assertThat(count("enquiry")).isEqualTo(MANY);
    assertThat(found()).isEqualTo(MANY);
    assertThat(count("phone_digits")).isEqualTo(MANY);
    assertThat(count("enquiry_assignment")).isEqualTo(MANY);
    assertThat(count("change_log WHERE record = 'enquiry'")).isEqualTo(MANY);
    verify(events, times(1)).changed(eq("enquiry"), any());
  }

  @Test
  void whatIsBrokenOffLeavesNothing() {
    int[] at = {0};
    assertThatThrownBy(
            () ->
                staging.take(
                    "fair.csv",
                    drafts(),
                    () -> {
                      if (++at[0] > MANY / 2) {
                        throw new IllegalStateException("stopped");
                      }
                    },
                    ann))
        .hasMessage("stopped");
    isNothingLeft();
    verifyNoInteractions(events);
  }

  private void isNothingLeft() {
    assertThat(count("enquiry_row")).isZero();
    assertThat(count("enquiry_import")).isZero();
    assertThat(count("enquiry_assignment")).isZero();
    assertThat(count("change_log WHERE record = 'enquiry'")).isZero();
    assertThat(found()).isZero();
  }

  @Test
  void whatAKillLeftIsTakenBackLater() {
    database.run(
        "INSERT INTO enquiry_import (id, person_id, file, began_at) VALUES (1, "
            + ann.id()
            + ", 'x', 'y')");
    database.run(
        "INSERT INTO enquiry_row (number, added_at, name, subject, source, state, owner_id, import_id)"
            + " VALUES ('E-1', 'x', 'Half', 'x', 'x', 'new', "
            + ann.id()
            + ", 1)");
    assertThat(count("enquiry")).isZero();
    staging.run(DAY);
    isNothingLeft();
  }

  @Test
  void whatWasTakenIsPutIntoTheSearchLaterWhereThatWasBrokenOff() {
    doThrow(new IllegalStateException("killed")).when(index).add(any(), any(), any(), any());
    assertThatThrownBy(() -> staging.take("fair.csv", drafts(), ON, ann)).hasMessage("killed");
    assertThat(count("enquiry")).as("it was taken").isEqualTo(MANY);
    assertThat(found()).isZero();
    reset(index);
    staging.run(DAY);
    assertThat(found()).isEqualTo(MANY);
    staging.run(DAY);
    assertThat(found()).as("once").isEqualTo(MANY);
  }
}
