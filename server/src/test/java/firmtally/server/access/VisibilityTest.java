package firmtally.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who sees and changes what, asked of the rules as lists and single records ask them. */
class VisibilityTest {
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final Map<String, Actor> people = new HashMap<>();
  private OpportunityId ownAlone;
  private OpportunityId shared;
  private OpportunityId handedOver;
  private AccountId account;

  @BeforeEach
  void twoTeamsAndOnesWithoutOne() {
    TestCompany company = new TestCompany(database);
    add(company, "owner", Role.REP, "North");
    add(company, "colleague", Role.REP, "North");
    add(company, "stranger", Role.REP, "South");
    add(company, "sharer", Role.REP, "South");
    add(company, "predecessor", Role.REP, "South");
    add(company, "manager", Role.MANAGER, "North");
    add(company, "other-manager", Role.MANAGER, "South");
    add(company, "head", Role.MANAGER, null);
    add(company, "loner", Role.REP, null);
    add(company, "controller", Role.CREDIT_CONTROLLER, "South");
    add(company, "administrator", Role.ADMINISTRATOR, "South");
    both(company, "boss-of-all", "South", Role.ADMINISTRATOR, Role.MANAGER);
    both(company, "books-and-south", "South", Role.CREDIT_CONTROLLER, Role.MANAGER);
    both(company, "books-and-north", "North", Role.CREDIT_CONTROLLER, Role.MANAGER);
    people.put("system", Actor.SYSTEM);
    Actor owner = people.get("owner");
    account = company.account("Reed Farm", owner);
    ownAlone = company.opportunity("own", owner, account, 100);
    shared = company.opportunity("shared", owner, account, 100);
    company.share(shared, people.get("sharer"));
    handedOver = company.opportunity("handed over", people.get("predecessor"), account, 100);
    company.reassign(handedOver, people.get("predecessor"), owner);
  }

  private void add(TestCompany company, String login, Role role, String team) {
    people.put(login, company.person(login, role, team));
  }

  private void both(TestCompany company, String login, String team, Role one, Role other) {
    Actor actor = company.person(login, one, team);
    people.put(
        login, new Actor(actor.id(), login, login, actor.email(), Roles.of(one, other), team));
  }

  private boolean holds(String rule, OpportunityId opportunity, String who) {
    return Visibility.bind(
            database
                .sql()
                .sql(
                    "SELECT COALESCE("
                        + rule
                        + ", FALSE) FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE o.id = :id"),
            people.get(who))
        .param("id", opportunity)
        .query(Boolean.class)
        .single();
  }

  @ParameterizedTest
  @CsvSource({
    "owner, true, true",
    "colleague, true, false",
    "stranger, false, false",
    "sharer, false, false",
    "predecessor, false, false",
    "manager, true, true",
    "other-manager, false, false",
    "head, true, true",
    "loner, true, false",
    "controller, true, false",
    "administrator, true, true",
    "boss-of-all, true, true",
    "books-and-south, true, false",
    "books-and-north, true, true",
    "system, true, true"
  })
  void anOpportunityIsItsTeams(String who, boolean reads, boolean changes) {
    assertThat(holds(Visibility.OPPORTUNITY_READABLE, ownAlone, who)).isEqualTo(reads);
    assertThat(holds(Visibility.OPPORTUNITY_EDITABLE, ownAlone, who)).isEqualTo(changes);
  }

  @ParameterizedTest
  @CsvSource({
    "sharer, true, true",
    "stranger, false, false",
    "other-manager, false, false",
    "predecessor, false, false"
  })
  void whatIsSharedIsTheirsToo(String who, boolean reads, boolean changes) {
    assertThat(holds(Visibility.OPPORTUNITY_READABLE, shared, who)).isEqualTo(reads);
    assertThat(holds(Visibility.OPPORTUNITY_EDITABLE, shared, who)).isEqualTo(changes);
  }

  @Test
  void whoHandedItOverForAWhileStillSeesItAndDoesNotChangeIt() {
    assertThat(holds(Visibility.OPPORTUNITY_READABLE, handedOver, "predecessor")).isTrue();
    assertThat(holds(Visibility.OPPORTUNITY_EDITABLE, handedOver, "predecessor")).isFalse();
    database.run("UPDATE reassignment SET ended_on = '2027-03-02'");
    assertThat(holds(Visibility.OPPORTUNITY_READABLE, handedOver, "predecessor")).isFalse();
  }

  @Test
  void whoHandedItOverForGoodDoesNotSeeItAnyMore() {
    database.run("UPDATE reassignment SET until = NULL");
    assertThat(holds(Visibility.OPPORTUNITY_READABLE, handedOver, "predecessor")).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "owner, true, true",
    "colleague, true, false",
    "stranger, false, false",
    "manager, true, true",
    "other-manager, false, false",
    "head, true, true",
    "loner, true, false",
    "controller, true, false",
    "administrator, true, true",
    "boss-of-all, true, true",
    "books-and-south, true, false",
    "books-and-north, true, true",
    "system, true, true"
  })
  void whatIsSomebodysAndIsNotSharedIsTheirTeamsToRead(String who, boolean reads, boolean changes) {
    assertThat(holds(Visibility.OWNED_READABLE, ownAlone, who)).isEqualTo(reads);
    assertThat(holds(Visibility.OWNED_EDITABLE, ownAlone, who)).isEqualTo(changes);
    // The actor's own word for a row that was read already is the same.
    Actor owner = people.get("owner");
    assertThat(people.get(who).mayChange(new Actor.Owner(owner.id(), owner.name(), owner.team())))
        .isEqualTo(changes);
  }

  @Test
  void onlyThoseWhoManageReadWhatIsTheCompanys() {
    for (String who : people.keySet()) {
      assertThat(holds(Visibility.MANAGERS, ownAlone, who))
          .as(who)
          .isEqualTo(people.get(who).roles().manages());
      assertThat(holds(Visibility.ANYBODY, ownAlone, who)).as(who).isTrue();
    }
  }

  @Test
  void aListOfWhatSomebodySeesHoldsWhatTheyAreAnsweredOneByOne() {
    List<OpportunityId> all = List.of(ownAlone, shared, handedOver);
    for (Actor actor : people.values()) {
      List<OpportunityId> listed =
          Visibility.bind(
                  database
                      .sql()
                      .sql(
                          "SELECT o.id FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE "
                              + Visibility.OPPORTUNITY_READABLE
                              + " ORDER BY o.id"),
                  actor)
              .query(OpportunityId.class)
              .list();
      assertThat(listed)
          .as(actor.login())
          .isEqualTo(
              all.stream()
                  .filter(id -> holds(Visibility.OPPORTUNITY_READABLE, id, actor.login()))
                  .toList());
    }
  }

  @Test
  void aRecordIsReadInOneStatementWithWhatMayBeDoneWithIt() {
    record Titled(String title) {}
    Seen<Titled> seen =
        Visibility.bind(
                database
                    .sql()
                    .sql(
                        "SELECT o.title, "
                            + Visibility.OPPORTUNITY_READABLE
                            + " AS readable, "
                            + Visibility.OPPORTUNITY_EDITABLE
                            + " AS editable FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE o.id = :id"),
                people.get("colleague"))
            .param("id", ownAlone)
            .query(Seen.of(Titled.class))
            .single();
    assertThat(seen).isEqualTo(new Seen<>(new Titled("own"), true, false));
  }
}
