package firmtally.server.platform.database;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * A small company in a {@link TestDatabase}: people, accounts, opportunities and their documents.
 */
public final class TestCompany {
  private static final String DAY = "2027-03-01";
  private final TestDatabase database;
  private long process;
  private long stage;

  public TestCompany(TestDatabase database) {
    this.database = database;
  }

  private JdbcClient.StatementSpec sql(String text) {
    return database.sql().sql(text);
  }

  private long id(JdbcClient.StatementSpec insert) {
    return insert.query(Long.class).single();
  }

  /** Somebody who works there. */
  public Actor person(String login, Role role, String team) {
    long id =
        database.act(
            () ->
                id(
                    sql("""
                        INSERT INTO person (login, name, email, role, team, password)
                        VALUES (:login, :login, :login || '@ours.example', :role, :team, 'x') RETURNING id
                        """)
                        .param("login", login)
                        .param("role", role)
                        .param("team", team)));
    return new Actor(id, login, login, login + "@ours.example", role, team);
  }

  public long account(String name, Actor owner) {
    return database.act(
        () ->
            id(
                sql("""
                    INSERT INTO account (number, name, kind, status, owner_id)
                    VALUES ('A-' || :name, :name, 'company', 'customer', :owner) RETURNING id
                    """)
                    .param("name", name)
                    .param("owner", owner.id())));
  }

  /** A process of one stage, made once. */
  public long stage() {
    if (stage == 0) {
      database.act(
          () -> {
            process =
                id(
                    sql(
                        "INSERT INTO sales_process (name, kind) VALUES ('New', 'new') RETURNING id"));
            stage =
                id(
                    sql("""
                        INSERT INTO stage (process_id, position, name, probability, usual_days)
                        VALUES (:process, 1, 'First talk', 250000, 14) RETURNING id
                        """)
                        .param("process", process));
          });
    }
    return stage;
  }

  private long worksheet(long contract) {
    return id(
        sql("INSERT INTO worksheet (currency, contract) VALUES ('EUR', :contract) RETURNING id")
            .param("contract", contract));
  }

  /** An open opportunity worth so many minor units. */
  public long opportunity(String title, Actor owner, long account, long value) {
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
                    .param("worksheet", worksheet(value))));
  }

  public void share(long opportunity, Actor with) {
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
  public void reassign(long opportunity, Actor from, Actor to) {
    database.act(
        () -> {
          long reassignment =
              id(
                  sql("""
                      INSERT INTO reassignment (from_id, to_id, made_by, made_on, until)
                      VALUES (:from, :to, :to, :day, '2027-12-31') RETURNING id
                      """)
                      .param("from", from.id())
                      .param("to", to.id())
                      .param("day", DAY));
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
  public long document(
      String kind, String number, long opportunity, long account, Actor by, Long follows) {
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
                    .param("day", DAY)));
  }
}
