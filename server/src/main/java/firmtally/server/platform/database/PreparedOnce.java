package firmtally.server.platform.database;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/**
 * Connections that prepare each statement once: most of the time of a short statement goes into
 * reading its text. What is closed is kept for the next one who asks with the same text; while it
 * is in use somebody else gets another.
 */
final class PreparedOnce extends DelegatingDataSource {
  private static final int MOST = 400;

  PreparedOnce(DataSource of) {
    super(of);
  }

  @Override
  public Connection getConnection() throws SQLException {
    Connection connection = super.getConnection();
    Kept kept = new Kept();
    return proxy(
        Connection.class,
        (method, arguments) ->
            method.getName().equals("prepareStatement") && arguments.length == 1
                ? statement(connection, (String) arguments[0], kept)
                : method.invoke(connection, arguments));
  }

  /** Statements that nobody uses, by their text; the one that was not asked for longest goes. */
  private static final class Kept extends LinkedHashMap<String, PreparedStatement> {
    private static final long serialVersionUID = 1;

    Kept() {
      super(64, 0.75f, true);
    }

    @Override
    protected boolean removeEldestEntry(Map.Entry<String, PreparedStatement> eldest) {
      if (size() <= MOST) {
        return false;
      }
      try {
        eldest.getValue().close();
      } catch (SQLException e) {
        throw new IllegalStateException(e);
      }
      return true;
    }
  }

  private static PreparedStatement statement(Connection connection, String text, Kept kept)
      throws SQLException {
    PreparedStatement own = kept.remove(text);
    PreparedStatement statement = own == null ? connection.prepareStatement(text) : own;
    boolean[] isClosed = new boolean[1];
    long began = System.nanoTime();
    return proxy(
        PreparedStatement.class,
        (method, arguments) -> {
          switch (method.getName()) {
            case "close":
              if (!isClosed[0]) {
                isClosed[0] = true;
                SlowStatements.took(text, Duration.ofNanos(System.nanoTime() - began));
                giveBack(statement, text, kept);
              }
              return null;
            case "isClosed":
              return isClosed[0] || statement.isClosed();
            default:
              return method.invoke(statement, arguments);
          }
        });
  }

  private static void giveBack(PreparedStatement statement, String text, Kept kept)
      throws SQLException {
    if (statement.isClosed()) {
      return;
    }
    if (kept.containsKey(text)) {
      statement.close();
      return;
    }
    statement.clearParameters();
    kept.put(text, statement);
  }

  /** What is asked of a proxy. */
  @FunctionalInterface
  private interface Call {
    Object answer(Method method, Object[] arguments)
        throws ReflectiveOperationException, SQLException;
  }

  private static <T> T proxy(Class<T> type, Call call) {
    return type.cast(
        Proxy.newProxyInstance(
            type.getClassLoader() == null
                ? PreparedOnce.class.getClassLoader()
                : type.getClassLoader(),
            new Class<?>[] {type},
            (proxy, method, arguments) -> {
              try {
                return switch (method.getName()) {
                  case "equals" -> proxy == arguments[0];
                  case "hashCode" -> System.identityHashCode(proxy);
                  default -> call.answer(method, arguments);
                };
              } catch (InvocationTargetException e) {
                throw e.getCause();
              }
            }));
  }
}
