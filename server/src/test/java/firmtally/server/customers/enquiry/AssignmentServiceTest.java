package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.lenient;
import static org.mockito.Mockito.mock;

import firmtally.core.enquiry.AssignmentRule;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotAllowed;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Who is given an enquiry: by the first rule that means it, in turn by weights. */
class AssignmentServiceTest {
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final UserService users = mock(UserService.class);
  private final SettingsService settings = mock(SettingsService.class);
  private AssignmentService assignment;
  private Actor ann;
  private Actor bo;
  private Actor caretaker;

  @BeforeEach
  void threePeople() {
    assignment =
        new AssignmentService(
            new AssignmentStore(database.sql()), users, settings, mock(ChangeLog.class));
    TestCompany company = new TestCompany(database);
    ann = company.person("ann", Role.REP, "North");
    bo = company.person("bo", Role.REP, "South");
    caretaker = company.person("caretaker", Role.MANAGER, null);
    lenient().when(users.caretaker()).thenReturn(caretaker);
    lenient().when(users.isActive(any(PersonId.class))).thenReturn(true);
    lenient()
        .when(users.get(any(PersonId.class)))
        .thenAnswer(
            call ->
                List.of(ann, bo, caretaker).stream()
                    .filter(a -> a.id().equals(call.getArgument(0)))
                    .findFirst()
                    .orElseThrow());
    lenient()
        .when(settings.amount(any()))
        .thenAnswer(call -> Money.parse("EUR " + call.<String>getArgument(0)));
    lenient().when(settings.amounts()).thenReturn(minor -> String.valueOf(minor / 100.0));
  }

  private static AssignmentService.Rule rule(
      String name, String postal, String family, AssignmentService.Part... parts) {
    return new AssignmentService.Rule(null, name, postal, family, null, null, null, List.of(parts));
  }

  private static AssignmentService.Part part(Actor who, String weight) {
    return new AssignmentService.Part(who.id(), null, weight, 0);
  }

  private void keep(AssignmentService.Rule... rules) {
    database.act(() -> assignment.keep(List.of(rules), assignment.version(), caretaker));
  }

  private static AssignmentRule.Facts from(String postal) {
    return new AssignmentRule.Facts(postal, Optional.empty(), "phone", Optional.empty());
  }

  private PersonId given(String postal) {
    return database.act(
        () -> {
          AssignmentService.Turns turns = assignment.turns();
          PersonId person = turns.next(from(postal)).personId();
          turns.keep();
          return person;
        });
  }

  @Test
  void theFirstRuleThatMeansItGivesItAndElseTheCaretaker() {
    keep(rule("North", "24, 25", null, part(ann, "1")), rule("East", "1", null, part(bo, "1")));
    assertThat(given("24103")).isEqualTo(ann.id());
    assertThat(given("10115")).isEqualTo(bo.id());
    assertThat(given("80331")).isEqualTo(caretaker.id());
  }

  @Test
  void inTurnByWeightsAndItIsRememberedFromActToAct() {
    keep(rule("All", "", null, part(ann, "2"), part(bo, "1")));
    List<PersonId> one = IntStream.range(0, 6).mapToObj(n -> given("1")).toList();
    assertThat(one).containsExactly(ann.id(), ann.id(), bo.id(), ann.id(), ann.id(), bo.id());
    assertThat(assignment.rules().get(0).parts())
        .extracting(AssignmentService.Part::given)
        .containsExactly(4L, 2L);
  }

  @Test
  void manyInOneActAreGivenAsTheyWouldBeOneByOneFromOneReadingOfTheRules() {
    keep(rule("All", "", null, part(ann, "2"), part(bo, "1")));
    List<PersonId> many =
        database.act(
            () -> {
              AssignmentService.Turns turns = assignment.turns();
              List<PersonId> given =
                  IntStream.range(0, 6).mapToObj(n -> turns.next(from("1")).personId()).toList();
              turns.keep();
              return given;
            });
    assertThat(many).containsExactly(ann.id(), ann.id(), bo.id(), ann.id(), ann.id(), bo.id());
    assertThat(assignment.rules().get(0).parts())
        .extracting(AssignmentService.Part::given)
        .containsExactly(4L, 2L);
    database.act(
        () -> {
          AssignmentService.Turns turns = assignment.turns();
          // The rules are not read again, and one statement counts all of somebody's turns.
          assertThat(database.statements(() -> turns.next(from("1")))).isZero();
          turns.next(from("1"));
          assertThat(database.statements(turns::keep)).isEqualTo(1);
        });
  }

  @Test
  void whoStaysInARuleKeepsWhatTheyWereGiven() {
    keep(rule("All", "", null, part(ann, "1"), part(bo, "1")));
    given("1");
    given("1");
    given("1");
    AssignmentService.Rule kept = assignment.rules().get(0);
    database.act(
        () ->
            assignment.keep(
                List.of(
                    new AssignmentService.Rule(
                        kept.id(), "All", "", null, null, null, null, List.of(part(ann, "3")))),
                assignment.version(),
                caretaker));
    assertThat(assignment.rules().get(0).parts())
        .extracting(AssignmentService.Part::personId, AssignmentService.Part::given)
        .containsExactly(org.assertj.core.groups.Tuple.tuple(ann.id(), 2L));
  }

  @Test
  void aTryGivesNothingAndSaysWhy() {
    keep(rule("North", "24", null, part(ann, "1"), part(bo, "1")));
    List<AssignmentService.Rule> rules = assignment.rules();
    AssignmentService.Tried hit =
        assignment.tried(rules, new AssignmentService.Sample("24103", null, null, null));
    assertThat(hit.rule()).isEqualTo(1);
    assertThat(hit.why()).isEqualTo("Rule 1, North, assigns it to ann, next in turn.");
    AssignmentService.Tried none =
        assignment.tried(rules, new AssignmentService.Sample("80331", null, null, null));
    assertThat(none.rule()).isNull();
    assertThat(none.why()).isEqualTo("No rule matches; it goes to caretaker.");
    assertThat(assignment.rules().get(0).parts())
        .extracting(AssignmentService.Part::given)
        .containsExactly(0L, 0L);
  }

  @Test
  void rulesThatAreNotInOrderAreRefusedByNameAndTheOldOnesStay() {
    keep(rule("North", "24", null, part(ann, "1")));
    assertThatThrownBy(() -> keep(rule("", "24", null, part(ann, "0")), rule("Nobody", "", null)))
        .isInstanceOfSatisfying(
            BadInput.class,
            refused ->
                assertThat(refused.problems())
                    .extracting(p -> p.at())
                    .contains("rules[0].name", "rules[0].parts", "rules[1].parts"));
    assertThat(assignment.rules())
        .extracting(AssignmentService.Rule::name)
        .containsExactly("North");
    assertThatThrownBy(
            () -> database.act(() -> assignment.keep(List.of(), assignment.version(), ann)))
        .isInstanceOf(NotAllowed.class);
  }
}
