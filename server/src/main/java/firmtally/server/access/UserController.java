package firmtally.server.access;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/users")
class UserController {
  private final UserService users;
  private final SignInService signIn;
  private final SecondFactorService factors;
  private final PasswordLinks links;
  private final Sessions sessions;
  private final Idempotency once;

  UserController(
      UserService users,
      SignInService signIn,
      SecondFactorService factors,
      PasswordLinks links,
      Sessions sessions,
      Idempotency once) {
    this.users = users;
    this.signIn = signIn;
    this.factors = factors;
    this.links = links;
    this.sessions = sessions;
    this.once = once;
  }

  /**
   * A user to be added.
   *
   * @param password an initial one; null for who is invited by email to choose it
   */
  record NewUserForm(
      String login,
      String name,
      String email,
      List<String> roles,
      @MaybeNull String team,
      @MaybeNull String password) {}

  record UserAdded(PersonId id) {}

  record NewPassword(String password) {}

  /** Whom one can choose as an owner or colleague. */
  @GetMapping
  List<UserService.UserView> list(@SignedIn Actor actor) {
    return users.list();
  }

  @PostMapping
  UserAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody NewUserForm typed,
      @SignedIn Actor actor) {
    actor.checkAdministrates();
    Input input = new Input();
    Roles roles = UserService.roles(input, typed.roles());
    UserService.NewUser user =
        new UserService.NewUser(
            typed.login(), typed.name(), typed.email(), roles, typed.team(), typed.password());
    return new UserAdded(
        once.once(key, actor.id(), "add-user", "", PersonId::new, () -> add(input, user, actor)));
  }

  private PersonId add(Input input, UserService.NewUser user, Actor actor) {
    PersonId id = users.add(input, user, actor);
    if (user.password() == null) {
      links.invite(id, actor);
    }
    return id;
  }

  /** Sends a link by email with which somebody chooses a password: an invitation, or anew. */
  @PostMapping("/{id}/password-link")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void sendLink(@PathVariable PersonId id, @SignedIn Actor actor) {
    links.send(id, actor);
  }

  /** Takes somebody's second factor away, who lost it; they can set up another one. */
  @DeleteMapping("/{id}/second-factor")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeSecondFactor(@PathVariable PersonId id, @SignedIn Actor actor) {
    actor.checkAdministrates();
    factors.remove(id, actor);
  }

  /** Changes somebody's name, email, roles and team; it holds from their next request on. */
  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable PersonId id,
      @RequestHeader("If-Match") String version,
      @RequestBody UserService.UserForm typed,
      @SignedIn Actor actor) {
    users.change(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/reactivated")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reactivate(@PathVariable PersonId id, @SignedIn Actor actor) {
    users.setActive(id, true, actor);
  }

  /** Sets somebody's password; their sessions are over at once. */
  @PutMapping("/{id}/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void resetPassword(
      @PathVariable PersonId id, @RequestBody NewPassword typed, @SignedIn Actor actor) {
    signIn.resetPassword(id, typed.password(), actor);
  }

  /**
   * How somebody gets in.
   *
   * @param secondFactor whether they have one
   */
  record UserSessions(boolean secondFactor, List<Sessions.SessionRow> sessions) {}

  /** Where somebody is signed in, and with what. */
  @GetMapping("/{id}/sessions")
  UserSessions sessions(@PathVariable PersonId id, @SignedIn Actor actor) {
    actor.checkAdministrates();
    return new UserSessions(
        users.row(id).hasSecondFactor(), sessions.of(id, users.sessionNumber(id), null));
  }

  /** Ends every session of somebody. */
  @DeleteMapping("/{id}/sessions")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void endSessions(@PathVariable PersonId id, @SignedIn Actor actor) {
    users.endSessions(id, actor);
  }
}
