package firmtally.server.platform.records;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Seen;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PriceRuleId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** The registry: one check for every kind, and none for what nobody registered. */
class RecordsTest {
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private Records records;
  private Actor owner;
  private Actor colleague;
  private Actor stranger;
  private Actor manager;
  private OpportunityId deal;
  private AccountId account;

  @BeforeEach
  void threeKinds() {
    records =
        new Records(
            List.of(
                new RecordKind(
                        "opportunity", "opportunity o JOIN person p ON p.id = o.owner_id", "o.id")
                    .called("o.number")
                    .owned()
                    .readable(Visibility.OPPORTUNITY_READABLE)
                    .editable(Visibility.OPPORTUNITY_EDITABLE)
                    .keepsFiles(),
                new RecordKind("account", "account a JOIN person p ON p.id = a.owner_id", "a.id")
                    .called("a.number")
                    .owned()
                    .readable(Visibility.ANYBODY)
                    .editable(Visibility.OWNED_EDITABLE),
                new RecordKind("price-rule", "price_rule x", "x.id")),
            database.sql());
    TestCompany company = new TestCompany(database);
    owner = company.person("owner", Role.REP, "North");
    colleague = company.person("colleague", Role.REP, "North");
    stranger = company.person("stranger", Role.REP, "South");
    manager = company.person("manager", Role.MANAGER, "North");
    account = company.account("Farm", owner);
    deal = company.opportunity("deal", owner, account, 100);
  }

  @Test
  void whoMayReadIsLetInAndWhoMayNotIsToldWhoseItIs() {
    assertThatCode(() -> records.checkReadable("opportunity", deal, colleague))
        .doesNotThrowAnyException();
    assertThatThrownBy(() -> records.checkReadable("opportunity", deal, stranger))
        .isInstanceOf(NotAllowed.class)
        .hasMessage(
            "O-deal belongs to owner of team North; you see what is your team’s. Ask them to share it with you.");
    assertThat(records.isReadable("opportunity", deal, stranger)).isFalse();
    assertThat(records.isReadable("account", account, stranger)).isTrue();
  }

  @Test
  void whoMayNotChangeIsToldWhoMay() {
    assertThatCode(() -> records.checkEditable("opportunity", deal, manager))
        .doesNotThrowAnyException();
    assertThatThrownBy(() -> records.checkEditable("opportunity", deal, colleague))
        .isInstanceOf(NotAllowed.class)
        .hasMessageStartingWith("Only owner, whoever it is shared with, or a manager may change");
    assertThatThrownBy(() -> records.checkEditable("opportunity", deal, stranger))
        .as("who may not read it learns no more than that")
        .hasMessageStartingWith("O-deal belongs to owner");
    assertThat(records.isEditable("account", account, colleague)).isFalse();
    assertThat(records.isEditable("account", account, owner)).isTrue();
  }

  @Test
  void aKindThatSaysNothingIsTheManagersAlone() {
    database.run(
        "INSERT INTO price_rule (id, code, scope, family, min_quantity, percent_off) VALUES (7, 'R', 'everyone', 'x', 0, 1)");
    assertThatCode(() -> records.checkEditable("price-rule", new PriceRuleId(7), manager))
        .doesNotThrowAnyException();
    assertThatThrownBy(() -> records.checkReadable("price-rule", new PriceRuleId(7), owner))
        .isInstanceOf(NotAllowed.class)
        .hasMessage("Only a manager may see this price rule.");
  }

  @Test
  void whatIsNotThereIsNotThereForAnybody() {
    assertThatThrownBy(() -> records.checkReadable("opportunity", new OpportunityId(999), manager))
        .isInstanceOf(NotThere.class);
    assertThatThrownBy(() -> records.checkReadable("mood", new RecordId(1), manager))
        .isInstanceOf(NotThere.class);
  }

  @Test
  void aRecordThatWasReadWithItsRightsIsCheckedWithoutAskingAgain() {
    Optional<Seen<String>> open = Optional.of(new Seen<>("deal", true, false));
    assertThat(
            database.statements(
                () ->
                    assertThat(records.readable("opportunity", deal, open, colleague))
                        .isEqualTo("deal")))
        .isZero();
    Optional<Seen<String>> closed = Optional.of(new Seen<>("deal", false, false));
    assertThatThrownBy(() -> records.readable("opportunity", deal, closed, stranger))
        .isInstanceOf(NotAllowed.class)
        .hasMessageStartingWith("O-deal belongs to owner");
    assertThatThrownBy(
            () ->
                records.readable(
                    "opportunity", new OpportunityId(999), Optional.<Seen<String>>empty(), owner))
        .isInstanceOf(NotThere.class);
  }

  @Test
  void ofAKindThatAnybodyReadsTheRecordAloneIsRead() {
    assertThat(
            database.statements(
                () ->
                    assertThat(
                            records.readable(
                                "account", account, stranger, () -> Optional.of("Farm")))
                        .isEqualTo("Farm")))
        .isZero();
    assertThatThrownBy(
            () ->
                records.readable(
                    "account", new AccountId(999), stranger, () -> Optional.<String>empty()))
        .isInstanceOf(NotThere.class);
    assertThatThrownBy(
            () -> records.readable("opportunity", deal, stranger, () -> Optional.of("deal")))
        .as("and of any other kind the rule is asked")
        .isInstanceOf(NotAllowed.class);
  }

  @Test
  void rowsThatNameARecordAreNarrowedByTheSameRule() {
    String named =
        "SELECT COUNT(*) FROM (SELECT 'opportunity' AS kind, "
            + deal
            + " AS id UNION ALL SELECT 'account', "
            + account
            + " UNION ALL SELECT 'unknown', 1) x WHERE "
            + records.readable("x.kind", "x.id");
    for (Actor actor : List.of(owner, colleague, manager, stranger)) {
      long seen = Visibility.bind(database.sql().sql(named), actor).query(Long.class).single();
      assertThat(seen)
          .as(actor.login())
          .isEqualTo(records.isReadable("opportunity", deal, actor) ? 2 : 1);
    }
  }

  @Test
  void aKindSaysItsNameInWordsAndWhetherItKeepsFiles() {
    assertThat(records.kind("price-rule").inWords()).isEqualTo("price rule");
    assertThat(records.kind("opportunity").hasFiles()).isTrue();
    assertThat(records.kind("account").hasFiles()).isFalse();
    assertThat(records.kinds()).hasSize(3);
  }
}
