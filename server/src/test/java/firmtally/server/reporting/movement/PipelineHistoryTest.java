package firmtally.server.reporting.movement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.Movement;
import firmtally.core.pipeline.PipelineState;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.reporting.metrics.Cut;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** The pipeline of every day, kept as changes, and what moved between two of them. */
class PipelineHistoryTest {
  private static final CurrencyUnit EUR = CurrencyUnit.EUR;
  private static final LocalDate FIRST = LocalDate.of(2027, 1, 4);
  private final Days days = new Days();
  @RegisterExtension final TestDatabase database = new TestDatabase(days);
  private MovementStore store;
  private MovementService service;
  private TestCompany company;
  private Actor rep;
  private Actor other;
  private Actor head;
  private AccountId farm;
  private StageId stage;

  /** A clock that stands on a day until it is put on another. */
  private static final class Days extends Clock {
    private LocalDate day = FIRST;

    @Override
    public ZoneId getZone() {
      return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
      return this;
    }

    @Override
    public Instant instant() {
      return day.atTime(9, 0).toInstant(ZoneOffset.UTC);
    }
  }

  @BeforeEach
  void twoTeams() {
    SettingsService settings = mock(SettingsService.class);
    when(settings.company()).thenReturn(new SettingsService.Company("Reed", EUR));
    store = new MovementStore(database.sql());
    service = new MovementService(store, settings);
    company = new TestCompany(database);
    rep = company.person("rep", Role.REP, "North");
    other = company.person("other", Role.REP, "South");
    head = company.person("head", Role.MANAGER, null);
    farm = company.account("Farm", rep);
    stage = company.stage();
  }

  private void on(int day, String change) {
    days.day = FIRST.plusDays(day);
    database.run(change);
  }

  private List<String> openOn(int day, Actor actor) {
    return store.openOn(FIRST.plusDays(day), Cut.ALL, actor).stream()
        .map(s -> s.number() + " " + s.value() + " " + s.probability() + " " + s.expectedClose())
        .sorted()
        .toList();
  }

  @Test
  void eachDayIsAsItWasAtItsEnd() {
    OpportunityId id = company.opportunity("silo", rep, farm, 10_000);
    on(2, "UPDATE worksheet SET contract = 12000");
    on(2, "UPDATE worksheet SET contract = 15000");
    on(4, "UPDATE opportunity SET expected_close = '2027-06-01' WHERE id = " + id);
    on(5, "UPDATE stage SET probability = 400000 WHERE id = " + stage);
    on(7, "UPDATE opportunity SET own_probability = 900000 WHERE id = " + id);
    on(8, "UPDATE stage SET probability = 500000 WHERE id = " + stage);
    on(9, "UPDATE opportunity SET state = 'lost', closed_on = '2027-01-13' WHERE id = " + id);
    on(11, "UPDATE opportunity SET state = 'open', closed_on = NULL WHERE id = " + id);

    assertThat(openOn(-1, head)).isEmpty();
    assertThat(openOn(0, head)).containsExactly("O-silo 10000 250000 2027-04-15");
    assertThat(openOn(1, head)).isEqualTo(openOn(0, head));
    assertThat(openOn(3, head)).containsExactly("O-silo 15000 250000 2027-04-15");
    assertThat(openOn(4, head)).containsExactly("O-silo 15000 250000 2027-06-01");
    assertThat(openOn(6, head)).containsExactly("O-silo 15000 400000 2027-06-01");
    // Odds of its own do not follow the stage.
    assertThat(openOn(8, head)).containsExactly("O-silo 15000 900000 2027-06-01");
    assertThat(openOn(10, head)).isEmpty();
    assertThat(openOn(11, head)).containsExactly("O-silo 15000 900000 2027-06-01");
    // Changes are kept, not days.
    assertThat(rows()).isEqualTo(7);
  }

  private long rows() {
    return database.sql().sql("SELECT COUNT(*) FROM pipeline_history").query(Long.class).single();
  }

  @Test
  void anotherTeamsAreNotThere() {
    company.opportunity("silo", rep, farm, 10_000);
    company.opportunity("mill", other, farm, 20_000);
    assertThat(openOn(0, rep)).hasSize(1);
    assertThat(openOn(0, head)).hasSize(2);
    assertThat(store.openOn(FIRST, new Cut(other.id(), null, null, null, null), rep)).isEmpty();
    assertThat(store.openOn(FIRST, new Cut(null, "South", null, null, null), head)).hasSize(1);
  }

