package firmtally.tests;

import firmtally.server.FirmTally;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real application on a free port and fresh databases: one with the demo data for all tests,
 * one empty.
 */
public final class House implements BeforeAllCallback {
  /** When it opens, on whatever day the tests run. */
  static final Instant MORNING = Instant.parse("2027-03-15T08:00:00Z");

  static final String SETUP_CODE = "1234-5678";

  static final LocalDate TODAY = LocalDate.ofInstant(MORNING, ZoneId.systemDefault());
  private static House demo;
  private static House empty;
  private final boolean isDemo;
  private int port;
  private Path data;
  private ConfigurableApplicationContext running;

  private House(boolean isDemo) {
    this.isDemo = isDemo;
  }

  public static synchronized House withDemoData() {
    demo = demo == null ? new House(true) : demo;
    return demo;
  }

  /** One more on data that is there, with a clock of its own that begins when the others' did. */
  static House on(Path data) {
    House house = new House(false);
    house.data = data;
    return house;
  }

  /** Its data as they are now, for a test that changes what the others need. */
  void copyTo(Path folder) {
    try (Connection database =
            DriverManager.getConnection("jdbc:sqlite:" + data.resolve("firm-tally.sqlite"));
        PreparedStatement copy = database.prepareStatement("VACUUM INTO ?")) {
      copy.setString(1, folder.resolve("firm-tally.sqlite").toString());
      copy.execute();
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Closes one that was opened on data of its own. */
  void close() {
    running.close();
  }

  public static synchronized House empty() {
    empty = empty == null ? new House(false) : empty;
    return empty;
  }

  @Override
  public synchronized void beforeAll(ExtensionContext context) throws IOException {
    if (port == 0) {
      data = data == null ? Files.createTempDirectory("tally-house") : data;
      running =
          new SpringApplicationBuilder(FirmTally.class)
              .run(
                  "--server.port=0",
                  "--tally.data=" + data,
                  "--tally.load-demo=" + isDemo,
                  "--tally.clock=" + MORNING,
                  "--tally.proxies=127.0.0.1",
                  "--tally.setup-code=" + SETUP_CODE,
                  "--spring.jmx.enabled=false");
      port = ((WebServerApplicationContext) running).getWebServer().getPort();
    }
  }

  /** One of several of a type. */
  <T> T part(String name, Class<T> type) {
    return running.getBean(name, type);
  }

  public String address() {
    return "http://127.0.0.1:" + port;
  }

  /** A part of the running house, for what comes due by itself and has no door. */
  <T> T part(Class<T> type) {
    return running.getBean(type);
  }

  Path data() {
    return data;
  }

  /** Somebody by the name they sign in with. */
  long personOf(String login) {
    return count("SELECT id FROM person WHERE login = '" + login + "'");
  }

  /** One of the accounts that the demo gives somebody, counted from 0. */
  long accountOf(String login, int n) {
    return count(
        "SELECT a.id FROM account a JOIN person p ON p.id = a.owner_id WHERE p.login = '"
            + login
            + "' ORDER BY a.id LIMIT 1 OFFSET "
            + n);
  }

  /** The first opportunity that the demo gives somebody. */
  long opportunityOf(String login) {
    return count(
        "SELECT MIN(o.id) FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE p.login = '"
            + login
            + "'");
  }

  /** What one statement counts in the database as it is kept. */
  long count(String statement) {
    try (Connection database =
            DriverManager.getConnection("jdbc:sqlite:" + data.resolve("firm-tally.sqlite"));
        ResultSet row = database.createStatement().executeQuery(statement)) {
      row.next();
      return row.getLong(1);
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }
}
