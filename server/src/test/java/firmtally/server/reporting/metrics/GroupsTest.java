package firmtally.server.reporting.metrics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.BadInput;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Opportunities grouped by every dimension, with sums that are exact. */
class GroupsTest {
  private static final CurrencyUnit EUR = CurrencyUnit.EUR;
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private Groups groups;
  private Actor northern;
  private Actor head;
  private OpportunityId small;
  private OpportunityId large;

  @BeforeEach
  void threeOpportunitiesOfTwoTeams() {
    groups = new Groups(database.sql());
    TestCompany company = new TestCompany(database);
    northern = company.person("northern", Role.REP, "North");
    Actor southern = company.person("southern", Role.REP, "South");
    head = company.person("head", Role.MANAGER, null);
    AccountId farm = company.account("Farm", northern);
    AccountId mill = company.account("Mill", southern);
    database.run("UPDATE account SET industry = lower(name), town = 'Saltmere'");
    small = company.opportunity("small", northern, farm, 10_001);
    large = company.opportunity("large", southern, mill, 30_000);
    OpportunityId won = company.opportunity("won", northern, farm, 5_000);
    database.run(
        "UPDATE opportunity SET state = 'won', won_amount = 4800, closed_on = '2027-02-10' WHERE id = "
            + won);
    database.run("UPDATE opportunity SET own_probability = 333333 WHERE id = " + small);
  }

  private List<Groups.Group> by(String dimension, Where where, Actor actor) {
    return groups.of(
        OpportunityMetrics.dimension(dimension),
        List.of(OpportunityMetrics.WORTH, OpportunityMetrics.COUNT, OpportunityMetrics.WEIGHTED),
        where,
        actor);
  }

  private static Where open() {
    return new Where().and("o.state = 'open'");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "owner",
        "team",
        "stage",
        "process",
        "month",
        "account",
        "industry",
        "town",
        "state",
        "priority",
        "interest",
        "business",
        "source",
        "campaign",
        "reason",
        "tag",
        "competitor"
      })
  void whateverTheyAreGatheredByTheSumsAreOfAll(String dimension) {
    List<Groups.Group> all = by(dimension, new Where(), head);
    assertThat(all.stream().mapToLong(g -> g.sum(OpportunityMetrics.COUNT)).sum()).isEqualTo(3);
    assertThat(all.stream().mapToLong(g -> g.sum(OpportunityMetrics.WORTH)).sum())
        .isEqualTo(44_801);
  }

  @ParameterizedTest
  @CsvSource({
    "owner, southern 30000; northern 10001",
    "team, South 30000; North 10001",
    "account, Mill 30000; Farm 10001",
    "industry, mill 30000; farm 10001",
    "town, Saltmere 40001",
    "stage, Qualified 40001",
    "process, New 40001",
    "state, open 40001",
    "month, 2027-04 40001"
  })
  void theLargestGroupStandsFirstUnderItsName(String dimension, String wanted) {
    assertThat(
            by(dimension, open(), head).stream()
                .map(g -> g.label() + " " + g.sum(OpportunityMetrics.WORTH))
                .toList())
        .containsExactly(wanted.split("; "));
  }

  @Test
  void monthsStandInTheirOrderAndNotByTheirSums() {
    assertThat(by("month", new Where(), head))
        .extracting(Groups.Group::key)
        .containsExactly("2027-02", "2027-04");
  }

  @Test
  void whatIsWeightedIsSummedExactlyAndRoundedOnce() {
    Groups.Group all = by("town", open(), head).get(0);
    // 100.01 × 33.3333 % + 300.00 × 25 % = 33.3366… + 75.00
    assertThat(all.sum(OpportunityMetrics.WEIGHTED))
        .isEqualTo(10_001L * 333_333 + 30_000L * 250_000);
    assertThat(OpportunityMetrics.WEIGHTED.money(EUR, all.sum(OpportunityMetrics.WEIGHTED)))
        .hasToString("EUR 108.34");
    assertThat(OpportunityMetrics.WORTH.money(EUR, all.sum(OpportunityMetrics.WORTH)))
        .hasToString("EUR 400.01");
  }

  @Test
  void whatIsWonIsSureAndWhatIsLostIsNothing() {
    database.run(
        "UPDATE opportunity SET state = 'lost', closed_on = '2027-03-02' WHERE id = " + large);
    assertThat(by("state", new Where(), head))
        .extracting(Groups.Group::key, g -> g.sum(OpportunityMetrics.WEIGHTED))
        .containsExactlyInAnyOrder(
            org.assertj.core.groups.Tuple.tuple("open", 10_001L * 333_333),
            org.assertj.core.groups.Tuple.tuple("won", 4_800L * 1_000_000),
            org.assertj.core.groups.Tuple.tuple("lost", 0L));
  }

  @Test
  void anOpportunityWithTwoTagsStandsInBothGroups() {
    database.run(
        "INSERT INTO opportunity_tag (opportunity_id, tag) VALUES (" + small + ", 'spring')");
    database.run(
        "INSERT INTO opportunity_tag (opportunity_id, tag) VALUES (" + small + ", 'fair')");
    assertThat(by("tag", open(), head))
        .extracting(Groups.Group::label)
        .containsExactly("", "fair", "spring");
  }

  @Test
  void nobodySumsWhatTheyDoNotSee() {
    assertThat(by("team", new Where(), northern))
        .extracting(Groups.Group::label)
        .containsExactly("North");
    Groups.Group own =
        groups
            .of(
                OpportunityMetrics.dimension("owner"),
                List.of(
                    OpportunityMetrics.WON,
                    OpportunityMetrics.OPEN,
                    OpportunityMetrics.WON_COUNT,
                    OpportunityMetrics.LOST_COUNT),
                new Where(),
                northern)
            .get(0);
    assertThat(own.sum(OpportunityMetrics.WON)).isEqualTo(4_800);
    assertThat(own.sum(OpportunityMetrics.OPEN)).isEqualTo(10_001);
    assertThat(own.sum(OpportunityMetrics.WON_COUNT)).isEqualTo(1);
    assertThat(own.sum(OpportunityMetrics.LOST_COUNT)).isZero();
  }

  @Test
  void onlyWhatIsSpokenOfStandsBesideTheOpportunity() {
    assertThat(OpportunityMetrics.from("SELECT o.id")).isEqualTo("FROM opportunity o\n");
    assertThat(OpportunityMetrics.from("SELECT sp.name, o.id"))
        .contains("JOIN sales_process sp")
        .doesNotContain("JOIN stage", "JOIN person", "JOIN account");
    assertThat(OpportunityMetrics.from("p.team = 'x' AND a.town = 'y'"))
        .contains("JOIN person p", "JOIN account a");
  }

  @Test
  void aDimensionThatIsNoneIsRefusedByName() {
    assertThatThrownBy(() -> OpportunityMetrics.dimension("mood"))
        .isInstanceOf(BadInput.class)
        .extracting(e -> ((BadInput) e).problems().get(0).message())
        .isEqualTo("A list is not grouped by mood.");
    assertThatThrownBy(() -> OpportunityMetrics.COUNT.money(EUR, 3))
        .hasMessage("count is no amount");
  }
}
