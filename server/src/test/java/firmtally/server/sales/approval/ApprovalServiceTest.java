package firmtally.server.sales.approval;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.UserService;
import firmtally.server.access.absence.AbsenceService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Who answers what is asked, and that nobody answers themselves. */
class ApprovalServiceTest {
  private static final Clock MORNING =
      Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final UserService users = mock(UserService.class);
  private final AbsenceService absences = mock(AbsenceService.class);
  private ApprovalService approvals;
  private Actor owner;
  private Actor maker;
  private Actor manager;
  private Actor otherManager;
  private Actor controller;
  private Actor administrator;
  private DocumentId quote;
  private DocumentId order;

  @BeforeEach
  void aDealWithAQuoteAndAnOrder() {
    approvals =
        new ApprovalService(
            new ApprovalStore(database.sql()),
            mock(Records.class),
            users,
            absences,
            mock(ChangeLog.class),
            MORNING);
    when(users.hasActive(any())).thenReturn(true);
    TestCompany company = new TestCompany(database);
    owner = company.person("owner", Role.REP, "North");
    maker = company.person("maker", Role.MANAGER, "North");
    manager = company.person("manager", Role.MANAGER, "North");
    otherManager = company.person("other", Role.MANAGER, "South");
    controller = company.person("controller", Role.CREDIT_CONTROLLER, null);
    administrator = company.person("administrator", Role.ADMINISTRATOR, null);
    AccountId account = company.account("Farm", owner);
    OpportunityId deal = company.opportunity("deal", owner, account, 100);
    quote = company.document("quote", "Q-1", deal, account, maker, null);
    order = company.document("order", "S-1", deal, account, owner, quote);
  }

  private ApprovalId ask(String kind, DocumentId document, String reason, String role, Actor by) {
    return database.act(
        () ->
            approvals.ask(
                ApprovalService.Asked.of(
                    kind, document, reason, role, "in words", "", 3, Optional.of("{sheet}")),
                by));
  }

  private void answer(ApprovalId id, boolean yes, String comment, Actor by) {
    database.act(() -> approvals.answer(id, yes, comment, by));
  }

  private boolean answerAll(DocumentId document, boolean yes, String comment, Actor by) {
    return database.act(() -> approvals.answerAll(document, yes, comment, by));
  }

