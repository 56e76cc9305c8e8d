package firmtally.server.reporting.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.company.SettingsService;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.OwnDimensions;
import firmtally.server.reporting.metrics.Subject;
import firmtally.server.reporting.metrics.Subjects;
import firmtally.server.reporting.metrics.TableMeasure;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The free table: that its levels agree, what its figures are made of, and who sees what. */
class TableServiceTest {
  private static final Clock CLOCK =
      Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  @RegisterExtension final TestDatabase database = new TestDatabase(CLOCK);
  private TableService tables;
  private Actor rep;
  private Actor head;

  @BeforeEach
  void someOpportunities() {
    SettingsService settings = mock(SettingsService.class);
    when(settings.company()).thenReturn(new SettingsService.Company("Reed", CurrencyUnit.EUR));
    OwnFieldService fields = mock(OwnFieldService.class);
    tables =
        new TableService(
            new TableStore(database.sql()), new OwnDimensions(fields), settings, CLOCK);
    TestCompany company = new TestCompany(database);
    rep = company.person("rep", Role.REP, "North");
    Actor other = company.person("other", Role.REP, "South");
    head = company.person("head", Role.MANAGER, null);
    AccountId farm = company.account("Farm", rep);
    AccountId mill = company.account("Mill", other);
    OpportunityId a = company.opportunity("a", rep, farm, 10_001);
    OpportunityId b = company.opportunity("b", rep, mill, 20_000);
    OpportunityId c = company.opportunity("c", other, mill, 30_000);
    OpportunityId d = company.opportunity("d", other, farm, 40_000);
    database.run("UPDATE opportunity SET source = 'web form' WHERE id IN (" + a + ", " + c + ")");
    won(b, "2026-11-20", 19_000);
    won(c, "2027-02-03", 30_000);
    database.run(
        "UPDATE opportunity SET state = 'lost', reason = 'Price', closed_on = '2027-02-20' WHERE id = "
            + d);
    database.run(
        "INSERT INTO opportunity_tag (opportunity_id, tag) VALUES ("
            + a
            + ", 'export'), ("
            + a
            + ", 'retrofit'), ("
            + c
            + ", 'export')");
    for (OpportunityId id : List.of(a, b, c, d)) {
      database.run(
          """
          INSERT INTO worksheet_line (worksheet_id, position, line_id, description, quantity, final, cost, in_family,
                                      term_list, term_net, term_cost)
          SELECT worksheet_id, 0, '1', 'Scale', 2000, value, value / 2, 'bench', value + 1000, value, value / 2
          FROM opportunity WHERE id = """
              + " "
              + id);
    }
  }

  private void won(OpportunityId id, String day, long amount) {
    database.run(
        "UPDATE opportunity SET state = 'won', won_amount = "
            + amount
            + ", closed_on = '"
            + day
            + "' WHERE id = "
            + id);
  }

  private static TableQuery query(String rows, String columns, String measures) {
    return new TableQuery(
        null, rows, columns, measures, null, null, null, null, null, null, null, null);
  }

  private static TableQuery with(String filter, String show, String sort, TableQuery q) {
    return new TableQuery(
        q.subject(),
        q.rows(),
        q.columns(),
        q.measures(),
        filter,
        q.day(),
        q.period(),
        q.from(),
        q.to(),
        show,
        sort,
        null);
  }

  /**
   * Each row in a line: its name and its figures, without the table's last column where it has
   * others.
   */
  private List<String> told(TableQuery query, Actor actor) {
    Table table = tables.table(query, actor);
    List<String> lines = new ArrayList<>();
    for (Axis.Head row : table.rows()) {
      StringBuilder line = new StringBuilder(row.label());
      for (Axis.Head column : table.columns()) {
        for (TableMeasure measure : table.plan().measures()) {
          line.append(' ')
              .append(table.shown(row, column, measure).map(BigDecimal::toPlainString).orElse("–"));
        }
      }
      lines.add(line.toString());
    }
    return lines;
  }

  @Test
  void rowsAndTheirTotalHoldWhatIsSeen() {
    assertThat(told(query("owner", "", "value,count"), head))
        .containsExactly("other 700.00 2", "rep 290.01 2", "Total 990.01 4");
    assertThat(told(query("owner", "", "value,count"), rep))
        .containsExactly("rep 290.01 2", "Total 290.01 2");
    assertThat(told(query("", "", "count"), rep)).containsExactly("Total 2");
  }

  @Test
  void whatIsBlankIsNotTakenForAllTogether() {
    assertThat(told(query("source", "state", "count"), head))
        .containsExactly("none 1 1 – 2", "web form 1 – 1 2", "Total 2 1 1 4");
  }

  @Test
  void twoLevelsStandWithinEachOther() {
    assertThat(told(query("owner,state", "", "won,win-rate"), head))
        .containsExactly(
            "other 300.00 50",
            "Won 300.00 100",
            "Lost 0.00 0",
            "rep 190.00 100",
            "Won 190.00 100",
            "Open 0.00 –",
            "Total 490.00 66.67");
  }

