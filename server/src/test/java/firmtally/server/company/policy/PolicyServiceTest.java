package firmtally.server.company.policy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.PolicyId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PolicyServiceTest {
  private static final Clock CLOCK =
      Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  private static final Actor MANAGER = actor(Role.MANAGER, null);

  @RegisterExtension final TestDatabase database = new TestDatabase();
  private PolicyService policies;

  private static Actor actor(Role role, String team) {
    return new Actor(new PersonId(0), "m", "M", "m@reed.example", Roles.of(role), team);
  }

  @BeforeEach
  void aCompanyWithItsFirstPolicy() {
    SettingsService settings = mock(SettingsService.class);
    when(settings.company()).thenReturn(new SettingsService.Company("Reed", CurrencyUnit.EUR));
    policies =
        new PolicyService(
            new PolicyStore(database.sql()),
            settings,
            new ChangeLog(database.sql(), CLOCK, mock(Events.class)),
            CLOCK);
    SellingPolicy first =
        new SellingPolicy(
            new PolicyId(0),
            PolicyService.beginning(),
            PricePolicy.SPECIFIC,
            Percent.parse("10"),
            Percent.HUNDRED,
            Optional.of(new SignOffPolicy.DocumentFloor(Percent.parse("25"), "manager")),
            List.of(),
            Optional.empty(),
            List.of(),
            Optional.of(Money.parse("EUR 500.00")));
    database.act(() -> policies.found(first, Actor.SYSTEM));
  }

  private static PolicyForm form(String from, String rep, String manager, String floorRole) {
    return new PolicyForm(
        from, "lowest", rep, manager, "30", floorRole, List.of(), "", "manager", List.of(), "");
  }

  private void put(String from, String rep) {
    database.act(
        () -> policies.put(policies.version(), form(from, rep, "100", "manager"), MANAGER));
  }

  @Test
  void theLastOneThatHasBegunHolds() {
    put("2027-05-01", "5");
    put("2027-04-01", "8");
    assertThat(policies.current().repDiscount()).isEqualTo(Percent.parse("10"));
    assertThat(on("2027-03-31")).isEqualTo("10");
    assertThat(on("2027-04-01")).isEqualTo("8");
    assertThat(on("2027-04-30")).isEqualTo("8");
    assertThat(on("2027-05-01")).isEqualTo("5");
    assertThat(policies.fromToday())
        .extracting(p -> p.from().toString())
        .containsExactly("2000-01-01", "2027-04-01", "2027-05-01");
    // Of two of the same day the later one.
    put("2027-05-01", "6");
    assertThat(on("2027-05-01")).isEqualTo("6");
    put("2027-03-15", "7");
    assertThat(policies.current().repDiscount()).isEqualTo(Percent.parse("7"));
    assertThat(policies.pricePolicy()).isEqualTo(PricePolicy.LOWEST);
    assertThat(policies.ownCostOver()).isEmpty();
  }

  private String on(String day) {
    return policies.of(LocalDate.parse(day)).repDiscount().toString();
  }

  @Test
  void onlyWhatHasNotBegunIsWithdrawn() {
    put("2027-05-01", "5");
    PolicyId planned = policies.fromToday().get(1).id();
    database.act(() -> policies.withdraw(planned, MANAGER));
    assertThat(policies.fromToday()).hasSize(1);
    PolicyId first = policies.current().id();
    assertThatThrownBy(() -> database.act(() -> policies.withdraw(first, MANAGER)))
        .isInstanceOf(NotPossible.class);
    assertThatThrownBy(() -> database.act(() -> policies.withdraw(planned, MANAGER)))
        .isInstanceOf(NotPossible.class);
  }

  @Test
  void managersOfTheWholeCompanySetIt() {
    PolicyForm next = form("2027-05-01", "5", "100", "manager");
    long version = policies.version();
    assertThatThrownBy(() -> policies.put(version, next, actor(Role.REP, "North")))
        .isInstanceOf(NotAllowed.class);
    assertThatThrownBy(() -> policies.put(version, next, actor(Role.MANAGER, "North")))
        .isInstanceOf(NotAllowed.class);
    PolicyId first = policies.current().id();
    assertThatThrownBy(() -> policies.withdraw(first, actor(Role.MANAGER, "North")))
        .isInstanceOf(NotAllowed.class);
    put("2027-05-01", "5");
    assertThatThrownBy(() -> database.act(() -> policies.put(version, next, MANAGER)))
        .isInstanceOf(Conflict.class);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2027-03-14 | 5 | 100 | manager | from",
        "2027-04-01 | 40 | 30 | manager | managerDiscount",
        "2027-04-01 | 101 | 100 | manager | repDiscount",
        "2027-04-01 | 5 | 100 | administrator | documentFloorRole",
        "2027-04-01 | 5 | 30 | rep | documentFloorRole",
        "2027-04-01 | x | 30 | manager | repDiscount",
      })
  void whatIsWrongIsNamed(String from, String rep, String manager, String role, String at) {
    assertThatThrownBy(
            () -> policies.put(policies.version(), form(from, rep, manager, role), MANAGER))
        .isInstanceOf(BadInput.class)
        .hasMessageContaining(at);
  }

  @Test
  void belowAHundredAThirdLevelSignsAndAdministratorsAskAsTheirOwn() {
    database.act(
        () ->
            policies.put(
                policies.version(), form("2027-03-15", "5", "30", "administrator"), MANAGER));
    SignOffPolicy rep = policies.signOffPolicy(Roles.of(Role.REP));
    assertThat(rep.asRole()).isEqualTo("rep");
    assertThat(rep.levels())
        .extracting(SignOffPolicy.Level::role)
        .containsExactly("rep", "manager", "administrator");
    assertThat(rep.documentFloor().orElseThrow().role()).isEqualTo("administrator");
    assertThat(policies.signOffPolicy(Roles.of(Role.ADMINISTRATOR)).asRole())
        .isEqualTo("administrator");
    assertThat(policies.signOffPolicy(Roles.of(Role.REP, Role.MANAGER)).asRole())
        .isEqualTo("manager");
    assertThat(policies.signOffPolicy(Roles.of(Role.CREDIT_CONTROLLER)).asRole()).isEqualTo("rep");
  }
}
