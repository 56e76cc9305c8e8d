package firmtally.server.access;

import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Who sees and may change what, in one place. Each rule is a piece of SQL: lists bind it, and a
 * single record is checked by running the same piece for its id, so that the two cannot differ.
 *
 * <p>The pieces speak of a person {@code p}, whose the record is, and where it says so of an
 * opportunity {@code o}. {@link #bind} gives them what they ask for.
 */
public final class Visibility {
  /** Anybody who is signed in. */
  public static final String ANYBODY = "TRUE";

  /** Managers and administrators. */
  public static final String MANAGERS = ":isManager";

  /** Administrators alone. */
  public static final String ADMINISTRATORS = ":isAdministrator";

  /**
   * An opportunity, and everything that belongs to one: the owner's team sees it, whoever it is
   * shared with, and whoever handed it over for a while. Who is in no team, the credit controller
   * and the administrator see all.
   */
  public static final String OPPORTUNITY_READABLE =
      """
      (:sees = '' OR p.team = :sees OR o.owner_id = :me
       OR o.id IN (SELECT sh.opportunity_id FROM opportunity_share sh WHERE sh.person_id = :me)
       OR o.id IN (SELECT rr.record_id FROM reassignment ra JOIN reassignment_record rr ON rr.reassignment_id = ra.id
                   WHERE rr.record = 'opportunity' AND ra.from_id = :me AND ra.until IS NOT NULL AND ra.ended_on IS NULL))
      """;

  /** The owner changes it, whoever it is shared with, and the managers of the owner's team. */
  public static final String OPPORTUNITY_EDITABLE =
      """
      (o.owner_id = :me OR :managesAll OR p.team = :managesTeam
       OR EXISTS (SELECT 1 FROM opportunity_share sh WHERE sh.opportunity_id = o.id AND sh.person_id = :me))
      """;

  /** What is somebody's and is not shared: their team sees it. */
  public static final String OWNED_READABLE = "(:sees = '' OR p.team = :sees OR p.id = :me)";

  /** What is somebody's: they change it, and the managers of their team. */
  public static final String OWNED_EDITABLE =
      "(p.id = :me OR :managesAll OR p.team = :managesTeam)";

  private Visibility() {}

  /** Binds what the pieces ask for. */
  public static JdbcClient.StatementSpec bind(JdbcClient.StatementSpec statement, Actor actor) {
    boolean isTeamsManager =
        actor.roles().has(Role.MANAGER)
            && !actor.roles().has(Role.ADMINISTRATOR)
            && actor.team() != null;
    return statement
        .param("sees", actor.seesTeam())
        .param("me", actor.id())
        .param("isManager", actor.roles().manages())
        .param("isAdministrator", actor.roles().has(Role.ADMINISTRATOR))
        .param("managesAll", actor.roles().manages() && !isTeamsManager)
        .param("managesTeam", isTeamsManager ? actor.team() : null);
  }
}
