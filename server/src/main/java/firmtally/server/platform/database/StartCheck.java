package firmtally.server.platform.database;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.core.env.Environment;

/**
 * Looks at the port, the data folder and the database before anything is started, so that what is
 * wrong with them is said at once: above all, a damaged database is never taken for an empty one,
 * which whoever comes first would set up as theirs.
 */
class StartCheck implements ApplicationListener<ApplicationEnvironmentPreparedEvent> {
  private static final byte[] MAGIC = "SQLite format 3\0".getBytes(StandardCharsets.US_ASCII);
  private static final int HEADER = 100;
  private static final int PAGE_SIZE_AT = 16;
  private static final int CHANGES_AT = 24;
  private static final int PAGES_AT = 28;
  private static final int PAGES_VALID_AT = 92;
  private static final int LARGEST_PAGE = 65_536;

  @Override
  public void onApplicationEvent(ApplicationEnvironmentPreparedEvent event) {
    Environment environment = event.getEnvironment();
    checkPort(
        environment.getProperty("server.address", "127.0.0.1"),
        environment.getProperty("server.port", Integer.class, 8080));
    Path data = Path.of(environment.getProperty("tally.data", "data"));
    check(data);
    checkPages(data);
  }

  static String portInUse(int port) {
    return "Port " + port + " is in use; choose another with --port.";
  }

  private static void checkPort(String address, int port) {
    if (port <= 0) {
      return;
    }
    try (ServerSocket socket = new ServerSocket()) {
      socket.setReuseAddress(true);
      socket.bind(new InetSocketAddress(InetAddress.getByName(address), port));
    } catch (IOException e) {
      throw new CannotStart(portInUse(port));
    }
  }

  /**
   * Checks a data folder and the database in it.
   *
   * @throws CannotStart saying what is wrong and what to do
   */
  static void check(Path data) {
    try {
      Files.createDirectories(data);
      Path probe = Files.createTempFile(data, "probe", "");
      Files.delete(probe);
    } catch (IOException e) {
      throw new CannotStart(
          "The data folder " + data + " cannot be written to; give it to who runs this.");
    }
    Path file = data.resolve(Database.FILE);
    if (!Files.exists(file)) {
      return;
    }
    try {
      String wrong = wrong(file, Files.size(file));
      if (wrong != null) {
        throw new CannotStart(refusal(file, wrong));
      }
    } catch (IOException e) {
      throw new CannotStart("The database " + file + " cannot be read.");
    }
  }

  /**
   * Looks at every page of a database.
   *
   * @throws CannotStart when one of them is damaged, or somebody else works on it
   */
  static void checkPages(Path data) {
    Path file = data.resolve(Database.FILE);
    DataFolder folder = new DataFolder(data);
    try {
      folder.lock();
      if (Files.exists(file)) {
        checkPagesOf(file);
      }
    } catch (IOException e) {
      throw new CannotStart("The data folder " + data + " cannot be held.");
    } finally {
      folder.letGo();
    }
  }

  private static void checkPagesOf(Path file) {
    String found;
    try (Connection database = DriverManager.getConnection("jdbc:sqlite:" + file);
        ResultSet row = database.createStatement().executeQuery("PRAGMA quick_check(1)")) {
      found = row.next() ? row.getString(1) : "";
    } catch (SQLException damaged) {
      found = damaged.getMessage();
    }
    if (!"ok".equals(found)) {
      throw new CannotStart(refusal(file, "is damaged"));
    }
  }

  private static String refusal(Path file, String wrong) {
    return "The database "
        + file
        + " "
        + wrong
        + ". Put a backup in its place; nothing was changed.";
  }

  /** What is wrong with a file that should be a database; null for nothing. */
  private static String wrong(Path file, long size) throws IOException {
    if (size == 0) {
      return "is empty";
    }
    ByteBuffer head = ByteBuffer.allocate(HEADER);
    try (FileChannel channel = FileChannel.open(file)) {
      while (head.hasRemaining() && channel.read(head) >= 0) {
        // Until the head is full or the file ends.
      }
    }
    for (int i = 0; i < MAGIC.length; i++) {
      if (head.get(i) != MAGIC[i]) {
        return "is no database, or its beginning is damaged";
      }
    }
    if (size < HEADER) {
      return "is cut off";
    }
    int written = Short.toUnsignedInt(head.getShort(PAGE_SIZE_AT));
    int page = written == 1 ? LARGEST_PAGE : written;
    long pages = Integer.toUnsignedLong(head.getInt(PAGES_AT));
    boolean isCounted = head.getInt(CHANGES_AT) == head.getInt(PAGES_VALID_AT);
    return isCounted && size < pages * page ? "is cut off" : null;
  }
}
