package firmtally.server.access;

import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What somebody sees: their own, what is shared with them, and their team's; whoever belongs to no
 * team sees all.
 */
public final class Visibility {
  /** Holds for an opportunity {@code o} of a person {@code p} that they see. */
  public static final String SEEN =
      """
      (:sees = '' OR p.team = :sees OR o.owner_id = :me
       OR EXISTS (SELECT 1 FROM opportunity_share sh WHERE sh.opportunity_id = o.id AND sh.person_id = :me))
      """;

  private Visibility() {}

  /** Binds what {@link #SEEN} asks for. */
  public static JdbcClient.StatementSpec bind(JdbcClient.StatementSpec statement, Actor actor) {
    return statement.param("sees", actor.seesTeam()).param("me", actor.id());
  }
}
