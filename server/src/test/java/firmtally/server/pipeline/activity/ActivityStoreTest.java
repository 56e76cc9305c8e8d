package firmtally.server.pipeline.activity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.records.Records;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What stands in whose calendar. */
class ActivityStoreTest {
  private static final PersonId ANYBODY = new PersonId(0);
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private ActivityStore store;
  private Actor mara;
  private Actor nils;
  private Actor tom;
  private Actor head;
  private OpportunityId northern;
  private OpportunityId southern;

  @BeforeEach
  void twoTeams() {
    Records records = mock(Records.class);
    // As the registry says it: an opportunity is its team's.
    when(records.readable(any(), any()))
        .thenReturn(
            "x.record = 'opportunity' AND EXISTS (SELECT 1 FROM opportunity o JOIN person p ON p.id = o.owner_id"
                + " WHERE o.id = x.record_id AND (:sees = '' OR p.team = :sees))");
    store = new ActivityStore(database.sql(), records);
    TestCompany company = new TestCompany(database);
    mara = company.person("mara", Role.REP, "North");
    nils = company.person("nils", Role.REP, "North");
    tom = company.person("tom", Role.REP, "South");
    head = company.person("head", Role.MANAGER, null);
    AccountId account = company.account("Farm", mara);
    northern = company.opportunity("northern", mara, account, 100);
    southern = company.opportunity("southern", tom, account, 100);
    plan("Mara's", mara, northern, DAY, "10:30");
    plan("Nils's on a southern deal", nils, southern, DAY, null);
    plan("Tom's", tom, southern, DAY, "09:00");
    plan("Later", mara, northern, DAY.plusDays(40), null);
  }

  private void plan(
      String subject, Actor who, OpportunityId opportunity, LocalDate due, String time) {
    database.act(
        () ->
            database
                .sql()
                .sql(
                    """
                    INSERT INTO activity (kind, subject, due, at_time, person_id, opportunity_id)
                    VALUES ('call', :subject, :due, :time, :person, :opportunity)
                    """)
                .param("subject", subject)
                .param("due", due)
                .param("time", time)
                .param("person", who.id())
                .param("opportunity", opportunity)
                .update());
  }

  private List<String> calendar(Actor actor, PersonId person, String team, int most) {
    return store.calendar(DAY, DAY.plusDays(30), person, team, most, actor).stream()
        .map(ActivityService.Planned::subject)
        .toList();
  }

  @Test
  void oneSeesOnesOwnAndWhatTheTeamPlansOnWhatOneMayRead() {
    assertThat(calendar(mara, ANYBODY, "", 10)).containsExactly("Mara's");
    assertThat(calendar(nils, ANYBODY, "", 10))
        .containsExactly("Mara's", "Nils's on a southern deal");
    assertThat(calendar(tom, ANYBODY, "", 10)).containsExactly("Tom's");
    assertThat(calendar(head, ANYBODY, "", 10))
        .containsExactly("Tom's", "Mara's", "Nils's on a southern deal");
  }

  @Test
  void itIsNarrowedToAPersonOrATeam() {
    assertThat(calendar(head, tom.id(), "", 10)).containsExactly("Tom's");
    assertThat(calendar(head, ANYBODY, "North", 10))
        .containsExactly("Mara's", "Nils's on a southern deal");
    assertThat(calendar(mara, tom.id(), "", 10)).isEmpty();
  }

  @Test
  void theEarliestStandFirstAndNoMoreThanAreAskedFor() {
    assertThat(calendar(head, ANYBODY, "", 2)).containsExactly("Tom's", "Mara's");
  }
}
