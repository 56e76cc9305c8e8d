package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * The demo company as the version before users, settings and own fields left it, opened with this
 * one: nothing of it is lost.
 */
class UpgradeTest {
  /** What was fixed then and has tables of its own now, or is made anew. */
  private static final List<String> GONE =
      List.of("sign_off_level", "family_floor", "enquiry_import", "flyway_schema_history");

  @TempDir Path folder;

  private void unpack() throws IOException {
    try (InputStream in =
        new GZIPInputStream(getClass().getResourceAsStream("/upgrade/version-1.sqlite.gz"))) {
      Files.copy(in, folder.resolve("firm-tally.sqlite"));
    }
  }

  private Map<String, Long> rows() throws SQLException {
    Map<String, Long> rows = new TreeMap<>();
    String url = "jdbc:sqlite:" + folder.resolve("firm-tally.sqlite");
    try (Connection database = DriverManager.getConnection(url);
        Statement names = database.createStatement();
        Statement counts = database.createStatement();
        ResultSet tables =
            names.executeQuery(
                "SELECT name FROM pragma_table_list WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")) {
      while (tables.next()) {
        String table = tables.getString(1);
        if (!GONE.contains(table)) {
          try (ResultSet count = counts.executeQuery("SELECT count(*) FROM " + table)) {
            rows.put(table, count.getLong(1));
          }
        }
      }
    }
    return rows;
  }

  @Test
  void everyRowIsThereAndWhatWasFixedIsASettingNow() throws Exception {
    unpack();
    Map<String, Long> before = rows();
    assertThat(before.get("opportunity")).isGreaterThan(300);
    House house = House.on(folder);
    house.beforeAll(null);
    try {
      Map<String, Long> after = rows();
      before.remove("document_text");
      before.forEach((table, count) -> assertThat(after).as(table).containsEntry(table, count));
      Guest manager = Guest.signedIn(house, "helen");
      assertThat(manager.get("/api/session").is(200).text("/me/roles/0")).isEqualTo("manager");
      JsonNode policy = manager.get("/api/policies").is(200).body().at("/policies/0");
      assertThat(policy.path("repDiscount").asString()).isEqualTo("10");
      assertThat(policy.path("documentFloor").asString()).isEqualTo("25");
      assertThat(policy.path("families").findValuesAsString("family"))
          .containsExactly("load-cell", "weighbridge");
      assertThat(policy.at("/values/0/amount").asString()).isEqualTo("60000.00");
      assertThat(policy.path("giftCost").asString()).isEqualTo("250.00");
      JsonNode taxes = manager.get("/api/taxes").is(200).body().path("taxes");
      assertThat(taxes.at("/0/usual").asBoolean()).isTrue();
      assertThat(taxes.at("/0/products").asLong()).isPositive();
      assertThat(manager.get("/api/choices/industry").body().path("values")).isNotEmpty();
      // A worksheet of then is calculated now, and a quote of then still stands.
      manager.get("/api/day-sheet").is(200);
      JsonNode quotes = manager.get("/api/quotes?state=sent").is(200).body().path("rows");
      assertThat(quotes).isNotEmpty();
      manager.get("/api/quotes/" + quotes.at("/0/id").asString()).is(200);
      assertThat(
              Guest.signedIn(house, "mara").get("/api/opportunities").is(200).body().path("rows"))
          .isNotEmpty();
    } finally {
      house.close();
    }
  }
}
