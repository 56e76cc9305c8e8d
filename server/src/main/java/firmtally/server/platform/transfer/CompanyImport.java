package firmtally.server.platform.transfer;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes an exported company over into a folder without one. All of it is checked first: a file that
 * is missing, or is not as it was written, is refused with its name, and nothing is left behind.
 * Emails that waited are not sent from here, and web hooks rest until somebody puts them to work.
 */
public final class CompanyImport {
  private static final String DATABASE = "firm-tally.sqlite";
  private static final int BATCH = 500;

  /** What waits to leave may leave from where it was exported: nobody is told twice. */
  private static final List<String> NOT_TWICE =
      List.of(
          "UPDATE outgoing_email SET tries = 50, failure = 'Not sent from here: it was taken over with the company.'"
              + " WHERE sent_at IS NULL",
          "UPDATE web_hook SET active = FALSE",
          "UPDATE web_hook_delivery SET state = 'failed' WHERE state = 'waiting'");

  private final Path folder;
  private final Manifest manifest;

  private CompanyImport(Path folder, Manifest manifest) {
    this.folder = folder;
    this.manifest = manifest;
  }

  /**
   * Imports a company.
   *
   * @param from an exported folder
   * @param data the folder of the database, without one yet
   * @return how many rows were taken over
   * @throws TransferFailed where it cannot be done
   */
  public static long read(Path from, Path data) {
    try {
      Manifest manifest = manifest(from);
      Files.createDirectories(data);
      if (Files.exists(data.resolve(DATABASE))) {
        throw new TransferFailed(
            "There is a company in " + data + " already. Import into an empty folder.");
      }
      CompanyImport reading = new CompanyImport(from, manifest);
      reading.check();
      Path making = Files.createTempDirectory(data, ".import");
      try {
        long rows = reading.make(making.resolve(DATABASE));
        Files.move(
            making.resolve(DATABASE), data.resolve(DATABASE), StandardCopyOption.ATOMIC_MOVE);
        return rows;
      } finally {
        CompanyExport.remove(making);
      }
    } catch (IOException | SQLException e) {
      throw new TransferFailed("The import failed: " + e.getMessage(), e);
    }
  }

  private static Manifest manifest(Path from) throws IOException {
    Path file = from.resolve(Manifest.NAME);
    if (!Files.exists(file)) {
      throw new TransferFailed("There is no exported company in " + from + ": no company.json.");
    }
    try {
      Manifest manifest = JsonMapper.shared().readValue(Files.readString(file), Manifest.class);
      if (!String.valueOf(manifest.schema()).matches("[0-9.]{1,20}") || manifest.tables() == null) {
        throw new TransferFailed("company.json does not say what is in this folder.");
      }
      if (manifest.format() != Manifest.FORMAT) {
        throw new TransferFailed(
            "This folder was written by a later version: format " + manifest.format() + ".");
      }
      return manifest;
    } catch (JacksonException e) {
      throw new TransferFailed("company.json cannot be read: " + e.getOriginalMessage(), e);
    }
  }

  private void check() throws IOException {
    for (Manifest.Part part : manifest.tables()) {
      Path file = Manifest.table(folder, part.table());
      if (!part.table().matches("[a-z_]+") || !Files.exists(file)) {
        throw new TransferFailed("tables/" + part.table() + ".csv is missing.");
      }
      if (!Tables.sha256(file).equals(part.sha256())) {
        throw new TransferFailed(
            "tables/" + part.table() + ".csv is not as it was written: its checksum differs.");
      }
    }
    Path files = folder.resolve(Manifest.FILES);
    long count = 0;
    if (Files.isDirectory(files)) {
      try (Stream<Path> all = Files.walk(files)) {
        for (Path file : all.filter(Files::isRegularFile).toList()) {
          if (!Tables.sha256(file).equals(file.getFileName().toString())) {
            throw new TransferFailed(
                "files/" + file.getFileName() + " is not as it was written: its checksum differs.");
          }
          count++;
        }
      }
    }
    if (count != manifest.files()) {
      throw new TransferFailed(
          "There are " + count + " attached files where " + manifest.files() + " were written.");
    }
  }

  private long make(Path file) throws IOException, SQLException {
    String url = "jdbc:sqlite:" + file;
    Flyway.configure(getClass().getClassLoader())
        .dataSource(url, null, null)
        .locations("classpath:db/migration")
        .target(manifest.schema())
        .load()
        .migrate();
    try (Connection database = DriverManager.getConnection(url);
        Statement statement = database.createStatement()) {
      statement.execute("PRAGMA foreign_keys = OFF");
      database.setAutoCommit(false);
      List<String> triggers = triggers(statement);
      checkTables(database);
      for (String table : Tables.of(database)) {
        statement.execute("DELETE FROM " + table);
      }
      long rows = 0;
      for (Manifest.Part part : manifest.tables()) {
        rows += table(database, part);
      }
      for (String trigger : triggers) {
        statement.execute(trigger);
      }
      for (String rest : NOT_TWICE) {
        statement.execute(rest);
      }
      checkWhole(statement);
      database.commit();
      return rows;
    }
  }

