package firmtally.server.company.ownfield;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.company.SettingsService;
import firmtally.server.company.ownfield.OwnField.OwnFieldForm;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Input;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OwnFieldServiceTest {
  private static final Actor ADMINISTRATOR =
      new Actor(new PersonId(0), "a", "A", "a@reed.example", Roles.of(Role.ADMINISTRATOR), null);
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private OwnFieldService fields;

  @BeforeEach
  void aCompanyInEuro() {
    SettingsService settings = mock(SettingsService.class);
    when(settings.company()).thenReturn(new SettingsService.Company("Reed", CurrencyUnit.EUR));
    Clock clock = Clock.systemUTC();
    fields =
        new OwnFieldService(
            new OwnFieldStore(database.sql()),
            settings,
            mock(Records.class),
            new ChangeLog(database.sql(), clock, mock(Events.class)),
            clock);
  }

  private static OwnFieldForm form(String name, String kind, String... choices) {
    return new OwnFieldForm("account", name, kind, List.of(choices), false, true);
  }

  private OwnFieldId add(String name, String kind, String... choices) {
    return database.act(() -> fields.add(form(name, kind, choices), ADMINISTRATOR));
  }

  private static OwnField field(String kind, boolean required) {
    return new OwnField(
        new OwnFieldId(7),
        "account",
        "Field",
        OwnField.Kind.valueOf(kind),
        List.of("Grade A", "Grade B"),
        required,
        true,
        1);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "TEXT | by rail | by rail | -",
        "TEXT | '  by rail ' | by rail | -",
        "NUMBER | 1200.5 | 1200.5 | 12005000",
        "NUMBER | 1 200,50 | 1200.5 | 12005000",
        "NUMBER | -3 | -3 | -30000",
        "NUMBER | 0.0001 | 0.0001 | 1",
        "AMOUNT | 2500 | 2500 | 25000000",
        "AMOUNT | 19.90 | 19.9 | 199000",
        "DATE | 2027-04-02 | 2027-04-02 | -",
        "CHOICE | grade b | Grade B | -",
        "YES_NO | yes | yes | -",
      })
  void whatIsEnteredIsKeptAsAProgramReadsIt(String kind, String typed, String text, Long number) {
    Input input = new Input();
    Optional<OwnValues.Value> read =
        new OwnValues(CurrencyUnit.EUR, input).value(field(kind, false), typed);
    input.check();
    assertThat(read).contains(new OwnValues.Value(text, number));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "NUMBER | many",
        "NUMBER | 0.00001",
        "NUMBER | 100000000001",
        "AMOUNT | -5",
        "AMOUNT | 1.999",
        "DATE | 2027-02-30",
        "CHOICE | Grade C",
        "YES_NO | perhaps",
      })
  void whatDoesNotFitIsRefusedAtItsField(String kind, String typed) {
    Input input = new Input();
    new OwnValues(CurrencyUnit.EUR, input).value(field(kind, false), typed);
    assertThatThrownBy(input::check).isInstanceOf(BadInput.class).hasMessageContaining("values.7");
  }

  @ParameterizedTest
  @CsvSource({"TEXT", "NUMBER", "AMOUNT", "DATE", "CHOICE", "YES_NO"})
  void blankIsNothingUnlessTheFieldIsRequired(String kind) {
    Input input = new Input();
    OwnValues values = new OwnValues(CurrencyUnit.EUR, input);
    assertThat(values.value(field(kind, false), "  ")).isEmpty();
    assertThat(values.value(field(kind, false), null)).isEmpty();
    input.check();
    values.value(field(kind, true), "");
    assertThatThrownBy(input::check).hasMessageContaining("Required");
  }

  @Test
  void fieldsStandInTheOrderInWhichTheyWereAddedAndNamesAreTakenOnce() {
    OwnFieldId first = add("Second name", "text");
    OwnFieldId second = add("A name", "number");
    assertThat(fields.of("account")).extracting(OwnField::id).containsExactly(first, second);
    assertThat(fields.of("contact")).isEmpty();
    assertThat(fields.field(second).key()).isEqualTo("own-" + second);
    assertThatThrownBy(() -> add("a NAME", "text")).hasMessageContaining("of this name already");
    assertThatThrownBy(() -> add("No choices", "choice")).hasMessageContaining("1 to 100");
    assertThatThrownBy(() -> add("Piped", "choice", "a|b")).hasMessageContaining("no |");
    assertThatThrownBy(() -> add("What", "colour")).isInstanceOf(BadInput.class);
    database.act(() -> fields.end(first, ADMINISTRATOR));
    assertThat(fields.of("account")).extracting(OwnField::id).containsExactly(second);
    add("Second name", "date");
  }

  @Test
  void theSecondOfTwoIsToldAndWhatIsLeftOutStays() {
    OwnFieldId text = add("Note", "text");
    OwnFieldId number = add("Scales", "number");
    RecordId record = new RecordId(5);
    Actor actor = ADMINISTRATOR;
    database.act(
        () -> fields.set("account", record, 0, Map.of(text, "dusty", number, "12"), actor));
    assertThatThrownBy(
            () ->
                database.act(() -> fields.set("account", record, 0, Map.of(text, "clean"), actor)))
        .isInstanceOf(Conflict.class);
    database.act(() -> fields.set("account", record, 1, Map.of(text, ""), actor));
    assertThat(fields.values("account", record)).containsOnly(Map.entry(number, "12"));
    assertThat(fields.values("account", List.of(record, new RecordId(6)))).containsOnlyKeys(5L);
    assertThatThrownBy(
            () ->
                database.act(
                    () -> fields.set("account", record, 2, Map.of(new OwnFieldId(99), "x"), actor)))
        .hasMessageContaining("no such field");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "1=rail | 1",
        "1=RAIL | 1",
        "1=road | 2",
        "2>=100 | 1",
        "2<=100 | 2",
        "2>=90.5 | 1",
        "2>=90,5 | 1",
        "2>=90;2<=90 | 2",
        "3>=2027-04-01 | 1",
        "3<=2027-03-31 | 2",
        "1=rail;2>=100 | 1",
        "1=rail;2<=100 | -",
        "9=rail | -",
      })
  void aListIsNarrowedByWhatStandsInThem(String terms, String found) {
    add("By", "text");
    add("Tonnes", "number");
    add("Visit", "date");
    Actor actor = ADMINISTRATOR;
    Map<OwnFieldId, String> one =
        Map.of(
            new OwnFieldId(1), "rail", new OwnFieldId(2), "1200", new OwnFieldId(3), "2027-04-02");
    Map<OwnFieldId, String> two =
        Map.of(new OwnFieldId(1), "road", new OwnFieldId(2), "90", new OwnFieldId(3), "2027-03-02");
    database.act(() -> fields.set("account", new RecordId(1), 0, one, actor));
    database.act(() -> fields.set("account", new RecordId(2), 0, two, actor));
    Where where = new Where();
    OwnFieldSql.narrow(where, "account", "r.id", terms.replace(';', '|'));
    assertThat(narrowed(where)).isEqualTo(found == null ? List.of() : List.of(found));
    // Another kind of record may have the same number; what stands in a field is none of it.
    Where others = new Where();
    OwnFieldSql.narrow(others, "product", "r.id", terms.replace(';', '|'));
    assertThat(narrowed(others)).isEmpty();
  }

  private List<String> narrowed(Where where) {
    return where
        .bind(
            database
                .sql()
                .sql(
                    "SELECT CAST(r.id AS TEXT) FROM (SELECT 1 AS id UNION SELECT 2) r "
                        + where.sql()))
        .query(String.class)
        .list();
  }

  @ParameterizedTest
  @CsvSource({"rail", "1", "1~5", "x=5", "2>=much", "=5"})
  void whatIsNotWrittenSoIsRefused(String terms) {
    assertThatThrownBy(() -> OwnFieldSql.narrow(new Where(), "account", "r.id", terms))
        .isInstanceOf(BadInput.class)
        .hasMessageContaining("own");
  }
}
