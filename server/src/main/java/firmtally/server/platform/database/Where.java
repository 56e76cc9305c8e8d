package firmtally.server.platform.database;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The conditions of a list that can be narrowed in many ways. Only what is asked for stands in the
 * SQL, so that SQLite can choose an index for it; values are always bound, never written into it.
 */
public final class Where {
  private final List<String> conditions = new ArrayList<>();
  private final Map<String, Object> values = new HashMap<>();

  /** A value that a condition asks for beside its own. */
  public Where with(String name, Object value) {
    values.put(name, value);
    return this;
  }

  /** A condition without a value of its own; given twice it stands once. */
  public Where and(String condition) {
    if (!conditions.contains(condition)) {
      conditions.add(condition);
    }
    return this;
  }

  /** A condition whose one value has the name given. */
  public Where and(String condition, String name, Object value) {
    values.put(name, value);
    return and(condition);
  }

  /** A condition that is only there when its text is not blank. */
  public Where maybe(String condition, String name, String text) {
    Optional.ofNullable(text)
        .map(String::strip)
        .filter(t -> !t.isEmpty())
        .ifPresent(t -> and(condition, name, t));
    return this;
  }

  /** The WHERE of a statement; blank when there is no condition. */
  public String sql() {
    return conditions.isEmpty() ? "" : " WHERE " + String.join("\n  AND ", conditions) + "\n";
  }

  /** Whether a condition speaks of a table by its alias. */
  public boolean speaksOf(String alias) {
    return Pattern.compile("\\b" + alias + "\\.").matcher(sql()).find();
  }

  /** Binds the values of all conditions. */
  public JdbcClient.StatementSpec bind(JdbcClient.StatementSpec statement) {
    return values.isEmpty() ? statement : statement.params(values);
  }

  /** A text to be found anywhere, as LIKE wants it with ESCAPE '!'. */
  public static String anywhere(String text) {
    return "%" + text.replace("!", "!!").replace("%", "!%").replace("_", "!_") + "%";
  }
}