  /** What would happen by itself has happened: it is dropped while rows come in, and put back. */
  private static List<String> triggers(Statement statement) throws SQLException {
    List<String> names = new ArrayList<>();
    List<String> texts = new ArrayList<>();
    try (ResultSet rows =
        statement.executeQuery("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'")) {
      while (rows.next()) {
        names.add(rows.getString(1));
        texts.add(rows.getString(2));
      }
    }
    for (String name : names) {
      statement.execute("DROP TRIGGER " + name);
    }
    return texts;
  }

  private void checkTables(Connection database) throws SQLException {
    Set<String> here = new TreeSet<>(Tables.of(database));
    Set<String> there =
        manifest.tables().stream()
            .map(Manifest.Part::table)
            .collect(Collectors.toCollection(TreeSet::new));
    if (!here.equals(there)) {
      Set<String> differ = new TreeSet<>(here);
      differ.addAll(there);
      differ.removeIf(table -> here.contains(table) && there.contains(table));
      throw new TransferFailed("Other tables were written than there are here: " + differ + ".");
    }
  }

  private long table(Connection database, Manifest.Part part) throws IOException, SQLException {
    List<Tables.Column> columns = Tables.columns(database, part.table());
    String names =
        columns.stream().map(c -> "\"" + c.name() + "\"").collect(Collectors.joining(", "));
    String places = columns.stream().map(c -> "?").collect(Collectors.joining(", "));
    long count = 0;
    try (CsvReader<CsvRecord> csv =
            CsvReader.builder()
                .skipEmptyLines(false)
                .ofCsvRecord(Manifest.table(folder, part.table()));
        PreparedStatement insert =
            database.prepareStatement(
                "INSERT INTO " + part.table() + " (" + names + ") VALUES (" + places + ")")) {
      Iterator<CsvRecord> rows = csv.iterator();
      checkColumns(part, columns, rows);
      while (rows.hasNext()) {
        CsvRecord row = rows.next();
        for (int i = 0; i < columns.size(); i++) {
          set(insert, i + 1, columns.get(i), row.getField(i));
        }
        insert.addBatch();
        if (++count % BATCH == 0) {
          insert.executeBatch();
        }
      }
      insert.executeBatch();
    }
    if (count != part.rows()) {
      throw new TransferFailed(
          "tables/"
              + part.table()
              + ".csv has "
              + count
              + " rows where "
              + part.rows()
              + " were written.");
    }
    return count;
  }

  private static void checkColumns(
      Manifest.Part part, List<Tables.Column> columns, Iterator<CsvRecord> rows) {
    List<String> written = rows.hasNext() ? rows.next().getFields() : List.of();
    List<String> here = columns.stream().map(Tables.Column::name).toList();
    if (!written.equals(here)) {
      throw new TransferFailed(
          "tables/"
              + part.table()
              + ".csv has the columns "
              + written
              + " where "
              + here
              + " are.");
    }
  }

  private void set(PreparedStatement insert, int at, Tables.Column column, String cell)
      throws SQLException, IOException {
    if (cell.equals(Manifest.NOTHING)) {
      insert.setNull(at, Types.NULL);
    } else if (column.isBytes()) {
      if (!cell.matches("[0-9a-f]{64}")) {
        throw new TransferFailed("An attached file is named " + cell + ", which is no checksum.");
      }
      insert.setBytes(at, Files.readAllBytes(Manifest.file(folder, cell)));
    } else if ("INTEGER".equals(column.type())) {
      insert.setLong(at, Long.parseLong(cell));
    } else if ("REAL".equals(column.type())) {
      insert.setDouble(at, Double.parseDouble(cell));
    } else {
      insert.setString(at, cell.startsWith("\\") ? cell.substring(1) : cell);
    }
  }

  private static void checkWhole(Statement statement) throws SQLException {
    try (ResultSet faults = statement.executeQuery("PRAGMA foreign_key_check")) {
      if (faults.next()) {
        throw new TransferFailed(
            "A row of "
                + faults.getString(1)
                + " names one of "
                + faults.getString(3)
                + " that is not there.");
      }
    }
    try (ResultSet verdict = statement.executeQuery("PRAGMA integrity_check")) {
      if (!verdict.next() || !"ok".equals(verdict.getString(1))) {
        throw new TransferFailed("What was taken over is not in order.");
      }
    }
  }
}
