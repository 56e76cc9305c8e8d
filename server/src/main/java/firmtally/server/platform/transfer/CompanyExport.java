package firmtally.server.platform.transfer;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes everything of a company into a folder, as of one moment, while others work: {@code
 * company.json} says what there is, {@code tables} holds every row as CSV as it is kept, {@code
 * files} what was attached, and {@code readable} what people look for, with names and amounts as
 * they are said.
 */
public final class CompanyExport {
  private static final String DATABASE = "firm-tally.sqlite";
  private final Connection database;
  private final Path folder;
  private int files;

  private CompanyExport(Connection database, Path folder) {
    this.database = database;
    this.folder = folder;
  }

  /**
   * Exports a company. The folder appears once all of it is written.
   *
   * @param data the folder of the database
   * @param to a folder that is not there yet, or is empty
   * @return how many rows were written
   * @throws TransferFailed where it cannot be done
   */
  public static long write(Path data, Path to, Instant now) {
    if (!Files.exists(data.resolve(DATABASE))) {
      throw new TransferFailed("There is no company in " + data + ".");
    }
    try {
      checkEmpty(to);
      Path parent = to.toAbsolutePath().getParent();
      Files.createDirectories(parent);
      Path making = Files.createTempDirectory(parent, ".export");
      long rows;
      try (Connection database =
          DriverManager.getConnection("jdbc:sqlite:" + data.resolve(DATABASE))) {
        database.setAutoCommit(false);
        rows = new CompanyExport(database, making).write(now);
        database.rollback();
      } catch (IOException | SQLException | RuntimeException e) {
        remove(making);
        throw e;
      }
      Files.deleteIfExists(to);
      Files.move(making, to, StandardCopyOption.ATOMIC_MOVE);
      return rows;
    } catch (IOException | SQLException e) {
      throw new TransferFailed("The export failed: " + e.getMessage(), e);
    }
  }

  private static void checkEmpty(Path to) throws IOException {
    if (Files.exists(to)) {
      try (Stream<Path> inside = Files.list(to)) {
        if (inside.findAny().isPresent()) {
          throw new TransferFailed("The folder " + to + " is not empty.");
        }
      }
    }
  }

  static void remove(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }

  private long write(Instant now) throws IOException, SQLException {
    Files.createDirectories(folder.resolve(Manifest.TABLES));
    List<Manifest.Part> parts = new ArrayList<>();
    long rows = 0;
    for (String table : Tables.of(database)) {
      Manifest.Part part = table(table);
      parts.add(part);
      rows += part.rows();
    }
    ReadableTables.write(database, folder.resolve(Manifest.READABLE));
    Manifest manifest =
        new Manifest(
            Manifest.FORMAT,
            text(
                "SELECT version FROM flyway_schema_history WHERE success AND version IS NOT NULL"
                    + " ORDER BY installed_rank DESC LIMIT 1"),
            text("SELECT name FROM company"),
            now,
            parts,
            files);
    Files.writeString(
        folder.resolve(Manifest.NAME),
        JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .build()
                .writeValueAsString(manifest)
            + "\n");
    return rows;
  }

  private String text(String statement) throws SQLException {
    try (Statement of = database.createStatement();
        ResultSet row = of.executeQuery(statement)) {
      return row.next() ? String.valueOf(row.getString(1)) : "";
    }
  }

  private Manifest.Part table(String table) throws IOException, SQLException {
    List<Tables.Column> columns = Tables.columns(database, table);
    String names =
        columns.stream().map(c -> "\"" + c.name() + "\"").collect(Collectors.joining(", "));
    Path file = Manifest.table(folder, table);
    long count = 0;
    try (CsvWriter csv = CsvWriter.builder().build(file, StandardCharsets.UTF_8);
        Statement statement = database.createStatement();
        ResultSet rows = statement.executeQuery("SELECT " + names + " FROM " + table)) {
      csv.writeRecord(columns.stream().map(Tables.Column::name).toList());
      while (rows.next()) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
          cells.add(cell(rows, i + 1, columns.get(i)));
        }
        csv.writeRecord(cells);
        count++;
      }
    }
    return new Manifest.Part(table, count, Tables.sha256(file));
  }

  private String cell(ResultSet rows, int at, Tables.Column column)
      throws SQLException, IOException {
    if (column.isBytes()) {
      byte[] bytes = rows.getBytes(at);
      return bytes == null ? Manifest.NOTHING : kept(bytes);
    }
    String text = rows.getString(at);
    if (text == null) {
      return Manifest.NOTHING;
    }
    return text.startsWith("\\") ? "\\" + text : text;
  }

  /** Bytes lie beside, by their checksum. */
  private String kept(byte[] bytes) throws IOException {
    String sha256 = HexFormat.of().formatHex(Tables.sha256().digest(bytes));
    Path file = Manifest.file(folder, sha256);
    if (!Files.exists(file)) {
      Files.createDirectories(file.getParent());
      Files.write(file, bytes);
      files++;
    }
    return sha256;
  }
}
