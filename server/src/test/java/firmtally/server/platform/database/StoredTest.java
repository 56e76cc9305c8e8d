package firmtally.server.platform.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.Ids;
import firmtally.server.platform.ids.PersonId;
import java.sql.ResultSet;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.json.JsonMapper;

/** Values of the job go into columns and come out again as they were. */
class StoredTest {
  private static final Instant MORNING = Instant.parse("2027-03-15T08:00:00Z");
  @RegisterExtension final TestDatabase database = new TestDatabase();

  private enum Mood {
    ON_HOLD
  }

  private record Kept(
      LocalDate day,
      LocalTime time,
      YearMonth month,
      Instant at,
      Percent percent,
      UnitPrice price,
      Quantity quantity,
      Mood mood) {}

  @Test
  void whatIsBoundIsReadBack() {
    Kept kept =
        new Kept(
            LocalDate.of(2027, 3, 15),
            LocalTime.of(14, 30),
            YearMonth.of(2027, 3),
            MORNING,
            Percent.parse("12.5"),
            UnitPrice.parse("0.0125"),
            Quantity.parse("1.5"),
            Mood.ON_HOLD);
    assertThat(
            database
                .sql()
                .sql(
                    "SELECT :day AS day, :time AS time, :month AS month, :at AS at, :percent AS percent,"
                        + " :price AS price, :quantity AS quantity, :mood AS mood")
                .paramSource(kept)
                .query(Kept.class)
                .single())
        .isEqualTo(kept);
  }

  private String stored(Object value) {
    return database
        .sql()
        .sql("SELECT CAST(:x AS TEXT)")
        .param("x", value)
        .query(String.class)
        .single();
  }

  @Test
  void howTheyLieInTheColumns() {
    assertThat(stored(LocalDate.of(2027, 3, 1))).isEqualTo("2027-03-01");
    assertThat(stored(MORNING)).isEqualTo("2027-03-15T08:00:00Z");
    assertThat(stored(Mood.ON_HOLD)).isEqualTo("on-hold");
    assertThat(stored(Percent.parse("12.5"))).isEqualTo("125000");
    assertThat(stored(UnitPrice.parse("0.0125"))).isEqualTo("125");
    assertThat(stored(Quantity.parse("1.5"))).isEqualTo("1500");
    assertThat(stored(Money.parse("EUR 12.34"))).isEqualTo("1234");
    assertThat(stored(Money.parse("JPY 12"))).isEqualTo("12");
    assertThat(stored(Optional.of(Money.parse("EUR 1.00")))).isEqualTo("100");
  }

  private record Named(AccountId id, PersonId owner) {}

  @Test
  void anIdIsItsNumber() {
    assertThat(stored(new AccountId(7))).isEqualTo("7");
    assertThat(JsonList.of(List.of(new AccountId(7), new AccountId(8)))).isEqualTo("[7,8]");
    assertThat(database.sql().sql("SELECT 7 AS id, NULL AS owner").query(Named.class).single())
        .isEqualTo(new Named(new AccountId(7), null));
    assertThat(database.sql().sql("SELECT 9").query(PersonId.class).single())
        .isEqualTo(new PersonId(9));
    assertThat(database.sql().sql("SELECT NULL").query(PersonId.class).list())
        .containsExactly((PersonId) null);
  }

  @ParameterizedTest
  @MethodSource("kindsOfIds")
  void everyKindOfIdIsReadAndWrittenAsANumber(Class<? extends Id> kind) {
    Id id = Ids.named(kind).apply(42);
    JsonMapper json = JsonMapper.builder().build();
    assertThat(id.value()).isEqualTo(42);
    assertThat(id).hasToString("42").isEqualTo(Ids.named(kind).apply(42));
    assertThat(json.writeValueAsString(id)).isEqualTo("42");
    assertThat(json.readValue("42", kind)).isEqualTo(id);
  }

  static List<Class<? extends Id>> kindsOfIds() {
    return Ids.kinds();
  }