  @Test
  void whoeverStandsInForAManagerAnswersButNotWhatTheyAskedFor() {
    Actor deputy = new TestCompany(database).person("deputy", Role.REP, "North");
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "sign-off", "manager", owner);
    assertThatThrownBy(() -> answer(asked, true, "", deputy)).isInstanceOf(NotAllowed.class);
    when(absences.standsInFor(deputy)).thenReturn(List.of(manager));
    when(absences.standsInFor(owner)).thenReturn(List.of(manager));
    assertThatThrownBy(() -> answer(asked, true, "", owner)).isInstanceOf(NotAllowed.class);
    answer(asked, true, "", deputy);
    assertThat(approvals.of(quote).get(0).answer()).isEqualTo("yes");
  }

  @Test
  void aLevelAboveTheManagersIsTheAdministrators() {
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "sign-off", "administrator", owner);
    assertThatThrownBy(() -> answer(asked, true, "", manager)).isInstanceOf(NotAllowed.class);
    answer(asked, true, "", administrator);
    assertThat(approvals.of(quote).get(0).answer()).isEqualTo("yes");
  }

  @Test
  void aSignOffIsAnsweredByAManagerOfTheOwnersTeamWhoHasNoPartInIt() {
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "discount", "manager", owner);
    for (Actor none : List.of(owner, otherManager, controller)) {
      assertThatThrownBy(() -> answer(asked, true, "", none))
          .as(none.login())
          .isInstanceOf(NotAllowed.class)
          .hasMessage("This is to be answered by: manager.");
    }
    assertThatThrownBy(() -> answer(asked, true, "", maker))
        .isInstanceOf(NotAllowed.class)
        .hasMessage("This is your own deal or document; somebody else has to answer it.");
    answer(asked, true, "Go.", manager);
    Approval answered = approvals.of(quote).get(0);
    assertThat(answered.answer()).isEqualTo("yes");
    assertThat(answered.answeredByName()).isEqualTo("manager");
    assertThat(answered.comment()).isEqualTo("Go.");
    assertThat(answered.isOpen()).isFalse();
  }

  @Test
  void whoAsksDoesNotAnswer() {
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "discount", "manager", manager);
    assertThatThrownBy(() -> answer(asked, true, "", manager))
        .hasMessage("You asked for this; somebody else has to answer it.");
    answer(asked, true, "", administrator);
  }

  @Test
  void noNeedsAReasonAndYesDoesNot() {
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "discount", "manager", owner);
    assertThatThrownBy(() -> answer(asked, false, " ", manager)).isInstanceOf(BadInput.class);
    answer(asked, false, "Too deep for them.", manager);
    assertThat(approvals.of(quote).get(0).answer()).isEqualTo("no");
    assertThat(approvals.given(quote)).isEmpty();
  }

  @Test
  void itIsAnsweredOnce() {
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "discount", "manager", owner);
    answer(asked, true, "", manager);
    assertThatThrownBy(() -> answer(asked, false, "Late.", administrator))
        .isInstanceOf(NotPossible.class)
        .hasMessage("This was answered already.");
    assertThatThrownBy(() -> answer(new ApprovalId(999), true, "", manager))
        .isInstanceOf(NotThere.class);
  }

  @Test
  void aSignOffIsForTheLinesAsTheyWere() {
    ApprovalId asked = ask(ApprovalService.SIGN_OFF, quote, "discount", "manager", owner);
    assertThat(approvals.given(quote)).isEmpty();
    answer(asked, true, "", manager);
    assertThat(approvals.given(quote))
        .containsExactly(new ApprovalService.Given("manager", "{sheet}"));
    assertThat(approvals.given(order)).isEmpty();
  }

  @Test
  void aHoldIsAnsweredWhereItsOrderIsReleased() {
    ApprovalId asked = ask(ApprovalService.HOLD, order, "credit", "credit-controller", owner);
    assertThatThrownBy(() -> answer(asked, true, "", controller))
        .isInstanceOf(NotPossible.class)
        .hasMessage("A hold is answered where its order is released.");
  }

  @Test
  void eachHoldIsLetGoByWhoseItIs() {
    ask(ApprovalService.HOLD, order, "credit", "credit-controller", owner);
    ask(ApprovalService.HOLD, order, "margin", "manager", owner);
    assertThatThrownBy(() -> answerAll(order, true, "Paid.", otherManager))
        .isInstanceOf(NotAllowed.class);
    assertThat(answerAll(order, true, "Paid.", controller))
        .as("the margin still holds it")
        .isFalse();
    assertThatThrownBy(() -> answerAll(order, true, "Again.", controller))
        .isInstanceOf(NotAllowed.class)
        .hasMessage("This is to be answered by: manager.");
    // Whoever made the quote that the order follows has a part in it too.
    assertThatThrownBy(() -> answerAll(order, true, "Mine.", maker))
        .hasMessageContaining("your own deal or document");
    assertThat(answerAll(order, true, "Fine.", manager)).isTrue();
    assertThatThrownBy(() -> answerAll(order, true, "More.", manager))
        .isInstanceOf(NotPossible.class);
  }

  @Test
  void aReleaseWantsAReasonThatCanBeAnsweredForLater() {
    ask(ApprovalService.HOLD, order, "credit", "credit-controller", owner);
    assertThatThrownBy(() -> answerAll(order, true, "", controller)).isInstanceOf(BadInput.class);
    assertThat(approvals.of(order).get(0).isOpen()).isTrue();
  }

  @Test
  void theAdministratorLetsCreditGoOnlyWhereNobodyElseCould() {
    ask(ApprovalService.HOLD, order, "credit", "credit-controller", owner);
    assertThatThrownBy(() -> answerAll(order, true, "Me.", administrator))
        .isInstanceOf(NotAllowed.class)
        .hasMessage("This is to be answered by: credit controller.");
    when(users.hasActive(Role.CREDIT_CONTROLLER)).thenReturn(false);
    assertThat(answerAll(order, true, "Nobody else is here.", administrator)).isTrue();
  }

  @Test
  void aCauseThatIsGoneClearsItsHoldAndNoOther() {
    ask(ApprovalService.HOLD, order, "po-number", "rep", owner);
    ask(ApprovalService.HOLD, order, "credit", "credit-controller", owner);
    assertThat(database.<Boolean>act(() -> approvals.clear(order, "po-number", "PO-7", owner)))
        .isFalse();
    assertThat(approvals.of(order)).extracting(Approval::answer).containsExactly("cleared", null);
    assertThat(database.<Boolean>act(() -> approvals.clear(order, "credit", "Paid", controller)))
        .isTrue();
  }

  @Test
  void aScreenSaysWhoMayAnswer() {
    ask(ApprovalService.SIGN_OFF, quote, "discount", "manager", owner);
    assertThat(approvals.views(quote, manager).get(0).mayAnswer()).isTrue();
    assertThat(approvals.views(quote, owner).get(0).mayAnswer()).isFalse();
    assertThat(approvals.views(quote, maker).get(0).mayAnswer()).isFalse();
    answer(approvals.of(quote).get(0).id(), true, "", manager);
    assertThat(approvals.views(quote, administrator).get(0).mayAnswer()).isFalse();
    assertThat(approvals.views(order, manager)).isEmpty();
  }
}
