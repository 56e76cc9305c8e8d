package firmtally.server.company.tax;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.tax.TaxService.TaxChangeForm;
import firmtally.server.company.tax.TaxService.TaxForm;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.TaxRateId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

class TaxServiceTest {
  private static final Clock CLOCK =
      Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);

  @RegisterExtension final TestDatabase database = new TestDatabase();

  /** What the catalogue is told; that it follows is tested through the doors. */
  private final List<TaxChanged> changes = new ArrayList<>();

  private TaxService taxes;
  private TaxRateId standard;
  private TaxRateId reduced;

  @BeforeEach
  void twoTaxes() {
    taxes =
        new TaxService(
            new TaxStore(database.sql()),
            new ChangeLog(database.sql(), CLOCK, mock(Events.class)),
            event -> changes.add((TaxChanged) event),
            CLOCK);
    standard = add("Standard rate", "19");
    reduced = add("Reduced rate", "7");
    database.run(
        "INSERT INTO product (code, name, family, unit, list_price, unit_cost, tax) VALUES"
            + " ('A', 'A', 'f', 'pc', 1, 1, 190000), ('B', 'B', 'f', 'pc', 1, 1, 190000),"
            + " ('C', 'C', 'f', 'pc', 1, 1, 70000)");
  }

  private TaxRateId add(String name, String percent) {
    return database.act(() -> taxes.add(new TaxForm(name, percent, false), Actor.SYSTEM));
  }

  @Test
  void theFirstOneIsUsualUntilAnotherIs() {
    assertThat(taxes.usual()).isEqualTo(Percent.parse("19"));
    database.act(() -> taxes.change(reduced, new TaxForm("Food", null, true), Actor.SYSTEM));
    assertThat(taxes.usual()).isEqualTo(Percent.parse("7"));
    assertThat(taxes.rates().get(0).name()).isEqualTo("Food");
    assertThat(taxes.rates().get(0).products()).isEqualTo(1);
  }

  @Test
  void aChangeComesOnItsDayOnceForEveryProductThatHasIt() {
    database.act(() -> taxes.plan(standard, new TaxChangeForm("2027-07-01", "21"), Actor.SYSTEM));
    assertThatThrownBy(() -> add("Another", "21")).hasMessageContaining("is planned");
    database.act(() -> taxes.run(LocalDate.of(2027, 6, 30)));
    assertThat(changes).isEmpty();
    assertThat(taxes.usual()).isEqualTo(Percent.parse("19"));
    // The application may have stood still on the day itself.
    database.act(() -> taxes.run(LocalDate.of(2027, 7, 4)));
    TaxChanged raised = new TaxChanged(Percent.parse("19"), Percent.parse("21"));
    assertThat(changes).containsExactly(raised);
    assertThat(taxes.usual()).isEqualTo(Percent.parse("21"));
    assertThat(taxes.planned()).isEmpty();
    database.act(() -> taxes.run(LocalDate.of(2027, 7, 5)));
    assertThat(changes).containsExactly(raised);
  }

  @Test
  void aChangeOfTodayHoldsAtOnceAndOneThatIsTakenBackNever() {
    database.act(() -> taxes.plan(reduced, new TaxChangeForm("2027-03-15", "8"), Actor.SYSTEM));
    assertThat(changes).containsExactly(new TaxChanged(Percent.parse("7"), Percent.parse("8")));
    database.act(() -> taxes.plan(reduced, new TaxChangeForm("2027-09-01", "9"), Actor.SYSTEM));
    var planned = taxes.planned().get(0).id();
    database.act(() -> taxes.withdraw(planned, Actor.SYSTEM));
    assertThatThrownBy(() -> database.act(() -> taxes.withdraw(planned, Actor.SYSTEM)))
        .isInstanceOf(NotThere.class);
    database.act(() -> taxes.run(LocalDate.of(2027, 9, 1)));
    assertThat(changes).hasSize(1);
  }

  @Test
  void whatIsUsedOrUsualStaysAndTwoOfOnePercentThereAreNot() {
    assertThatThrownBy(() -> add("The same", "19")).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> add("Too much", "101")).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> add("", "3")).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> taxes.end(reduced, Actor.SYSTEM))
        .isInstanceOf(NotPossible.class)
        .hasMessageContaining("1 products carry Reduced rate");
    database.run("UPDATE product SET tax = 70000");
    assertThatThrownBy(() -> taxes.end(standard, Actor.SYSTEM))
        .isInstanceOf(NotPossible.class)
        .hasMessageContaining("is the usual tax");
    TaxRateId zero = add("Zero rate", "0");
    database.act(() -> taxes.end(zero, Actor.SYSTEM));
    assertThat(taxes.rates()).hasSize(2);
    add("Zero rate again", "0");
    assertThatThrownBy(
            () -> taxes.plan(standard, new TaxChangeForm("2027-03-14", "20"), Actor.SYSTEM))
        .isInstanceOf(BadInput.class)
        .hasMessageContaining("from");
  }
}