  @Test
  void nothingIsNull() {
    assertThat(
            database
                .sql()
                .sql("SELECT :x IS NULL")
                .param("x", Optional.empty())
                .query(Boolean.class)
                .single())
        .isTrue();
  }

  @Test
  void daysAndInstantsOfColumnsThatMayBeEmpty() {
    List<Object> read =
        database
            .sql()
            .sql("SELECT '2027-03-15' AS day, NULL AS none, '2027-03-15T08:00:00Z' AS at")
            .query(
                (ResultSet row, int n) ->
                    List.<Object>of(
                        Columns.day(row, "day"),
                        Optional.ofNullable(Columns.day(row, "none")),
                        Columns.instant(row, "at"),
                        Optional.ofNullable(Columns.instant(row, "none"))))
            .single();
    assertThat(read)
        .containsExactly(LocalDate.of(2027, 3, 15), Optional.empty(), MORNING, Optional.empty());
  }

  @Test
  void manyValuesAreBoundAsOne() {
    assertThat(
            database
                .sql()
                .sql("SELECT COUNT(*) FROM json_each(:codes) WHERE value IN ('a\"b', 'ü')")
                .param("codes", JsonList.of(Set.of("a\"b", "ü", "c")))
                .query(Long.class)
                .single())
        .isEqualTo(2);
    assertThat(JsonList.of(List.of())).isEqualTo("[]");
    assertThat(JsonList.of(List.of(1L, 2L))).isEqualTo("[1,2]");
  }

  @Test
  void onlyTheConditionsThatAreAskedForStandInTheStatement() {
    Where where =
        new Where()
            .with("never", 1)
            .maybe("name = :name", "name", " ")
            .maybe("town = :town", "town", " Saltmere ");
    assertThat(where.sql()).isEqualTo(" WHERE town = :town\n");
    assertThat(new Where().sql()).isEmpty();
    assertThat(new Where().and("a = 1").and("a = 1").sql()).isEqualTo(" WHERE a = 1\n");
    assertThat(where.bind(database.sql().sql("SELECT :town AS town")).query().singleRow())
        .isEqualTo(Map.of("town", "Saltmere"));
    assertThat(Where.anywhere("50%_!")).isEqualTo("%50!%!_!!%");
  }

  @Test
  void whatAPageAsksTwiceIsReadOnce() {
    int[] asked = {0};
    Snapshots snapshots = database.snapshots();
    snapshots.begin();
    try {
      assertThat(snapshots.once("question", () -> ++asked[0])).isEqualTo(1);
      assertThat(snapshots.once("question", () -> ++asked[0])).isEqualTo(1);
      assertThat(snapshots.once("another", () -> ++asked[0])).isEqualTo(2);
    } finally {
      snapshots.end();
    }
    assertThat(snapshots.once("question", () -> ++asked[0])).as("outside of a page").isEqualTo(3);
    assertThat(snapshots.once("question", () -> ++asked[0])).isEqualTo(4);
  }

  @Test
  void whatOutlivesThePageIsNotReadFromItsOldSnapshot() {
    Remembered<Long> people =
        new Remembered<>(
            () -> database.sql().sql("SELECT COUNT(*) FROM person").query(Long.class).single());
    database.snapshots().begin();
    try {
      long before = database.sql().sql("SELECT COUNT(*) FROM person").query(Long.class).single();
      Thread other = new Thread(() -> database.person("new", "North"));
      other.start();
      other.join();
      people.forget();
      assertThat(people.get()).isEqualTo(before + 1);
      assertThat(database.sql().sql("SELECT COUNT(*) FROM person").query(Long.class).single())
          .as("the page itself sees what it saw")
          .isEqualTo(before);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } finally {
      database.snapshots().end();
    }
  }

  @Test
  void aWordThatIsNoConstantIsNotSwallowed() {
    assertThatThrownBy(() -> database.sql().sql("SELECT 'gone' AS mood").query(Mood.class).single())
        .isInstanceOf(RuntimeException.class);
  }

  @Test
  void amountsAreOfTheirCurrency() {
    assertThat(Stored.of(Money.of(CurrencyUnit.of("KWD"), 1.234))).isEqualTo(1234L);
  }
}
