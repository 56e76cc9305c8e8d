package firmtally.server.opportunity;

import firmtally.server.people.Actor;
import firmtally.server.platform.NotAllowed;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What somebody sees: their own, what is shared with them, and their team's; whoever belongs to no
 * team sees all.
 */
public final class Sight {
  /** Holds for an opportunity {@code o} of a person {@code p} that they see. */
  public static final String SEEN =
      """
      (:sees = '' OR p.team = :sees OR o.owner_id = :me
       OR EXISTS (SELECT 1 FROM opportunity_share sh WHERE sh.opportunity_id = o.id AND sh.person_id = :me))
      """;

  private Sight() {}

  /** Binds what {@link #SEEN} asks for. */
  public static JdbcClient.StatementSpec bind(JdbcClient.StatementSpec statement, Actor actor) {
    return statement.param("sees", actor.seesTeam()).param("me", actor.id());
  }

  static void check(Opportunity opportunity, boolean isShared, Actor actor) {
    String team = actor.seesTeam();
    boolean seen =
        team.isEmpty()
            || isShared
            || opportunity.ownerId() == actor.id()
            || team.equals(opportunity.ownerTeam());
    if (!seen) {
      throw new NotAllowed(
          opportunity.number()
              + " belongs to "
              + opportunity.ownerName()
              + (opportunity.ownerTeam() == null
                  ? ", who is in no team"
                  : " of team " + opportunity.ownerTeam())
              + "; you see what is your team’s. Ask them to share it with you.");
    }
  }
}
