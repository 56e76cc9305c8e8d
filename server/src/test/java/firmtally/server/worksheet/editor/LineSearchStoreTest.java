package firmtally.server.worksheet.editor;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What a customer bought before, and the typical product of a family. */
class LineSearchStoreTest {
  private static final LocalDate SINCE = LocalDate.of(2025, 3, 15);
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private LineSearchStore store;
  private TestCompany company;
  private Actor owner;
  private AccountId account;
  private int orders;

  @BeforeEach
  void aCatalogue() {
    store = new LineSearchStore(database.sql());
    company = new TestCompany(database);
    owner = company.person("owner", Role.REP, "North");
    account = company.account("Farm", owner);
    for (int price : List.of(100, 200, 300, 900)) {
      database.run(
          "INSERT INTO product (code, name, family, unit, list_price, unit_cost, tax) VALUES ('P-"
              + price
              + "', 'A scale', 'bench', 'piece', "
              + price * 10_000
              + ", 400000, 190000)");
    }
  }

  private DocumentId order(String day) {
    OpportunityId deal = company.opportunity("deal " + ++orders, owner, account, 0);
    DocumentId id = company.document("order", "S-" + orders, deal, account, owner, null);
    database.run("UPDATE document SET made_on = '" + day + "' WHERE id = " + id);
    database.run(
        "INSERT INTO order_terms (document_id, invoice_on) VALUES (" + id + ", '" + day + "')");
    return id;
  }

  private void line(
      DocumentId order, int position, String product, long thousandths, long paid, String more) {
    database.run(
        "INSERT INTO worksheet_line (worksheet_id, position, line_id, product, description, quantity, final, cost"
            + (more.isEmpty() ? "" : ", " + more.split("=")[0])
            + ") SELECT worksheet_id, "
            + position
            + ", 'l"
            + position
            + "', '"
            + product
            + "', 'A scale', "
            + thousandths
            + ", "
            + paid
            + ", 0"
            + (more.isEmpty() ? "" : ", " + more.split("=")[1])
            + " FROM document WHERE id = "
            + order);
  }

  @Test
  void ofEachProductTheLastTimeAndHowOften() {
    DocumentId first = order("2026-01-10");
    DocumentId last = order("2026-12-01");
    line(first, 0, "P-100", 2_000, 18_000, "");
    line(last, 0, "P-100", 3_000, 24_000, "");
    line(last, 1, "P-100", 1_000, 9_900, "");
    line(first, 1, "P-200", 1_000, 20_000, "");
    assertThat(store.bought(account))
        .containsExactlyInAnyOrder(
            new LineSearchStore.Bought("P-100", 3, 1_000, 9_900, LocalDate.of(2026, 12, 1)),
            new LineSearchStore.Bought("P-200", 1, 1_000, 20_000, LocalDate.of(2026, 1, 10)));
    assertThat(store.lastOrder(account)).isEqualTo(last.value());
  }

  @Test
  void giftsOptionsAndWhatWasNotChosenWereNotBought() {
    DocumentId order = order("2026-01-10");
    line(order, 0, "P-100", 1_000, 0, "gift=1");
    line(order, 1, "P-200", 1_000, 100, "optional=1");
    line(order, 2, "P-300", 1_000, 100, "alternative_set='A'");
    assertThat(store.bought(account)).isEmpty();
    database.run("UPDATE worksheet_line SET chosen = 1 WHERE product = 'P-300'");
    assertThat(store.bought(account))
        .extracting(LineSearchStore.Bought::product)
        .containsExactly("P-300");
  }

  @Test
  void whoNeverOrderedBoughtNothing() {
    assertThat(store.bought(account)).isEmpty();
    assertThat(store.lastOrder(account)).isZero();
  }

  @Test
  void whatIsTypicalIsTheOneInTheMiddleOfWhatWasSold() {
    DocumentId order = order("2026-01-10");
    for (int i = 0; i < 3; i++) {
      line(order, i, "P-900", 1_000, 100, "");
    }
    line(order, 3, "P-100", 1_000, 100, "");
    assertThat(store.typical("bench", SINCE))
        .hasValueSatisfying(typical -> assertThat(typical.price()).isEqualTo(9_000_000));
  }

  @Test
  void whereNothingWasSoldOfLateItIsTheOneInTheMiddleOfTheList() {
    line(order("2020-01-10"), 0, "P-900", 1_000, 100, "");
    assertThat(store.typical("bench", SINCE))
        .hasValueSatisfying(typical -> assertThat(typical.price()).isEqualTo(3_000_000));
    assertThat(store.typical("silos", SINCE)).isEmpty();
  }
}
