package firmtally.server.platform.transfer;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;

/** What both directions know of a database's tables. */
final class Tables {
  /** Sessions are of one installation, and stay there. */
  private static final Set<String> LEFT_OUT =
      Set.of("flyway_schema_history", "page_session", "sqlite_sequence");

  /** Full-text indexes are tables of their own; what lies behind them is made by them. */
  private static final Set<String> INDEXES = Set.of("search_index", "name_index");

  private Tables() {}

  /** A column and how it is kept. */
  record Column(String name, String type) {
    boolean isBytes() {
      return "BLOB".equals(type);
    }
  }

  /** The tables that go along, by name. */
  static List<String> of(Connection database) throws SQLException {
    List<String> tables = new ArrayList<>();
    try (Statement statement = database.createStatement();
        ResultSet rows =
            statement.executeQuery(
                "SELECT name FROM pragma_table_list WHERE schema = 'main' AND type = 'table' ORDER BY name")) {
      while (rows.next()) {
        String name = rows.getString(1);
        if (!LEFT_OUT.contains(name) && !name.startsWith("sqlite_")) {
          tables.add(name);
        }
      }
    }
    tables.addAll(INDEXES.stream().sorted().toList());
    return tables;
  }

  static List<Column> columns(Connection database, String table) throws SQLException {
    List<Column> columns = new ArrayList<>();
    if (INDEXES.contains(table)) {
      columns.add(new Column("rowid", "INTEGER"));
    }
    try (Statement statement = database.createStatement();
        ResultSet rows =
            statement.executeQuery("SELECT name, type FROM pragma_table_info('" + table + "')")) {
      while (rows.next()) {
        // A full-text index declares no types, and gives back what was put in.
        String type = INDEXES.contains(table) ? indexed(rows.getString(1)) : rows.getString(2);
        columns.add(new Column(rows.getString(1), type));
      }
    }
    return columns;
  }

  private static String indexed(String column) {
    return "record_id".equals(column) ? "INTEGER" : "TEXT";
  }

  static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }

  static String sha256(Path file) throws IOException {
    MessageDigest digest = sha256();
    try (InputStream in = Files.newInputStream(file)) {
      byte[] part = new byte[64 * 1024];
      for (int got = in.read(part); got >= 0; got = in.read(part)) {
        digest.update(part, 0, got);
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }
}
