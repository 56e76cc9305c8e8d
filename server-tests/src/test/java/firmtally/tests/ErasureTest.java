package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Nothing is left of a private person who asks for it, but their figures. */
class ErasureTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final String DOOR = "/api/personal-data";
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  /** Every column of every table that holds a text, as table.column. */
  private static List<String> holding(String text) throws SQLException {
    List<String> found = new ArrayList<>();
    String url = "jdbc:sqlite:" + HOUSE.data().resolve("firm-tally.sqlite");
    try (Connection database = DriverManager.getConnection(url);
        Statement names = database.createStatement();
        Statement counts = database.createStatement();
        ResultSet columns =
            names.executeQuery(
                "SELECT t.name, c.name FROM pragma_table_list t, pragma_table_info(t.name) c WHERE t.schema = 'main'"
                    + " AND t.type = 'table' AND c.type = 'TEXT'")) {
      while (columns.next()) {
        String table = columns.getString(1);
        String column = columns.getString(2);
        try (ResultSet count =
            counts.executeQuery(
                "SELECT COUNT(*) FROM \""
                    + table
                    + "\" WHERE instr(lower(\""
                    + column
                    + "\"), '"
                    + text
                    + "') > 0")) {
          if (count.getLong(1) > 0) {
            found.add(table + "." + column);
          }
        }
      }
    }
    return found;
  }

  /** How many files have a text in them. */
  private static long contents(String text) {
    return HOUSE.count(
        "SELECT COUNT(*) FROM file_content WHERE instr(lower(CAST(bytes AS TEXT)), '"
            + text
            + "') > 0");
  }

  private long privateAccount() {
    Map<String, Object> typed = new HashMap<>();
    typed.putAll(Map.of("name", "Quenilda Vorsprung", "kind", "person", "street", "Heronsgate 7"));
    typed.putAll(Map.of("town", "Saltmere", "email", "quenilda@vorsprung.example"));
    typed.putAll(Map.of("phone", "0555 998 776", "contact", "Quenilda Vorsprung"));
    return rep.post("/api/accounts", typed).is(200).id();
  }

  @Test
  void aPrivatePersonIsForgottenAndTheirFiguresStay() throws SQLException {
    long account = privateAccount();
    String accountPath = "/api/accounts/" + account;
    rep.post(
            accountPath + "/notes",
            Map.of("words", "Quenilda Vorsprung likes blue", "pinned", false))
        .is(204);
    rep.post(
            "/api/enquiries",
            EnquiryTest.enquiry("Quenilda Vorsprung", "quenilda@vorsprung.example", ""))
        .is(200);
    long opportunity =
        rep.post(
                "/api/opportunities",
                Map.of("accountId", account, "title", "Scale for Quenilda Vorsprung"))
            .is(200)
            .id();
    Map<String, Object> email = new HashMap<>();
    email.putAll(Map.of("to", "quenilda@vorsprung.example", "subject", "Dear Quenilda Vorsprung"));
    email.putAll(Map.of("text", "Hello Quenilda Vorsprung", "files", List.of()));
    rep.post("/api/records/opportunity/" + opportunity + "/emails", email).is(204);
    byte[] letter = "To Quenilda Vorsprung".getBytes(StandardCharsets.UTF_8);
    rep.upload("/api/records/opportunity/" + opportunity + "/files", "letter.txt", letter).is(204);
    byte[] came =
        "From: quenilda@vorsprung.example\r\nTo: mara@x.example\r\nSubject: Hello\r\nMessage-ID: <q1@v.example>\r\n\r\nVorsprung here\r\n"
            .getBytes(StandardCharsets.UTF_8);
    rep.upload("/api/records/account/" + account + "/received", "came.eml", came).is(200);
    assertThat(contents("vorsprung")).isEqualTo(2);
    assertThat(holding("vorsprung"))
        .contains("account.name", "opportunity.title", "activity.subject");

    JsonNode found = administrator.get(DOOR + "?q=Vorsprung").is(200).body();
    assertThat(found.findValuesAsString("kind")).contains("account", "contact", "enquiry");
    String path = DOOR + "/account/" + account;
    assertThat(administrator.get(path).is(200).body().path("open").path(0).asString())
        .startsWith("opportunity O-");
    assertThat(administrator.post(path + "/erased", null).is(409).text("/detail"))
        .startsWith("This is still open: opportunity O-");
    rep.get(DOOR + "?q=Vorsprung").is(403);
    rep.post(path + "/erased", null).is(403);

    lose(opportunity);
    assertThat(administrator.post(path + "/erased", null).is(409).text("/detail"))
        .startsWith("This is still open: enquiry E-");
    endEnquiries();
    administrator.post(path + "/erased", null).is(204);
    assertThat(holding("vorsprung")).isEmpty();
    assertThat(holding("heronsgate")).isEmpty();
    assertThat(contents("vorsprung")).isZero();
    assertThat(rep.get("/api/find?q=vorsprung").is(200).body()).isEmpty();
    JsonNode page = rep.get("/api/opportunities/" + opportunity).is(200).body();
    assertThat(page.path("title").asString()).isEqualTo("Scale for [erased]");
    assertThat(page.path("state").asString()).isEqualTo("lost");
    administrator.post(path + "/erased", null).is(404);
  }

  private void lose(long opportunity) {
    JsonNode page = rep.get("/api/opportunities/" + opportunity).is(200).body();
    rep.send(
            HttpMethod.POST,
            "/api/opportunities/" + opportunity + "/lost",
            Map.of("reason", "Price"),
            Map.of("If-Match", "\"" + page.path("version").asLong() + "\""))
        .is(204);
  }

  private void endEnquiries() {
    for (JsonNode one : administrator.get(DOOR + "?q=vorsprung").is(200).body()) {
      if (!one.path("kind").asString().equals("enquiry")) {
        continue;
      }
      String path = "/api/enquiries/" + one.path("id").asLong();
      JsonNode page = rep.get(path).is(200).body();
      rep.send(
              HttpMethod.POST,
              path + "/not-pursued",
              Map.of("reason", "No need"),
              Map.of("If-Match", "\"" + page.at("/enquiry/version").asLong() + "\""))
          .is(204);
    }
  }

  @Test
  void aCompanyIsNoPersonAndItsContactIs() {
    long company = HOUSE.accountOf("mara", 0);
    administrator.get(DOOR + "/account/" + company).is(404);
    long contact =
        rep.post(
                "/api/accounts/" + company + "/contacts",
                Map.of("name", "Isbert Nachtweide", "email", "isbert@nachtweide.example"))
            .is(200)
            .id();
    administrator.post(DOOR + "/contact/" + contact + "/erased", null).is(204);
    assertThat(rep.get("/api/accounts/" + company + "/contacts").words())
        .doesNotContain("Nachtweide")
        .contains("[erased]");
  }

  @Test
  void howLongEnquiriesAreKeptIsSet() {
    JsonNode now = administrator.get(DOOR + "/retention").is(200).body();
    long version = now.path("version").asLong();
    Map<String, String> match = Map.of("If-Match", "\"" + version + "\"");
    String path = DOOR + "/retention";
    administrator.send(HttpMethod.PUT, path, Map.of("enquiryMonths", "0"), match).is(422);
    administrator.send(HttpMethod.PUT, path, Map.of("enquiryMonths", "120"), match).is(204);
    administrator.send(HttpMethod.PUT, path, Map.of("enquiryMonths", "12"), match).is(412);
    assertThat(administrator.get(path).text("/enquiryMonths")).isEqualTo("120");
    Map<String, String> next = Map.of("If-Match", "\"" + (version + 1) + "\"");
    administrator.send(HttpMethod.PUT, path, Map.of("enquiryMonths", ""), next).is(204);
    rep.get(path).is(403);
  }
}
