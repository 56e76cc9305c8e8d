package firmtally.server.access;

import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/users")
class UserController {
  private final UserService people;

  UserController(UserService people) {
    this.people = people;
  }

  record NewUserForm(
      String login,
      String name,
      String email,
      String role,
      @MaybeNull String team,
      String password) {}

  record UserTeamForm(@MaybeNull String team) {}

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void add(@RequestBody NewUserForm typed, @SignedIn Actor actor) {
    checkAdministrates(actor, "add people");
    Input input = new Input();
    Role role = input.value("role", typed.role(), Role::of).orElse(Role.REP);
    people.add(
        input,
        new UserService.NewUser(
            typed.login(), typed.name(), typed.email(), role, typed.team(), typed.password()));
  }

  /** Puts somebody into a team, or into none; it holds from their next sign-in. */
  @PutMapping("/{id}/team")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setTeam(@PathVariable long id, @RequestBody UserTeamForm typed, @SignedIn Actor actor) {
    checkAdministrates(actor, "change teams");
    people.setTeam(id, typed.team(), actor);
  }

  private static void checkAdministrates(Actor actor, String what) {
    if (actor.role() != Role.ADMINISTRATOR) {
      throw new NotAllowed("Only an administrator may " + what + ".");
    }
  }

  @GetMapping
  List<UserService.UserView> list() {
    return people.list();
  }
}
