package firmtally.server.platform.database;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.jdbc.core.RowMapper;

/** Reads columns that may be NULL. */
public final class Columns {
  private Columns() {}

  /**
   * Reads the rows of one statement into a record by the names of its columns; others are left
   * alone.
   */
  public static <T> RowMapper<T> of(Class<T> type) {
    return new RecordRows<>(type);
  }

  /** A day; null for NULL. */
  public static LocalDate day(ResultSet row, String column) throws SQLException {
    String text = row.getString(column);
    return text == null ? null : LocalDate.parse(text);
  }

  /** An instant; null for NULL. */
  public static Instant instant(ResultSet row, String column) throws SQLException {
    String text = row.getString(column);
    return text == null ? null : Instant.parse(text);
  }

  /** A value made of a whole number; empty for NULL. */
  public static <T> Optional<T> maybe(ResultSet row, String column, LongFunction<T> make)
      throws SQLException {
    long value = row.getLong(column);
    return row.wasNull() ? Optional.empty() : Optional.of(make.apply(value));
  }
}
