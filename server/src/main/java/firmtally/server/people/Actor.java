package firmtally.server.people;

import firmtally.server.platform.NotAllowed;
import java.io.Serializable;

/** The person who is signed in and acts. */
public record Actor(long id, String login, String name, String mail, Role role)
    implements Serializable {
  /** Whether they may change what belongs to a rep: the rep themselves and managers may. */
  public boolean mayChange(long ownerId) {
    return id == ownerId || role.manages();
  }

  /**
   * Refuses unless they may change what belongs to a rep.
   *
   * @param what in words, such as "this opportunity"
   */
  public void checkMayChange(long ownerId, String ownerName, String what) {
    if (!mayChange(ownerId)) {
      throw new NotAllowed(
          "Only " + ownerName + " or a manager may change " + what + "; you can read it.");
    }
  }

  /** Refuses those who do not manage. */
  public void checkManages() {
    if (!role.manages()) {
      throw new NotAllowed("Only a manager or an administrator may do this.");
    }
  }

  /** Refuses those who do not sell. */
  public void checkSells() {
    if (role == Role.CREDIT_CONTROLLER) {
      throw new NotAllowed("Only reps and managers may do this.");
    }
  }
}
