package firmtally.server.platform.database;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.ReassignmentId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.ids.WorksheetId;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * A small company in a {@link TestDatabase}: people, accounts, opportunities and their documents.
 */
public final class TestCompany {
  private static final String DAY = "2027-03-01";
  private final TestDatabase database;
  private ProcessId process;
  private StageId stage;

  public TestCompany(TestDatabase database) {
    this.database = database;
  }

  private JdbcClient.StatementSpec sql(String text) {
    return database.sql().sql(text);
  }

  private <T extends Id> T id(JdbcClient.StatementSpec insert, Class<T> kind) {
    return insert.query(kind).single();
  }

  /** Somebody who works there. */
  public Actor person(String login, Role role, String team) {
    PersonId id =
        database.act(
            () ->
                id(
                    sql("""
                        INSERT INTO person (login, name, email, team, password)
                        VALUES (:login, :login, :login || '@ours.example', :team, 'x') RETURNING id
                        """)
                        .param("login", login)
                        .param("team", team),
                    PersonId.class));
    database.act(
        () ->
            sql("INSERT INTO person_role (person_id, role) VALUES (:id, :role)")
                .param("id", id)
                .param("role", role)
                .update());
    return new Actor(id, login, login, login + "@ours.example", Roles.of(role), team);
  }

  public AccountId account(String name, Actor owner) {
    return database.act(
        () ->
            id(
                sql("""
                    INSERT INTO account (number, name, kind, status, owner_id)
                    VALUES ('A-' || :name, :name, 'company', 'customer', :owner) RETURNING id
                    """)
                    .param("name", name)
                    .param("owner", owner.id()),
                AccountId.class));
  }

  /** A process of one stage, made once. */
  public StageId stage() {
    if (stage == null) {
      database.act(
          () -> {
            process =
                id(
                    sql(
                        "INSERT INTO sales_process (name, kind) VALUES ('New', 'new') RETURNING id"),
                    ProcessId.class);
            stage =
                id(
                    sql("""
                        INSERT INTO stage (process_id, position, name, probability, usual_days)
                        VALUES (:process, 1, 'Qualified', 250000, 14) RETURNING id
                        """)
                        .param("process", process),
                    StageId.class);
          });
    }
    return stage;
  }

  private WorksheetId worksheet(long contract) {
    return id(
        sql("INSERT INTO worksheet (currency, contract) VALUES ('EUR', :contract) RETURNING id")
            .param("contract", contract),
        WorksheetId.class);
  }

  /** An open opportunity worth so many minor units. */
  public OpportunityId opportunity(String title, Actor owner, AccountId account, long value) {
    stage();
    return database.act(
        () ->
            id(
                sql("""
                    INSERT INTO opportunity (number, title, account_id, owner_id, process_id, stage_id, state, stage_since,
                      opened_on, expected_close, worksheet_id, touched_on)
                    VALUES ('O-' || :title, :title, :account, :owner, :process, :stage, 'open', :day, :day, '2027-04-15',
                      :worksheet, :day)
                    RETURNING id
                    """)
                    .param("title", title)
                    .param("account", account)
                    .param("owner", owner.id())
                    .param("process", process)
                    .param("stage", stage)
                    .param("day", DAY)
                    .param("worksheet", worksheet(value)),
                OpportunityId.class));
  }

  public void share(OpportunityId opportunity, Actor with) {
    database.act(
        () ->
            sql("""
                INSERT INTO opportunity_share (opportunity_id, person_id, part) VALUES (:id, :person, 200000)
                """)
                .param("id", opportunity)
                .param("person", with.id())
                .update());
  }

  /** Hands an opportunity over for a while: who had it before still sees it. */
  public void reassign(OpportunityId opportunity, Actor from, Actor to) {
    database.act(
        () -> {
          ReassignmentId reassignment =
              id(
                  sql("""
                      INSERT INTO reassignment (from_id, to_id, made_by, made_on, until)
                      VALUES (:from, :to, :to, :day, '2027-12-31') RETURNING id
                      """)
                      .param("from", from.id())
                      .param("to", to.id())
                      .param("day", DAY),
                  ReassignmentId.class);
          sql("""
              INSERT INTO reassignment_record (reassignment_id, record, record_id)
              VALUES (:reassignment, 'opportunity', :id)
              """)
              .param("reassignment", reassignment)
              .param("id", opportunity)
              .update();
          sql("UPDATE opportunity SET owner_id = :to WHERE id = :id")
              .param("to", to.id())
              .param("id", opportunity)
              .update();
        });
  }

  /** A quote, or an order that follows one. */
  public DocumentId document(
      String kind,
      String number,
      OpportunityId opportunity,
      AccountId account,
      Actor by,
      DocumentId follows) {
    return database.act(
        () ->
            id(
                sql("""
                    INSERT INTO document (kind, number, follows_id, opportunity_id, account_id, state, worksheet_id, made_by,
                      made_on)
                    VALUES (:kind, :number, :follows, :opportunity, :account, 'draft', :worksheet, :by, :day) RETURNING id
                    """)
                    .param("kind", kind)
                    .param("number", number)
                    .param("follows", follows)
                    .param("opportunity", opportunity)
                    .param("account", account)
                    .param("worksheet", worksheet(0))
                    .param("by", by.id())
                    .param("day", DAY),
                DocumentId.class));
  }
}
