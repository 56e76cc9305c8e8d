package firmtally.server.platform.database;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;
import java.util.function.LongFunction;

/** Reads columns that may be NULL. */
public final class Columns {
  private Columns() {}

  /** A value made of a whole number; empty for NULL. */
  public static <T> Optional<T> maybe(ResultSet row, String column, LongFunction<T> make)
      throws SQLException {
    long value = row.getLong(column);
    return row.wasNull() ? Optional.empty() : Optional.of(make.apply(value));
  }
}
