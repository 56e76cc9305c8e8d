package firmtally.server.reporting.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.UserService;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.view.ViewService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import firmtally.server.reporting.table.TableReport;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.ArgumentCaptor;

/** Tables that are sent: when, to whom, once. */
class ScheduleServiceTest {
  private static final LocalDate MONDAY = LocalDate.of(2027, 3, 22);
  private static final String QUERY = "rows=owner&measures=won";
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final ViewService views = mock(ViewService.class);
  private final UserService people = mock(UserService.class);
  private final TableReport reports = mock(TableReport.class);
  private final FileService files = mock(FileService.class);
  private final EmailQueue emails = mock(EmailQueue.class);
  private ScheduleService schedules;
  private Actor rep;
  private ViewId view;

  @BeforeEach
  void aRepWithASavedTable() {
    rep = new TestCompany(database).person("rep", Role.REP, "North");
    view =
        new ViewId(
            database.act(
                () ->
                    database
                        .sql()
                        .sql(
                            """
                            INSERT INTO saved_view (person_id, screen, name, query) VALUES (:me, 'table', 'Won/by rep', :query)
                            RETURNING id
                            """)
                        .param("me", rep.id())
                        .param("query", QUERY)
                        .query(Long.class)
                        .single()));
    when(views.seen(view, rep))
        .thenReturn(
            Optional.of(
                new ViewService.SavedView(view, "Won/by rep", "rep", null, true, false, QUERY, 1)));
    when(people.isActive(rep.id())).thenReturn(true);
    when(people.get(rep.id())).thenReturn(rep);
    when(reports.files(any(), any(), any()))
        .thenReturn(new TableReport.Files(new byte[] {1}, new byte[] {2}));
    when(files.keep(new byte[] {1})).thenReturn("sheet");
    when(files.keep(new byte[] {2})).thenReturn("paper");
    ParticularsService company = mock(ParticularsService.class);
    Particulars particulars = mock(Particulars.class);
    when(particulars.email()).thenReturn("");
    when(particulars.name()).thenReturn("Reed");
    when(company.get()).thenReturn(particulars);
    schedules =
        new ScheduleService(
            new ScheduleStore(database.sql()),
            views,
            people,
            reports,
            files,
            emails,
            company,
            database.transactions(),
            Clock.fixed(Instant.parse("2027-03-17T08:00:00Z"), ZoneOffset.UTC));
  }

  private LocalDate next() {
    return schedules.of(rep).get(0).nextOn();
  }

  @Test
  void itLeavesOnItsMorningAndNotTwice() {
    database.act(() -> schedules.set(view, "week", rep));
    assertThat(next()).isEqualTo(MONDAY);
    schedules.run(MONDAY.minusDays(1));
    verify(emails, never()).queue(any());
    schedules.run(MONDAY);
    schedules.run(MONDAY);
    ArgumentCaptor<EmailQueue.Email> sent = ArgumentCaptor.forClass(EmailQueue.Email.class);
    verify(emails, times(1)).queue(sent.capture());
    verify(reports).files("Won/by rep", QUERY, rep);
    assertThat(sent.getValue().to()).containsExactly("rep@ours.example");
    assertThat(sent.getValue().files())
        .extracting(EmailQueue.Attached::name, EmailQueue.Attached::sha256)
        .containsExactly(
            tuple("Won by rep 2027-03-22.xlsx", "sheet"),
            tuple("Won by rep 2027-03-22.pdf", "paper"));
    assertThat(next()).isEqualTo(MONDAY.plusWeeks(1));
  }

  @Test
  void whoeverIsGoneOrSeesTheTableNoMoreGetsNothing() {
    database.act(() -> schedules.set(view, "day", rep));
    when(people.isActive(rep.id())).thenReturn(false);
    schedules.run(MONDAY);
    when(people.isActive(rep.id())).thenReturn(true);
    when(views.seen(view, rep)).thenReturn(Optional.empty());
    schedules.run(MONDAY.plusDays(1));
    verify(emails, never()).queue(any());
    assertThat(next()).isEqualTo(MONDAY.plusDays(2));
  }

  @ParameterizedTest
  @ValueSource(classes = {BadInput.class, NotAllowed.class})
  void oneThatCannotBeMadeIsToldAndTriedAgainNextTime(Class<? extends RuntimeException> kind) {
    database.act(() -> schedules.set(view, "day", rep));
    RuntimeException refusal =
        kind == BadInput.class ? BadInput.at("rows", "gone") : new NotAllowed("You see no costs.");
    when(reports.files(any(), any(), any())).thenThrow(refusal);
    schedules.run(MONDAY);
    schedules.run(MONDAY);
    ArgumentCaptor<EmailQueue.Email> sent = ArgumentCaptor.forClass(EmailQueue.Email.class);
    verify(emails, times(1)).queue(sent.capture());
    assertThat(sent.getValue().files()).isEmpty();
    assertThat(sent.getValue().text()).contains("could not be made: " + refusal.getMessage());
    assertThat(next()).isEqualTo(MONDAY.plusDays(1));
  }

  @Test
  void itIsSetForATableThatIsSeenAndCanBeMade() {
    doThrow(BadInput.at("rows", "none")).when(reports).check(eq(QUERY), any());
    assertThatThrownBy(() -> database.act(() -> schedules.set(view, "week", rep)))
        .isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> database.act(() -> schedules.set(new ViewId(99), "week", rep)))
        .isInstanceOf(NotThere.class);
    assertThat(schedules.of(rep)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "day, 2027-03-17, 2027-03-18",
    "week, 2027-03-17, 2027-03-22",
    "week, 2027-03-22, 2027-03-29",
    "week, 2027-03-28, 2027-03-29",
    "month, 2027-01-31, 2027-02-01",
    "month, 2027-12-01, 2028-01-01"
  })
  void theNextOneIsOnTheNextMorningThatFits(String every, LocalDate after, LocalDate next) {
    assertThat(ScheduleService.next(every, after)).isEqualTo(next);
  }
}
