package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What a company brings along: accounts, contacts, opportunities, open items; and its undoing. */
class ImportKindsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");

  private static long accounts(String name) {
    return HOUSE.count("SELECT COUNT(*) FROM account WHERE name LIKE '" + name + "%'");
  }

  private String ownerName() {
    return Guest.signedIn(HOUSE, "mara").get("/api/session").text("/me/name");
  }

  private static String idOf(String name) {
    return "" + HOUSE.count("SELECT id FROM account WHERE name = '" + name + "'");
  }

  @Test
  void aCompanyBringsWhatItHasAndTakesItBack() {
    Map<String, Object> field =
        Map.of(
            "record",
            "account",
            "name",
            "Tour of import",
            "kind",
            "choice",
            "choices",
            List.of("north", "south"),
            "required",
            false,
            "inList",
            false);
    long own = administrator.post("/api/own-fields", field).is(200).id();
    byte[] template = administrator.get("/api/import-kinds/accounts/template.csv").is(200).bytes();
    assertThat(new String(template, StandardCharsets.UTF_8))
        .contains("Number")
        .contains("Tour of import");
    Importing accounts =
        Importing.of(
                administrator,
                "accounts",
                """
                Number;Name;Town;Email;Tour of import
                X-77;Ferry Mill;Oxbarrow;desk@ferry.example;north
                ;Ferry Dairy;Oxbarrow;;south
                ;Ferry Odd;Oxbarrow;no address;west
                """)
            .with("owner", ownerName())
            .checked();
    assertThat(accounts.view().path("added").asInt()).isEqualTo(2);
    assertThat(accounts.view().path("problems").findValuesAsString("column"))
        .containsExactlyInAnyOrder("Email", "Tour of import");
    accounts.taken();
    assertThat(accounts("Ferry ")).isEqualTo(2);
    String mill = "/api/accounts/" + idOf("Ferry Mill");
    assertThat(administrator.get(mill).text("/number")).isEqualTo("X-77");
    assertThat(
            administrator.get("/api/records/account/" + idOf("Ferry Mill") + "/own-fields").words())
        .contains("north");
    assertThat(administrator.get("/api/find?q=Ferry+Dairy").words()).contains("Ferry Dairy");

    Importing contacts =
        Importing.of(
                administrator,
                "contacts",
                """
                Account,Name,Email,Phone
                X-77,Ida Ferry,ida@ferry.example,0555 123 456
                Ferry Dairy,Jo Ferry,,
                Nobody at all,Kit,,
                """)
            .checked();
    assertThat(contacts.view().path("problems").path(0).path("message").asString())
        .isEqualTo("No account has this number or name.");
    contacts.taken();
    Importing opportunities =
        Importing.of(
                administrator,
                "opportunities",
                """
                Account;Title;Stage;Owner;Expected close;Product;Quantity;Contact;Next activity;Next activity due
                X-77;Ferry scales;;%s;2027-06-30;BS-15;2;Ida Ferry;Call back;2027-03-20
                """
                    .formatted(ownerName()))
            .checked()
            .taken();
    JsonNode row = administrator.rows("/api/opportunities?q=Ferry+scales").get(0);
    assertThat(row.path("value").asString()).isNotEqualTo("0.00");
    Importing items =
        Importing.of(
                administrator,
                "open-items",
                "Account,Invoice number,Due date,Open amount\nX-77,OLD-1,2027-03-01,250.50\nX-77,OLD-2,2027-04-01,-50\n")
            .checked()
            .taken();
    assertThat(
            HOUSE.count(
                "SELECT SUM(balance) FROM open_item i JOIN account a ON a.id = i.account_id WHERE a.number = 'X-77'"))
        .isEqualTo(20_050);

    assertThat(accounts.undo().path("names").path(0).asString()).startsWith("X-77 Ferry Mill");
    items.undone();
    opportunities.undone();
    assertThat(administrator.rows("/api/opportunities?q=Ferry+scales")).isEmpty();
    contacts.undone();
    accounts.undone();
    assertThat(accounts("Ferry ")).isZero();
    assertThat(administrator.get("/api/find?q=Ferry+Dairy").words()).doesNotContain("Ferry Dairy");
    assertThat(HOUSE.count("SELECT COUNT(*) FROM own_value WHERE field_id = " + own)).isZero();
    assertThat(HOUSE.count("SELECT COUNT(*) FROM pragma_foreign_key_check")).isZero();
    administrator.send(HttpMethod.DELETE, "/api/own-fields/" + own, null, Map.of()).is(204);
  }

  @Test
  void whatIsKnownIsChangedAndPutBackUnlessItWasChangedSince() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Importing.of(
            rep,
            "accounts",
            "Number;Name;Town\nY-1;Quill Works;Saltmere\nY-2;Quill Barn;Saltmere\n")
        .taken();
    Importing moved =
        Importing.of(
                rep,
                "accounts",
                "Number;Name;Town\nY-1;Quill Works;Wexcombe\nY-2;Quill Barn;Wexcombe\n")
            .checked();
    assertThat(moved.view().path("changed").asInt()).isEqualTo(2);
    assertThat(moved.view().path("changedRows").path(0).path("what").asString())
        .isEqualTo("address");
    moved.taken();
    assertThat(rep.get("/api/accounts/" + idOf("Quill Works")).text("/town")).isEqualTo("Wexcombe");
    String barn = "/api/accounts/" + idOf("Quill Barn");
    rep.post(barn + "/contacts", Map.of("name", "Una Quill")).is(200);
    Importing again =
        Importing.of(rep, "accounts", "Number;Name;Town\nY-2;Quill Barn;Oxbarrow\n").taken();
    moved.undoneButInUse();
    assertThat(rep.get("/api/accounts/" + idOf("Quill Works")).text("/town")).isEqualTo("Saltmere");
    assertThat(rep.get(barn).text("/town")).isEqualTo("Oxbarrow");
    again.undone();
    assertThat(rep.get(barn).text("/town")).isEqualTo("Wexcombe");
  }

  @Test
  void nobodyImportsWhatTheyMayNotChange() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    byte[] any = "Code\nA\n".getBytes(StandardCharsets.UTF_8);
    rep.upload("/api/imports?kind=open-items", "a.csv", any).is(403);
    rep.upload("/api/imports?kind=nothing", "a.csv", any).is(404);
    Guest.signedIn(HOUSE, "otto").upload("/api/imports?kind=accounts", "a.csv", any).is(403);
    assertThat(Guest.signedIn(HOUSE, "otto").get("/api/import-kinds").is(200).body())
        .extracting(kind -> kind.path("kind").asString())
        .containsExactly("open-items");
    String theirs =
        administrator.get("/api/accounts/" + HOUSE.accountOf("priya", 0)).text("/number");
    Importing file =
        Importing.of(rep, "accounts", "Number;Name\n" + theirs + ";Taken over\nA-999999;New\n")
            .checked();
    assertThat(file.view().path("problems").findValuesAsString("message"))
        .anyMatch(words -> words.startsWith("This account belongs to "))
        .contains("No account has this number. Leave it blank for a new one.");
    Importing given =
        Importing.of(rep, "accounts", "Name;Owner;Price group\nGift Farm;Priya Nair;Trade\n")
            .checked();
    assertThat(given.view().path("bad").asInt()).isEqualTo(1);
    Importing mine = Importing.of(rep, "accounts", "Name\nMine Alone\n").taken();
    long id = mine.view().path("importId").asLong();
    Guest.signedIn(HOUSE, "edda").post("/api/import-log/" + id + "/undone", null).is(404);
    mine.undone();
    rep.post("/api/import-log/" + id + "/undone", null).is(409);
  }
}
