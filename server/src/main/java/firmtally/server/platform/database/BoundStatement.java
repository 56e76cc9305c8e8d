package firmtally.server.platform.database;

import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.Ids;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.LongFunction;
import org.springframework.jdbc.core.ResultSetExtractor;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.namedparam.SimplePropertySqlParameterSource;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.KeyHolder;

/**
 * A statement whose values are bound as {@link Stored} says. Values of a whole record and single
 * ones may be given together; a single one stands in place of the record's.
 */
final class BoundStatement implements JdbcClient.StatementSpec {
  private final JdbcClient.StatementSpec statement;
  private final Map<String, Object> named = new HashMap<>();
  private SqlParameterSource source;

  BoundStatement(JdbcClient.StatementSpec statement) {
    this.statement = statement;
  }

  @Override
  public JdbcClient.StatementSpec withFetchSize(int fetchSize) {
    statement.withFetchSize(fetchSize);
    return this;
  }

  @Override
  public JdbcClient.StatementSpec withMaxRows(int maxRows) {
    statement.withMaxRows(maxRows);
    return this;
  }

  @Override
  public JdbcClient.StatementSpec withQueryTimeout(int queryTimeout) {
    statement.withQueryTimeout(queryTimeout);
    return this;
  }

  @Override
  public JdbcClient.StatementSpec param(Object value) {
    statement.param(Stored.of(value));
    return this;
  }

  @Override
  public JdbcClient.StatementSpec param(int index, Object value) {
    statement.param(index, Stored.of(value));
    return this;
  }

  @Override
  public JdbcClient.StatementSpec param(int index, Object value, int sqlType) {
    statement.param(index, Stored.of(value), sqlType);
    return this;
  }

  @Override
  public JdbcClient.StatementSpec param(String name, Object value) {
    named.put(name, Stored.of(value));
    return this;
  }

  @Override
  public JdbcClient.StatementSpec param(String name, Object value, int sqlType) {
    return param(name, value);
  }

  @Override
  public JdbcClient.StatementSpec params(Object... values) {
    for (Object value : values) {
      param(value);
    }
    return this;
  }

  @Override
  public JdbcClient.StatementSpec params(List<?> values) {
    values.forEach(this::param);
    return this;
  }

  @Override
  public JdbcClient.StatementSpec params(Map<String, ?> values) {
    values.forEach(this::param);
    return this;
  }

  @Override
  public JdbcClient.StatementSpec paramSource(Object source) {
    return paramSource(new SimplePropertySqlParameterSource(source));
  }

  @Override
  public JdbcClient.StatementSpec paramSource(SqlParameterSource given) {
    source = given;
    return this;
  }

  /** The statement with everything that was given to it. */
  private JdbcClient.StatementSpec bound() {
    if (source == null) {
      return named.isEmpty() ? statement : statement.params(named);
    }
    return statement.paramSource(
        new SqlParameterSource() {
          @Override
          public boolean hasValue(String name) {
            return named.containsKey(name) || source.hasValue(name);
          }

          @Override
          public Object getValue(String name) {
            return named.containsKey(name) ? named.get(name) : Stored.of(source.getValue(name));
          }
        });
  }

  @Override
  public JdbcClient.ResultQuerySpec query() {
    return bound().query();
  }

  @Override
  public <T> JdbcClient.MappedQuerySpec<T> query(Class<T> type) {
    if (Id.class.isAssignableFrom(type)) {
      LongFunction<? extends Id> named = Ids.named(type.asSubclass(Id.class));
      return bound()
          .query(
              (row, n) -> {
                long number = row.getLong(1);
                return row.wasNull() ? null : type.cast(named.apply(number));
              });
    }
    return type.isRecord() ? bound().query(Columns.of(type)) : bound().query(type);
  }

  @Override
  public <T> JdbcClient.MappedQuerySpec<T> query(RowMapper<T> mapper) {
    return bound().query(mapper);
  }

  @Override
  public void query(RowCallbackHandler handler) {
    bound().query(handler);
  }

  @Override
  public <T> T query(ResultSetExtractor<T> extractor) {
    return bound().query(extractor);
  }

  @Override
  public int update() {
    return bound().update();
  }

  @Override
  public int update(KeyHolder keys) {
    return bound().update(keys);
  }

  @Override
  public int update(KeyHolder keys, String... columns) {
    return bound().update(keys, columns);
  }
}
