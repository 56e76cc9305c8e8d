package firmtally.server.sales.credit;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.credit.CreditFile;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What an account owes and has ordered, read at once. */
class CreditStoreTest {
  private static final CurrencyUnit EUR = CurrencyUnit.EUR;
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private CreditStore store;
  private TestCompany company;
  private Actor owner;
  private AccountId account;

  @BeforeEach
  void anAccount() {
    store = new CreditStore(database.sql());
    company = new TestCompany(database);
    owner = company.person("owner", Role.REP, "North");
    account = company.account("Farm", owner);
  }

  private void order(String number, String state, long invoice, String invoiceOn) {
    OpportunityId deal = company.opportunity(number, owner, account, 0);
    DocumentId id = company.document("order", number, deal, account, owner, null);
    database.run("UPDATE document SET state = '" + state + "' WHERE id = " + id);
    database.run(
        "INSERT INTO order_terms (document_id, invoice_on, terms_days, to_invoice) VALUES ("
            + id
            + ", '"
            + invoiceOn
            + "', 30, "
            + invoice
            + ")");
  }

  private void item(String ref, long balance, LocalDate due) {
    database.run(
        "INSERT INTO open_item (account_id, ref, on_day, due, total, balance) VALUES (%s, '%s', '%s', '%s', %d, %d)"
            .formatted(account, ref, due, due, balance, balance));
  }

  @Test
  void limitsItemsAndReleasedOrdersInTheirOrder() {
    database.act(
        () -> {
          store.putLimit(account, new CreditFile.Limit(DAY.plusDays(30), Money.ofMajor(EUR, 9)));
          store.putLimit(account, new CreditFile.Limit(DAY, Money.ofMajor(EUR, 5)));
          item("I-2", 1250, DAY.plusDays(9));
          item("I-1", -300, DAY.minusDays(40));
          item("I-3", 0, DAY);
        });
    order("S-2", "released", 700, "2027-04-01");
    order("S-1", "released", 900, "2027-03-20");
    order("S-3", "hold", 1000, "2027-03-20");
    order("S-4", "completed", 1100, "2027-03-20");
    CreditStore.Position position = store.position(account, EUR);
    assertThat(position.limits())
        .containsExactly(
            new CreditFile.Limit(DAY, Money.ofMajor(EUR, 5)),
            new CreditFile.Limit(DAY.plusDays(30), Money.ofMajor(EUR, 9)));
    assertThat(position.items()).extracting(CreditFile.OpenItem::ref).containsExactly("I-1", "I-2");
    assertThat(position.items().get(0).balance()).hasToString("EUR -3.00");
    assertThat(position.orders())
        .containsExactly(
            new CreditFile.OpenOrder("S-2", Money.ofMinor(EUR, 700), LocalDate.of(2027, 4, 1)),
            new CreditFile.OpenOrder("S-1", Money.ofMinor(EUR, 900), LocalDate.of(2027, 3, 20)));
  }

  @Test
  void anAccountWithNothingOwesNothing() {
    CreditStore.Position position = store.position(account, EUR);
    assertThat(position.limits()).isEmpty();
    assertThat(position.items()).isEmpty();
    assertThat(position.orders()).isEmpty();
  }

  @Test
  void itIsReadInOneStatementHoweverMuchThereIs() {
    for (int i = 0; i < 30; i++) {
      int day = i;
      database.act(() -> item("I-" + day, 100, DAY.plusDays(day)));
    }
    assertThat(database.statements(() -> store.position(account, EUR))).isEqualTo(1);
  }
}
