package firmtally.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RolesTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "rep | false | false | true | true | rep",
        "manager | true | false | true | true | manager",
        "credit-controller | false | true | false | false | rep",
        "administrator | true | true | true | true | manager",
        "credit-controller,rep | false | true | true | true | rep",
        "rep,manager,credit-controller | true | true | true | true | manager",
      })
  void severalMayWhatAnyOfThemMay(
      String words, boolean manages, boolean books, boolean costs, boolean sells, String asks) {
    Roles roles = Roles.listed(words);
    assertThat(roles.manages()).isEqualTo(manages);
    assertThat(roles.keepsBooks()).isEqualTo(books);
    assertThat(roles.seesCosts()).isEqualTo(costs);
    assertThat(roles.sells()).isEqualTo(sells);
    assertThat(roles.signsAs()).isEqualTo(asks);
  }

  @Test
  void theMostFarReachingStandsFirstAndEachOnce() {
    Roles roles = Roles.of(Role.REP, Role.MANAGER, Role.REP);
    assertThat(roles.words()).containsExactly("manager", "rep");
    assertThat(roles.inWords()).isEqualTo("manager, rep");
    assertThat(roles).isEqualTo(Roles.listed("manager,rep"));
    assertThat(Roles.of(Role.REP).isOnlyRep()).isTrue();
    assertThat(roles.isOnlyRep()).isFalse();
    assertThatIllegalArgumentException().isThrownBy(() -> Roles.of(List.of()));
  }

  @Test
  void whoKeepsTheBooksOfOneTeamSeesAllOfThem() {
    Actor both =
        new Actor(new PersonId(7), "b", "B", "", Roles.listed("rep,credit-controller"), "North");
    assertThat(both.seesTeam()).isEmpty();
    assertThat(both.manages("North")).isFalse();
    Actor boss = new Actor(new PersonId(8), "c", "C", "", Roles.listed("rep,manager"), "North");
    assertThat(boss.seesTeam()).isEqualTo("North");
    assertThat(boss.manages("North")).isTrue();
    assertThat(boss.manages("South")).isFalse();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "short | at least 10",
        "password123 | easy to guess",
        "qwertyuiop1 | easy to guess",
        "aaaaaaaaaaaaaa | easy to guess",
        "nora.lind@reed.example | easy to guess",
      })
  void whatIsEasyToGuessIsNoPassword(String password, String why) {
    Input input = new Input();
    PasswordRules.check(input, password, List.of("nora", "Nora Lind", "nora.lind@reed.example"));
    assertThat(problem(input)).contains(why);
  }

  private static String problem(Input input) {
    try {
      input.check();
      return "";
    } catch (BadInput e) {
      return e.problems().get(0).message();
    }
  }

  @Test
  void lengthIsWhatCountsAndAccentsAreTwoBytes() {
    Input good = new Input();
    PasswordRules.check(good, "four brass weights", List.of("nora"));
    PasswordRules.check(good, "tally-demo", List.of("nora"));
    assertThat(problem(good)).isEmpty();
    Input tooLong = new Input();
    PasswordRules.check(tooLong, "ü".repeat(37), List.of());
    assertThat(problem(tooLong)).contains("at most 72 bytes");
  }
}
