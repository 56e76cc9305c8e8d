package firmtally.server.access;

import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the house. */
@Service
public class UserService {
  private static final int SHORTEST_PASSWORD = 8;
  private static final int LONGEST = 100;
  private static final int KEY_BYTES = 24;
  private static final SecureRandom RANDOM = new SecureRandom();
  private final UserStore store;
  private final PasswordEncoder passwords;
  private final ChangeLog log;
  private final String nobodysPassword;

  UserService(UserStore store, PasswordEncoder passwords, ChangeLog log) {
    this.store = store;
    this.passwords = passwords;
    this.log = log;
    this.nobodysPassword = passwords.encode("nobody");
  }

  /** A person to choose from. */
  public record UserView(long id, String name, String role, @MaybeNull String team) {}

  public List<UserView> list() {
    return store.list().stream()
        .map(p -> new UserView(p.id(), p.name(), p.role(), p.team()))
        .toList();
  }

  /** A person by their id. */
  public Actor get(long id) {
    return store
        .find(id)
        .map(UserStore.UserRow::actor)
        .orElseThrow(() -> new NotThere("person", id));
  }

  /** Who is asked to look after what nobody was given: a manager, else the administrator. */
  public Actor caretaker() {
    return store
        .caretaker()
        .map(UserStore.UserRow::actor)
        .orElseThrow(() -> new NotPossible("Nobody has been set up yet."));
  }

  /** The names of the teams. */
  public List<String> teams() {
    return store.teams();
  }

  /** Puts somebody into a team; blank takes them out of theirs. */
  @Transactional
  public void setTeam(long id, String team, Actor by) {
    Actor before = get(id);
    Input input = new Input();
    String name = input.optionalText("team", team, LONGEST);
    input.check();
    String after = name.isEmpty() ? null : name;
    store.setTeam(id, after);
    log.note(by.id(), "person", id, "team", before.team(), after);
  }

  /** The key of somebody's calendar, made when they first ask or when they want another. */
  @Transactional
  public String calendarKey(Actor actor, boolean anew) {
    Optional<String> key = anew ? Optional.empty() : store.calendarKey(actor.id());
    return key.orElseGet(
        () -> {
          byte[] random = new byte[KEY_BYTES];
          RANDOM.nextBytes(random);
          String made = HexFormat.of().formatHex(random);
          store.setCalendarKey(actor.id(), made);
          return made;
        });
  }

  /** Whose calendar a key opens. */
  public Optional<Actor> byCalendarKey(String key) {
    return store.findByCalendarKey(key).map(UserStore.UserRow::actor);
  }

  /** Whether nobody has been set up yet. */
  public boolean isEmpty() {
    return store.isEmpty();
  }

  Optional<Actor> signIn(String login, String password) {
    Optional<UserStore.UserRow> person = store.findByLogin(login);
    // As much work for a login that does not exist, so that time tells nothing.
    String encoded = person.map(UserStore.UserRow::password).orElse(nobodysPassword);
    boolean matches = passwords.matches(password, encoded);
    return person.filter(p -> matches).map(UserStore.UserRow::actor);
  }

  /** Adds a person; problems with name, login and password are gathered in the input. */
  @Transactional
  public long add(Input input, NewUser person) {
    String login = input.text("login", person.login(), LONGEST);
    String name = input.text("name", person.name(), LONGEST);
    String email = input.text("email", person.email(), LONGEST);
    String password = person.password() == null ? "" : person.password();
    if (password.length() < SHORTEST_PASSWORD) {
      input.refuse("password", "A password has at least " + SHORTEST_PASSWORD + " characters.");
    }
    if (store.findByLogin(login).isPresent()) {
      input.refuse("login", "Somebody has this sign-in name already.");
    }
    String team = input.optionalText("team", person.team(), LONGEST);
    input.check();
    return store.insert(
        login,
        name,
        email,
        person.role(),
        team.isEmpty() ? null : team,
        passwords.encode(password));
  }

  /** A person to be added; the password as typed. */
  public record NewUser(
      String login, String name, String email, Role role, String team, String password) {}
}
