package firmtally.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import dev.samstevens.totp.code.DefaultCodeGenerator;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.TooMany;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.security.crypto.password.NoOpPasswordEncoder;

class SecondFactorServiceTest {
  private static final int STEP = 30;

  @RegisterExtension final TestDatabase database = new TestDatabase();

  /** A clock that the tests turn. */
  private static final class Turned extends Clock {
    private Instant now = Instant.parse("2027-03-15T08:00:10Z");

    @Override
    public Instant instant() {
      return now;
    }

    @Override
    public ZoneId getZone() {
      return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
      return this;
    }
  }

  private final Turned clock = new Turned();
  private SecondFactorService factors;
  private UserService users;
  private Actor rep;
  private Actor administrator;

  @BeforeEach
  @SuppressWarnings("deprecation")
  void twoPeople() {
    TestCompany company = new TestCompany(database);
    rep = company.person("nora", Role.REP, "North");
    administrator = company.person("ada", Role.ADMINISTRATOR, null);
    UserStore store = new UserStore(database.sql());
    ChangeLog log = new ChangeLog(database.sql(), clock, mock(Events.class));
    users =
        new UserService(store, NoOpPasswordEncoder.getInstance(), log, mock(Events.class), clock);
    factors = new SecondFactorService(store, users, log, clock);
  }

  private String code(String secret, int steps) {
    try {
      long step = clock.instant().getEpochSecond() / STEP + steps;
      return new DefaultCodeGenerator().generate(secret, step);
    } catch (Exception e) {
      throw new AssertionError(e);
    }
  }

  private record SetUp(String secret, List<String> recovery) {}

  private SetUp setUp() {
    String secret = database.act(() -> factors.offer(rep, "Reed")).secret();
    List<String> recovery = database.act(() -> factors.confirm(rep, code(secret, 0)));
    clock.now = clock.now.plusSeconds(STEP * 4);
    return new SetUp(secret, recovery);
  }

  private void check(String code) {
    database.act(() -> factors.check(rep, code));
  }

  @Test
  void whatIsOfferedCountsOnceACodeForItWasShown() {
    SecondFactorService.FactorOffer offer = database.act(() -> factors.offer(rep, "Reed"));
    assertThat(offer.address()).startsWith("otpauth://totp/nora?secret=" + offer.secret());
    assertThat(offer.picture()).startsWith("<svg");
    assertThat(users.row(rep.id()).hasSecondFactor()).isFalse();
    assertThatThrownBy(() -> database.act(() -> factors.confirm(rep, "000000")))
        .isInstanceOf(BadInput.class);
    assertThat(database.act(() -> factors.confirm(rep, code(offer.secret(), 0)))).hasSize(10);
    assertThat(users.row(rep.id()).hasSecondFactor()).isTrue();
    assertThatThrownBy(() -> database.act(() -> factors.offer(rep, "Reed")))
        .isInstanceOf(NotPossible.class);
    assertThatThrownBy(() -> database.act(() -> factors.confirm(administrator, "000000")))
        .isInstanceOf(NotPossible.class)
        .hasMessageContaining("Begin again");
  }

  @ParameterizedTest
  @CsvSource({"-2, false", "-1, true", "0, true", "1, true", "2, false"})
  void aCodeIsGoodInItsHalfMinuteAndThoseBesideIt(int steps, boolean isGood) {
    SetUp set = setUp();
    if (isGood) {
      check(code(set.secret(), steps));
    } else {
      assertThatThrownBy(() -> check(code(set.secret(), steps))).isInstanceOf(BadInput.class);
    }
  }

  @Test
  void noneIsTakenTwiceNorOneBeforeTheLast() {
    SetUp set = setUp();
    check(code(set.secret(), 0));
    assertThatThrownBy(() -> check(code(set.secret(), 0))).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> check(code(set.secret(), -1))).isInstanceOf(BadInput.class);
    check(code(set.secret(), 1));
    clock.now = clock.now.plus(Duration.ofMinutes(2));
    String spaced = code(set.secret(), 0);
    check(spaced.substring(0, 3) + " " + spaced.substring(3));
  }

  @Test
  void aRecoveryCodeStandsInForItOnce() {
    SetUp set = setUp();
    String recovery = set.recovery().get(0);
    check(recovery.toUpperCase());
    assertThatThrownBy(() -> check(recovery)).isInstanceOf(BadInput.class);
    assertThat(factors.recoveryCodes(rep.id())).isEqualTo(9);
    assertThatThrownBy(() -> check("")).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> check(null)).isInstanceOf(BadInput.class);
  }

  @Test
  void whoGuessesHasToWait() {
    SetUp set = setUp();
    for (int i = 0; i < 20; i++) {
      assertThatThrownBy(() -> check("000000")).isInstanceOf(BadInput.class);
    }
    assertThatThrownBy(() -> check(code(set.secret(), 0))).isInstanceOf(TooMany.class);
  }

  @Test
  void anAdministratorRemovesOneThatWasLostAndItsCodesGoWithIt() {
    setUp();
    assertThatThrownBy(() -> database.act(() -> factors.remove(rep.id(), actor(Role.MANAGER))))
        .isInstanceOf(NotAllowed.class);
    database.act(() -> factors.remove(rep.id(), administrator));
    assertThat(users.row(rep.id()).hasSecondFactor()).isFalse();
    assertThat(factors.recoveryCodes(rep.id())).isZero();
    assertThatThrownBy(() -> database.act(() -> factors.remove(rep.id(), administrator)))
        .isInstanceOf(NotPossible.class);
  }

  private Actor actor(Role role) {
    return new Actor(administrator.id(), "m", "M", "", Roles.of(role), null);
  }
}
