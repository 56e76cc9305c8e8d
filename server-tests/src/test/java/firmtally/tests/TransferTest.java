package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.server.platform.jobs.Jobs;
import firmtally.server.platform.transfer.CompanyExport;
import firmtally.server.platform.transfer.CompanyImport;
import firmtally.server.platform.transfer.TransferFailed;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A company that was exported and imported says the same on every report and list. */
class TransferTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  @TempDir Path folder;

  /** What tells of the installation, of the session or of the moment, and not of the company. */
  private static final Set<String> OWN =
      Set.of(
          "/api/session",
          "/api/session/own",
          "/api/upkeep",
          "/api/upkeep/export.zip",
          "/api/events",
          "/api/storage",
          "/api/setup",
          "/api/sessions",
          "/api/calendar/link");

  private static List<String> lists(JsonNode docs) {
    List<String> paths = new ArrayList<>();
    docs.path("paths")
        .properties()
        .forEach(
            path -> {
              boolean asksNothing =
                  path.getValue()
                      .path("get")
                      .path("parameters")
                      .valueStream()
                      .noneMatch(p -> p.path("required").asBoolean());
              if (path.getValue().path("get").isObject()
                  && asksNothing
                  && !path.getKey().contains("{")
                  && !path.getKey().contains("/customer")
                  && !path.getKey().matches(".*\\.(pdf|xlsx|ics)")
                  && !OWN.contains(path.getKey())) {
                paths.add(path.getKey());
              }
            });
    return paths;
  }

  @Test
  void comesBackWholeWithTheSameFiguresOnEveryReport() throws Exception {
    Path export = folder.resolve("export");
    // What a day that has begun asks for is done in both then.
    HOUSE.part(Jobs.class).run();
    long until = System.currentTimeMillis() + 20_000;
    while (HOUSE.count(
            "SELECT COUNT(*) FROM outgoing_email WHERE sent_at IS NULL AND failure IS NULL")
        > 0) {
      assertThat(System.currentTimeMillis()).as("emails left").isLessThan(until);
      Thread.sleep(100);
    }
    long written = CompanyExport.write(HOUSE.data(), export, House.MORNING);
    assertThat(written).isGreaterThan(20_000);
    Path data = folder.resolve("data");
    assertThat(CompanyImport.read(export, data)).isEqualTo(written);
    House other = House.on(data);
    other.beforeAll(null);
    try {
      for (String login : List.of("helen", "mara", "otto", "asa")) {
        Guest here = Guest.signedIn(HOUSE, login);
        Guest there = Guest.signedIn(other, login);
        List<String> paths = lists(here.get("/v3/api-docs").is(200).body());
        assertThat(paths).hasSizeGreaterThan(60);
        int answered = 0;
        for (String path : paths) {
          Guest.Answer mine = here.get(path);
          Guest.Answer theirs = there.get(path);
          assertThat(theirs.status()).as(login + " " + path).isEqualTo(mine.status());
          if (mine.status() == 200) {
            assertThat(theirs.words()).as(login + " " + path).isEqualTo(mine.words());
            answered++;
          }
        }
        assertThat(answered).as(login).isGreaterThan(40);
      }
      Guest rep = Guest.signedIn(other, "mara");
      assertThat(rep.get("/api/find?q=greyfen").is(200).body().size()).isPositive();
      long opportunity = Sales.newOpportunity(rep, "Goes on");
      Sales.saveLines(rep, opportunity, List.of(Sales.line("1", "BS-15", "2", null))).is(200);
      Sales.order(rep, Sales.sentQuote(rep, opportunity), "PO-NEW");
    } finally {
      other.close();
    }
  }

  @Test
  void aPersonReadsWhatIsInIt() throws Exception {
    Guest.signedIn(HOUSE, "mara")
        .post("/api/enquiries", EnquiryTest.enquiry("=1+1 Farm", "555 123", ""))
        .is(200);
    Path export = folder.resolve("export");
    CompanyExport.write(HOUSE.data(), export, House.MORNING);
    assertThat(Files.readString(export.resolve("company.json")))
        .contains("\"company\" : \"Harrow & Plumb\"");
    List<String> accounts = Files.readAllLines(export.resolve("readable/accounts.csv"));
    assertThat(accounts.get(0)).startsWith("Number,Name,Status");
    assertThat(accounts).hasSizeGreaterThan(50);
    assertThat(Files.readAllLines(export.resolve("readable/open-items.csv")).get(1))
        .matches(".*,\\d+\\.\\d\\d$");
    assertThat(Files.readString(export.resolve("readable/enquiries.csv")))
        .as("a name that a spreadsheet would reckon")
        .contains("'=1+1 Farm")
        .doesNotContain(",=1+1");
    try (Stream<Path> tables = Files.list(export.resolve("tables"))) {
      assertThat(tables.map(t -> t.getFileName().toString()).toList())
          .contains("account.csv", "document.csv")
          .doesNotContain("page_session.csv", "flyway_schema_history.csv");
    }
  }

  @Test
  void whatIsNotWholeIsRefusedAndNothingIsLeft() throws Exception {
    Path export = folder.resolve("export");
    CompanyExport.write(HOUSE.data(), export, House.MORNING);
    assertThatThrownBy(() -> CompanyExport.write(HOUSE.data(), export, House.MORNING))
        .isInstanceOf(TransferFailed.class)
        .hasMessageContaining("is not empty");
    assertThatThrownBy(() -> CompanyImport.read(export, HOUSE.data()))
        .hasMessageContaining("There is a company in");
    Path accounts = export.resolve("tables/account.csv");
    byte[] before = Files.readAllBytes(accounts);
    Files.writeString(accounts, "x", StandardCharsets.UTF_8, StandardOpenOption.APPEND);
    refused(export, "tables/account.csv is not as it was written");
    Files.delete(accounts);
    refused(export, "tables/account.csv is missing");
    Files.write(accounts, before);
    Path file;
    try (Stream<Path> files = Files.walk(export.resolve("files"))) {
      file = files.filter(Files::isRegularFile).findFirst().orElseThrow();
    }
    byte[] content = Files.readAllBytes(file);
    Files.write(file, new byte[] {1});
    refused(export, "is not as it was written");
    Files.delete(file);
    refused(export, "attached files where");
    Files.write(file, content);
    Files.delete(export.resolve("company.json"));
    refused(export, "no company.json");
  }

  private void refused(Path export, String why) throws Exception {
    Path data = folder.resolve("refused");
    assertThatThrownBy(() -> CompanyImport.read(export, data))
        .isInstanceOf(TransferFailed.class)
        .hasMessageContaining(why);
    if (Files.exists(data)) {
      try (Stream<Path> left = Files.list(data)) {
        assertThat(left).isEmpty();
      }
    }
  }
}