  @Test
  void whoStandsInSeveralGroupsCountsOnceInAll() {
    assertThat(told(query("tag", "", "count,value"), head))
        .containsExactly("export 2 400.01", "none 2 590.00", "retrofit 1 100.01", "Total 4 990.01");
    assertThat(told(with("tag:export,retrofit", "", "", query("owner", "", "count")), head))
        .containsExactly("other 1", "rep 1", "Total 2");
    assertThat(told(with("tag:", "", "", query("", "", "count")), head)).containsExactly("Total 2");
  }

  @Test
  void monthsWithoutAnythingStandBetween() {
    assertThat(told(query("close-month", "", "won"), head))
        .containsExactly(
            "2026-11 190.00",
            "2026-12 –",
            "2027-01 –",
            "2027-02 300.00",
            "2027-03 –",
            "2027-04 0.00",
            "Total 490.00");
    assertThat(told(query("close-quarter", "", "won"), head))
        .containsExactly("2026-Q4 190.00", "2027-Q1 300.00", "2027-Q2 0.00", "Total 490.00");
    assertThat(told(query("close-year", "", "count"), head))
        .containsExactly("2026 1", "2027 3", "Total 4");
    assertThat(told(with("state:won", "", "", query("close-week", "", "count")), head))
        .startsWith("2026-11-16 1", "2026-11-23 –")
        .endsWith("2027-02-01 1", "Total 2");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "share | owner | | other 70.71;rep 29.29;Total 100",
        "running | close-quarter | | 2026-Q4 190.00;2027-Q1 890.00;2027-Q2 990.01;Total 990.01",
        "before | close-quarter | | 2026-Q4 –;2027-Q1 510.00;2027-Q2 -599.99;Total –",
        "running | owner | close-year | other 0 700.00 700.00;rep 190.00 290.01 290.01;Total 190.00 990.01 990.01"
      })
  void figuresAreShownInOtherWays(String show, String rows, String columns, String wanted) {
    assertThat(told(with("", show, "", query(rows, columns, "value")), head))
        .containsExactly(wanted.split(";"));
  }

  @Test
  void withoutTimeOnItATableIsComparedWithAsManyDaysBefore() {
    TableQuery february =
        new TableQuery(
            null,
            "owner",
            "",
            "won",
            null,
            null,
            null,
            "2027-01-01",
            "2027-03-15",
            "before",
            null,
            null);
    // 74 days from January, and the 74 before them.
    assertThat(told(february, head)).containsExactly("other 300.00", "Total 110.00");
  }

  @Test
  void rowsAreSortedByAnyColumn() {
    assertThat(told(with("", "", "value", query("owner", "", "value")), head).get(0))
        .startsWith("rep");
    assertThat(told(with("", "", "-name", query("owner", "", "value")), head).get(0))
        .startsWith("rep");
    String byLost = "-count@\u0001lost";
    assertThat(told(with("", "", byLost, query("owner", "state", "count")), head).get(0))
        .startsWith("other");
    assertThat(
            told(with("", "", "count@\u0001open", query("owner", "state", "count")), head).get(0))
        .startsWith("rep");
  }

  @Test
  void theRecordsBehindAFigureAreAsManyAsItSays() {
    TableQuery behind = with("owner:" + rep.id() + ";state:won", "", "", query("", "", ""));
    assertThat(tables.records(behind, 0, 10, head))
        .extracting(TableStore.Row::number)
        .containsExactly("O-b");
    assertThat(tables.records(query("", "", ""), 0, 10, rep)).hasSize(2);
    assertThat(tables.records(query("", "", ""), 1, 1, head)).hasSize(1);
  }

  @Test
  void whatStandsBeyondTheMostIsFoldedIntoOne() {
    TestCompany company = new TestCompany(database);
    for (int n = 0; n < 210; n++) {
      company.opportunity("n" + n, rep, company.account("Yard " + n, rep), 100);
    }
    List<String> rows = told(query("account", "", "value"), head);
    assertThat(rows).hasSize(202).contains("12 others 12.00");
    assertThat(rows.get(201)).isEqualTo("Total 1200.01");
  }

  @Test
  void percentsComeFromSumsAndNotFromPercents() {
    TableQuery lines =
        new TableQuery(
            "demand",
            "family",
            "",
            "net,given,given-percent,margin-percent,quantity,documents",
            null,
            null,
            null,
            null,
            null,
            null,
            null,
            null);
    assertThat(told(lines, head))
        .containsExactly(
            "bench 990.01 40.00 3.88 50 8.000 4", "Total 990.01 40.00 3.88 50 8.000 4");
  }

  static List<Subject> everySubject() {
    return Subjects.all();
  }

  @ParameterizedTest
  @MethodSource("everySubject")
  void everyFieldAndFigureOfEverySubjectCanBeAsked(Subject subject) {
    List<String> measures = List.copyOf(subject.measures().keySet());
    for (Dimension dimension : subject.dimensions().values()) {
      TableQuery asked =
          new TableQuery(
              subject.name(),
              dimension.name(),
              "",
              String.join(",", measures.subList(0, Math.min(6, measures.size()))),
              null,
              null,
              null,
              null,
              null,
              null,
              null,
              null);
      Table table = tables.table(asked, head);
      List<Axis.Head> rows = table.rows();
      for (Axis.Head row : rows.subList(0, rows.size() - 1)) {
        if (table.figure(row.path(), "", table.plan().measures().get(0)).isEmpty()) {
          continue;
        }
        TableQuery behind =
            new TableQuery(
                subject.name(),
                "",
                "",
                "",
                dimension.name()
                    + ":"
                    + URLEncoder.encode(row.keys().get(0), StandardCharsets.UTF_8),
                null,
                null,
                null,
                null,
                null,
                null,
                null);
        assertThat(tables.records(behind, 0, 9, head))
            .as(subject.name() + " " + row.label())
            .isNotEmpty();
      }
    }
    for (String measure : measures) {
      tables.table(
          new TableQuery(
              subject.name(), "", "", measure, null, null, null, null, null, null, null, null),
          rep);
    }
    for (String day : subject.days().keySet()) {
      tables.table(
          new TableQuery(
              subject.name(),
              day + "-month",
              "",
              "",
              null,
              day,
              "year",
              null,
              null,
              null,
              null,
              null),
          rep);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "subject | weather | | | | | ",
        "rows | | owner,team,stage | | | | ",
        "rows | | mood | | | | ",
        "rows | | owner,owner | | | | ",
        "columns | | owner | owner | | | ",
        "measures | | owner | | luck | | ",
        "filter | | owner | | | nonsense | ",
        "filter | | owner | | | owner:x | ",
        "filter | | owner | | | mood:x | ",
        "show | | owner | | | | upwards",
        "show | | owner | | | | before",
        "show | | owner | | win-rate | | running"
      })
  void whatIsNotThereIsNamedAtItsPlace(
      String at,
      String subject,
      String rows,
      String columns,
      String measures,
      String filter,
      String show) {
    TableQuery query =
        new TableQuery(
            subject, rows, columns, measures, filter, null, null, null, null, show, null, null);
    assertThatThrownBy(() -> tables.table(query, head))
        .isInstanceOfSatisfying(
            BadInput.class,
            e -> assertThat(e.problems()).extracting(p -> p.at()).containsExactly(at));
  }

  @Test
  void whoSeesNoCostsSeesNoMargin() {
    Actor controller =
        new Actor(rep.id(), "c", "c", "c@ours.example", Roles.of(Role.CREDIT_CONTROLLER), null);
    TableQuery asked =
        new TableQuery(
            "sold", "family", "", "margin-percent", null, null, null, null, null, null, null, null);
    assertThatThrownBy(() -> tables.table(asked, controller)).isInstanceOf(NotAllowed.class);
  }

  @ParameterizedTest
  @CsvSource({
    "month, 2027-03-01, 2027-03-31",
    "quarter, 2027-01-01, 2027-03-31",
    "year, 2027-01-01, 2027-12-31",
    "last-month, 2027-02-01, 2027-02-28",
    "last-quarter, 2026-10-01, 2026-12-31",
    "last-year, 2026-01-01, 2026-12-31",
    "next-month, 2027-04-01, 2027-04-30",
    "next-quarter, 2027-04-01, 2027-06-30",
    "last-12-months, 2026-04-01, 2027-03-31",
    "last-30-days, 2027-02-14, 2027-03-15"
  })
  void timesMoveAlongWithTheDay(String word, String from, String to) {
    Period period = Period.of(word).orElseThrow();
    assertThat(period.from(LocalDate.now(CLOCK))).hasToString(from);
    assertThat(period.to(LocalDate.now(CLOCK))).hasToString(to);
    assertThatThrownBy(() -> Period.of("soon")).isInstanceOf(BadInput.class);
  }

  @Test
  void aSavedQueryBecomesAWorkbookAndAPaper() throws IOException {
    SettingsService settings = mock(SettingsService.class);
    when(settings.company()).thenReturn(new SettingsService.Company("Reed", CurrencyUnit.EUR));
    TableReport reports = new TableReport(tables, new TableFiles(settings), settings, CLOCK);
    String query =
        "rows=owner%2Cstate&columns=close-quarter&measures=won%2Cwin-rate&filter=owner%3A"
            + rep.id()
            + "%3Bstate%3Awon%2Clost&period=last-12-months";
    TableReport.Files made = reports.files("Won by rep", query, head);
    assertThat(made.xlsx()).startsWith('P', 'K');
    try (PDDocument pdf = Loader.loadPDF(made.pdf())) {
      assertThat(new PDFTextStripper().getText(pdf))
          .contains(
              "Won by rep",
              "Opportunities",
              "Rep: 1 chosen",
              "State: Won, Lost",
              "190.00",
              "100.00")
          .doesNotContain("other");
    }
    reports.check(query, head);
    assertThatThrownBy(() -> reports.check("rows=mood", head)).isInstanceOf(BadInput.class);
  }
}
