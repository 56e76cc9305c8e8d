package firmtally.server.platform.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import firmtally.server.platform.ids.AccountId;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

class RecordRowsTest {
  @RegisterExtension private final TestDatabase database = new TestDatabase();

  private enum State {
    ON_HOLD
  }

  private record Everything(
      AccountId accountId,
      String fromName,
      long count,
      int days,
      Long limit,
      boolean stopped,
      Boolean asked,
      LocalDate due,
      LocalTime atTime,
      Instant madeAt,
      Percent discount,
      State state) {}

  private record Refusing(int more) {
    Refusing {
      if (more > 1) {
        throw new IllegalArgumentException("one at most");
      }
    }
  }

  private <T> T read(Class<T> type, String columns) {
    return database.sql().sql("SELECT " + columns).query(type).single();
  }

  @Test
  void everyKindOfValueIsReadWhateverTheOrderOfItsColumns() {
    assertThat(
            read(
                Everything.class,
                """
                'on-hold' AS state, 125000 AS discount, '2027-03-15T08:00:00Z' AS made_at, '14:30' AS at_time, 9 AS unread,
                '2027-03-15' AS due, 1 AS asked, 0 AS stopped, 70 AS "limit", 3 AS days, 12345678901 AS count,
                'Mara' AS from_name, 7 AS account_id
                """))
        .isEqualTo(
            new Everything(
                new AccountId(7),
                "Mara",
                12_345_678_901L,
                3,
                70L,
                false,
                true,
                LocalDate.parse("2027-03-15"),
                LocalTime.parse("14:30"),
                Instant.parse("2027-03-15T08:00:00Z"),
                Percent.parse("12.5"),
                State.ON_HOLD));
  }

  @Test
  void nothingIsNullWhereItMayBe() {
    Everything read =
        read(
            Everything.class,
            """
            NULL AS state, NULL AS discount, NULL AS made_at, NULL AS at_time, NULL AS due, NULL AS asked, 0 AS stopped,
            NULL AS "limit", 3 AS days, 1 AS count, NULL AS from_name, NULL AS account_id
            """);
    assertThat(read)
        .isEqualTo(
            new Everything(null, null, 1, 3, null, false, null, null, null, null, null, null));
  }

  @Test
  void aColumnThatIsMissingOrEmptyIsSaid() {
    assertThatThrownBy(() -> read(Refusing.class, "1 AS less"))
        .hasStackTraceContaining("There is no column more for Refusing");
    assertThatThrownBy(() -> read(Refusing.class, "NULL AS more"))
        .hasStackTraceContaining("NULL in more");
    assertThatThrownBy(() -> read(Refusing.class, "2 AS more"))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
