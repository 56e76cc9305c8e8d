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
  private final Idempotency once;

  UserController(UserService users, Idempotency once) {
    this.users = users;
    this.once = once;
  }

  record NewUserForm(
      String login,
      String name,
      String email,
      String role,
      @MaybeNull String team,
      String password) {}

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
    Role role = UserService.roleOf(input, typed.role());
    UserService.NewUser user =
        new UserService.NewUser(
            typed.login(), typed.name(), typed.email(), role, typed.team(), typed.password());
    return new UserAdded(
        once.once(
            key, actor.id(), "add-user", "", PersonId::new, () -> users.add(input, user, actor)));
  }

  /** Changes somebody's name, email, role and team; it holds from their next request on. */
  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable PersonId id,
      @RequestHeader("If-Match") String version,
      @RequestBody UserService.UserForm typed,
      @SignedIn Actor actor) {
    users.change(id, Versions.of(version), typed, actor);
  }

  /** Shuts somebody out; their sessions are over at once. */
  @PostMapping("/{id}/deactivated")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void deactivate(@PathVariable PersonId id, @SignedIn Actor actor) {
    users.setActive(id, false, actor);
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
    users.resetPassword(id, typed.password(), actor);
  }

  /** Ends every session of somebody. */
  @DeleteMapping("/{id}/sessions")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void endSessions(@PathVariable PersonId id, @SignedIn Actor actor) {
    users.endSessions(id, actor);
  }
}
