package firmtally.server.access;

import firmtally.server.platform.database.Columns;
import org.springframework.jdbc.core.RowMapper;

/**
 * A record as somebody finds it: read in one statement with what they may do with it.
 *
 * @param readable whether they may read it
 * @param editable whether they may change it
 */
public record Seen<T>(T record, boolean readable, boolean editable) {
  /** Reads a row that has the columns {@code readable} and {@code editable} beside its record's. */
  public static <T> RowMapper<Seen<T>> of(Class<T> type) {
    RowMapper<T> mapper = Columns.of(type);
    return (row, n) ->
        new Seen<>(mapper.mapRow(row, n), row.getBoolean("readable"), row.getBoolean("editable"));
  }
}
