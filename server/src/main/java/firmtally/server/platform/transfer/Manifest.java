package firmtally.server.platform.transfer;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;

/**
 * What is in an exported folder, so that it is known to be whole.
 *
 * @param format of the folder, so that a later one can tell them apart
 * @param schema the version of the database that it was written from
 */
record Manifest(
    int format, String schema, String company, Instant writtenAt, List<Part> tables, int files) {
  static final int FORMAT = 1;
  static final String NAME = "company.json";
  static final String TABLES = "tables";
  static final String FILES = "files";
  static final String READABLE = "readable";

  /** Nothing: a text that begins with a backslash has another before it. */
  static final String NOTHING = "\\N";

  /** A table, its rows and the checksum of its file. */
  record Part(String table, long rows, String sha256) {}

  /** Where the content of a file lies, by its checksum. */
  static Path file(Path folder, String sha256) {
    return folder.resolve(FILES).resolve(sha256.substring(0, 2)).resolve(sha256);
  }

  static Path table(Path folder, String table) {
    return folder.resolve(TABLES).resolve(table + ".csv");
  }
}
