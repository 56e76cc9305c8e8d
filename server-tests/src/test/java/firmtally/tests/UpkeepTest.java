package firmtally.tests;

import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.platform.jobs.Jobs;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** What comes due by itself, when its day has come. */
class UpkeepTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  /** Lets days pass for a record by moving its day back. */
  private static void sql(String text) throws SQLException {
    try (Connection database =
            DriverManager.getConnection(
                "jdbc:sqlite:" + HOUSE.data().resolve("firm-tally.sqlite"));
        Statement statement = database.createStatement()) {
      statement.execute("PRAGMA busy_timeout = 5000");
      assertThat(statement.executeUpdate(text)).isEqualTo(1);
    }
  }

  @Test
  void pausesEndOnTheirDayAndNotBefore() throws SQLException {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Sleeping");
    Guest.Answer page = rep.get("/api/opportunities/" + opportunity);
    rep.send(
            HttpMethod.POST,
            "/api/opportunities/" + opportunity + "/paused",
            Map.of("until", House.TODAY.plusDays(1).toString()),
            match(page, "/version"))
        .is(204);
    long enquiry =
        rep.post("/api/enquiries", EnquiryTest.enquiry("Sleeper", "555 0144 001", "")).is(200).id();
    rep.send(
            HttpMethod.POST,
            "/api/enquiries/" + enquiry + "/on-hold",
            Map.of("until", House.TODAY.plusDays(1).toString()),
            Map.of("If-Match", "1"))
        .is(204);
    HOUSE.part(Jobs.class).run();
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/state")).isEqualTo("paused");
    assertThat(rep.get("/api/enquiries/" + enquiry).text("/enquiry/state")).isEqualTo("on-hold");

    sql("UPDATE opportunity SET paused_until = date('now') WHERE id = " + opportunity);
    sql("UPDATE enquiry_row SET on_hold_until = date('now') WHERE id = " + enquiry);
    HOUSE.part(Jobs.class).run();
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/state")).isEqualTo("open");
    assertThat(rep.get("/api/enquiries/" + enquiry).text("/enquiry/state")).isEqualTo("talking");
  }

  @Test
  void aBookComesBackAfterItsLastDay() throws SQLException {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long book = HOUSE.accountOf("tom", 3);
    String owner = manager.get("/api/accounts/" + book).text("/owner");
    long from = manager.get("/api/accounts/" + book).body().path("ownerId").asLong();
    long mara = HOUSE.personOf("mara");
    long to = from == mara ? HOUSE.personOf("edda") : mara;
    Map<String, Object> form =
        Map.of(
            "fromId", from, "toId", to, "until", House.TODAY.toString(), "accounts", List.of(book));
    long id = manager.post("/api/reassignments", form).is(200).id();
    HOUSE.part(Jobs.class).run();
    assertThat(manager.get("/api/accounts/" + book).text("/owner")).isNotEqualTo(owner);
    sql("UPDATE reassignment SET until = date('now', '-1 day') WHERE id = " + id);
    HOUSE.part(Jobs.class).run();
    assertThat(manager.get("/api/accounts/" + book).text("/owner")).isEqualTo(owner);
  }

  @Test
  void whatEndedAndWasNeverAnsweredStaysInSight() throws SQLException {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Forgotten");
    saveLines(rep, opportunity, List.of(plan("1", "CAL-B", "1", 12, 12))).is(200);
    String door = "/api/opportunities/" + opportunity + "/order";
    long order = rep.post(door, Map.of("poNumber", "PO-1")).is(200).id();
    long id = rep.get("/api/orders/" + order).is(200).body().at("/agreements/0/id").asLong();
    long before = counted(rep);
    sql("UPDATE agreement SET end_day = '" + House.TODAY.minusDays(40) + "' WHERE id = " + id);
    assertThat(rep.rows("/api/renewals")).anyMatch(r -> r.path("id").asLong() == id);
    String thisMonth = House.TODAY.toString().substring(0, 7);
    assertThat(rep.rows("/api/renewals?from=" + thisMonth))
        .noneMatch(r -> r.path("id").asLong() == id);
    assertThat(rep.get("/api/renewals/months").is(200).text("/0/month")).isLessThan(thisMonth);
    assertThat(counted(rep)).isEqualTo(before + 1);
  }

  private static long counted(Guest rep) {
    return rep.get("/api/counts").is(200).body().path("renewals").asLong();
  }
}
