package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.server.company.SettingsService;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.jobs.JobDays;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

class EnquiryWorthTest {
  private static final LocalDate TODAY = LocalDate.parse("2027-03-15");
  @RegisterExtension private final TestDatabase database = new TestDatabase();
  private EnquiryWorth worth;
  private long mara;
  private int next;

  @BeforeEach
  void somebodySells() {
    SettingsService settings = mock(SettingsService.class);
    when(settings.isSetUp()).thenReturn(true);
    when(settings.company()).thenReturn(new SettingsService.Company("Reed", CurrencyUnit.EUR));
    worth = new EnquiryWorth(database.sql(), new JobDays(database.sql()), settings);
    mara = database.person("mara", "North");
    act(
        """
        INSERT INTO account (id, number, name, kind, status, owner_id) VALUES (1, 'A-1', 'Reed', 'company', 'customer', %s)
        """);
    act("INSERT INTO sales_process (id, name, kind) VALUES (1, 'New', 'new')");
    act(
        """
        INSERT INTO stage (id, process_id, position, name, probability, usual_days) VALUES (1, 1, 1, 'Q', 100000, 10)
        """);
  }

  private void act(String text) {
    database.act(() -> database.sql().sql(text.replace("%s", Long.toString(mara))).update());
  }

  /** An enquiry that was converted, and what came of it. */
  private void converted(String family, String source, String state, String won) {
    int id = enquiry(family, source, "converted", "2026-12-01");
    act("INSERT INTO worksheet (id, currency) VALUES (" + id + ", 'EUR')");
    act(
        """
        INSERT INTO opportunity (id, number, title, account_id, owner_id, process_id, stage_id, state, stage_since,
          opened_on, expected_close, worksheet_id, enquiry_id, won_amount, touched_on)
        VALUES (%1$d, 'O-%1$d', 'T', 1, %%s, 1, 1, '%2$s', '2026-12-01', '2026-12-01', '2027-01-01', %1$d, %1$d, %3$s, '2026-12-01')
        """
            .formatted(id, state, won));
  }

  private int enquiry(String family, String source, String state, String day) {
    int id = ++next;
    act(
        """
        INSERT INTO enquiry_row (id, number, added_at, name, subject, family, source, state, owner_id)
        VALUES (%1$d, 'E-%1$d', '%2$sT08:00:00Z', 'N', 'S', %3$s, '%4$s', '%5$s', %%s)
        """
            .formatted(id, day, family == null ? "NULL" : "'" + family + "'", source, state));
    return id;
  }

  private long expected(String family, String source) {
    int id = enquiry(family, source, "new", "2027-03-10");
    return database
        .sql()
        .sql("SELECT " + EnquiryWorth.EXPECTED + " FROM enquiry e WHERE e.id = :id")
        .param("id", id)
        .query(Long.class)
        .single();
  }

  private void workOut(LocalDate today) {
    database.act(() -> worth.run(today));
  }

  @Test
  void isTheAverageOfThoseLikeItWithThoseThatBroughtNothing() {
    for (int i = 0; i < 3; i++) {
      converted("bench", "fair", "won", "10001");
    }
    converted("bench", "fair", "lost", "NULL");
    enquiry("bench", "fair", "not-pursued", "2026-12-01");
    workOut(TODAY);
    // 30,003 of five is 6,000.6 minor units.
    assertThat(expected("bench", "fair")).isEqualTo(6001);
  }

  @Test
  void fallsBackToTheFamilyThenTheSourceThenAll() {
    for (int i = 0; i < 5; i++) {
      converted("bench", "fair", "won", "500");
      converted("floor", "phone", "won", "900");
    }
    workOut(TODAY);
    assertThat(expected("bench", "phone")).as("the family counts more").isEqualTo(500);
    assertThat(expected(null, "phone")).isEqualTo(900);
    assertThat(expected("crane", "web")).as("of all").isEqualTo(700);
  }

  @Test
  void needsFiveThatAreDecidedAndNotTooOld() {
    for (int i = 0; i < 4; i++) {
      converted("bench", "fair", "won", "500");
    }
    converted("bench", "fair", "open", "NULL");
    enquiry("bench", "fair", "talking", "2026-12-01");
    enquiry("bench", "fair", "not-pursued", "2025-03-14");
    workOut(TODAY);
    assertThat(expected("bench", "fair")).isZero();
    enquiry("bench", "fair", "not-pursued", "2025-03-15");
    workOut(TODAY);
    assertThat(expected("bench", "fair")).as("once a day").isZero();
    workOut(TODAY.plusDays(1));
    assertThat(expected("bench", "fair")).as("a day later it is too old").isZero();
    enquiry("bench", "fair", "not-pursued", "2025-03-18");
    workOut(TODAY.plusDays(2));
    assertThat(expected("bench", "fair")).isEqualTo(400);
  }
}
