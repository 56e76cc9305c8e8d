package firmtally.server.access;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.NotAllowed;

/**
 * The person who is signed in and acts.
 *
 * @param team null for somebody who belongs to no team
 */
public record Actor(
    PersonId id, String login, String name, String email, Roles roles, String team) {
  /** What the company does by itself: what comes due, what comes in by the web form. */
  public static final Actor SYSTEM =
      new Actor(new PersonId(0), "system", "Firm Tally", "", Roles.of(Role.SYSTEM), null);

  /** Whether it is the company itself, doing what comes due. */
  public boolean isSystem() {
    return roles.has(Role.SYSTEM);
  }

  /** Whose a record is. */
  public record Owner(PersonId id, String name, String team) {}

  /** Whether they act for everybody of a team: a manager without a team does for all. */
  public boolean manages(String ofTeam) {
    return roles.has(Role.ADMINISTRATOR)
        || isSystem()
        || roles.has(Role.MANAGER) && (team == null || team.equals(ofTeam));
  }

  /**
   * Whether they may change what belongs to a rep and is not shared: the rep themselves and their
   * managers may. It says what {@link Visibility#OWNED_EDITABLE} says, for a row that is read
   * already.
   */
  public boolean mayChange(Owner owner) {
    return id.equals(owner.id()) || manages(owner.team());
  }

  /**
   * The only team whose records they see beside their own and the shared ones; blank for somebody
   * who sees all: who belongs to no team, the credit controller and the administrator.
   */
  public String seesTeam() {
    boolean seesAll =
        team == null || roles.has(Role.CREDIT_CONTROLLER) || roles.has(Role.ADMINISTRATOR);
    return seesAll ? "" : team;
  }

  /** Whether costs and margins are shown to them. */
  public boolean seesCosts() {
    return roles.seesCosts();
  }

  /** Refuses whoever is shown no costs. */
  public void checkSeesCosts() {
    if (!seesCosts()) {
      throw new NotAllowed("Costs are shown to those who sell and who manage.");
    }
  }

  /** Refuses those who do not administrate. */
  public void checkAdministrates() {
    if (!roles.has(Role.ADMINISTRATOR)) {
      throw new NotAllowed("Only an administrator may do this.");
    }
  }

  /** Refuses those who do not keep the books. */
  public void checkKeepsBooks() {
    if (!roles.keepsBooks()) {
      throw new NotAllowed("Only a credit controller or an administrator may do this.");
    }
  }

  /** Refuses those who do not manage. */
  public void checkManages() {
    if (!roles.manages()) {
      throw new NotAllowed("Only a manager or an administrator may do this.");
    }
  }

  /** Refuses those who do not sell. */
  public void checkSells() {
    if (!roles.sells()) {
      throw new NotAllowed("Only reps and managers may do this.");
    }
  }
}
