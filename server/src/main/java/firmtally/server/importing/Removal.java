package firmtally.server.importing;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * How records that an import added are taken away again.
 *
 * @param table where they lie; it has a version
 * @param name what they are called, an SQL text of the table {@code r}
 * @param parts tables that refer to it and go along; what any other refers to is in use and stays
 * @param inUse SQL conditions of the table {@code r} on which one is in use beside that
 * @param statements what is run with {@code :ids}, a JSON list, in this order
 */
public record Removal(
    String table, String name, Set<String> parts, List<String> inUse, List<String> statements) {
  /** Of a table whose rows stand for themselves. */
  public static Removal of(String table, String name) {
    return new Removal(table, name, Set.of(), List.of(), List.of(delete(table, "id")));
  }

  /** The same, with a table that goes along by a column. */
  public Removal with(String part, String column) {
    Set<String> more = new HashSet<>(parts);
    more.add(part);
    List<String> all = new ArrayList<>();
    all.add(delete(part, column));
    all.addAll(statements);
    return new Removal(table, name, more, inUse, all);
  }

  /** The same, with a condition of the table {@code r} on which a record is in use. */
  public Removal unless(String condition) {
    List<String> more = new ArrayList<>(inUse);
    more.add(condition);
    return new Removal(table, name, parts, more, statements);
  }

  private static String delete(String table, String column) {
    return "DELETE FROM " + table + " WHERE " + column + " IN (SELECT value FROM json_each(:ids))";
  }
}