  @Test
  void whatIsAskedOfSomeComesOutAsTheCoreSaysOfAll() {
    Random random = new Random(13);
    List<OpportunityId> ids = new ArrayList<>();
    for (int day = 0; day < 40; day++) {
      days.day = FIRST.plusDays(day);
      ids.add(company.opportunity("o" + day, rep, farm, 1_000L * (1 + random.nextInt(90))));
      for (int n = 0; n < 4; n++) {
        change(ids.get(random.nextInt(ids.size())), random);
      }
    }
    LocalDate since = FIRST.plusDays(12);
    LocalDate until = FIRST.plusDays(35);
    Movement.Period period =
        new Movement.Period(LocalDate.of(2027, 3, 1), LocalDate.of(2027, 4, 30));
    MovementService.Moved moved =
        service.moved(
            new MovementService.Asked(since, until, period), Cut.ALL, Integer.MAX_VALUE, head);

    Movement whole = Movement.of(EUR, period, all(since, true), after(since, until));
    assertThat(moved.movement().weighted()).isEqualTo(whole.weighted());
    assertThat(moved.movement().plain()).isEqualTo(whole.plain());
    assertThat(moved.movement().items()).isEqualTo(whole.items());
    assertThat(moved.wonAmount()).isEqualTo(whole.wonAmount());
    assertThat(moved.items()).hasSameSizeAs(whole.items()).isNotEmpty();
    assertThat(moved.wonCount()).isPositive();
  }

  private void change(OpportunityId id, Random random) {
    String to =
        switch (random.nextInt(6)) {
          case 0 -> "expected_close = '2027-0" + (2 + random.nextInt(4)) + "-20'";
          case 1 -> "own_probability = " + 10_000 * random.nextInt(100);
          case 2 -> "state = 'won', won_amount = value, closed_on = '" + days.day + "'";
          case 3 -> "state = 'lost', won_amount = NULL, closed_on = '" + days.day + "'";
          case 4 -> "state = 'paused', won_amount = NULL, closed_on = NULL";
          default -> "state = 'open', won_amount = NULL, closed_on = NULL";
        };
    database.run("UPDATE opportunity SET " + to + " WHERE id = " + id);
  }

  /** All as they stood at the end of a day, read straight from what is kept. */
  private List<PipelineState> all(LocalDate day, boolean openOnly) {
    return database
        .sql()
        .sql(
            """
            SELECT o.number, h.value, h.probability, h.expected_close, h.state
            FROM pipeline_history h JOIN opportunity o ON o.id = h.opportunity_id
            WHERE h.day = (SELECT MAX(day) FROM pipeline_history x WHERE x.opportunity_id = o.id AND x.day <= :day)
            """)
        .param("day", day)
        .query(
            (row, n) ->
                new PipelineState(
                    row.getString(1),
                    Money.ofMinor(EUR, row.getLong(2)),
                    Percent.ofTenThousandths(row.getLong(3)),
                    LocalDate.parse(row.getString(4)),
                    PipelineState.Status.valueOf(row.getString(5).toUpperCase(Locale.ROOT))))
        .list()
        .stream()
        .filter(s -> !openOnly || s.status() == PipelineState.Status.OPEN)
        .toList();
  }

  /** Those open before and all that were opened, or opened again, since: as they are later. */
  private List<PipelineState> after(LocalDate since, LocalDate until) {
    List<String> before = all(since, true).stream().map(PipelineState::ref).toList();
    List<String> ended =
        all(since, false).stream()
            .map(PipelineState::ref)
            .filter(ref -> !before.contains(ref))
            .toList();
    List<String> changed =
        database
            .sql()
            .sql(
                """
                SELECT DISTINCT o.number FROM pipeline_history h JOIN opportunity o ON o.id = h.opportunity_id
                WHERE h.day > :since AND h.day <= :until
                """)
            .param("since", since)
            .param("until", until)
            .query(String.class)
            .list();
    return all(until, false).stream()
        .filter(s -> !ended.contains(s.ref()) || changed.contains(s.ref()))
        .toList();
  }
}
