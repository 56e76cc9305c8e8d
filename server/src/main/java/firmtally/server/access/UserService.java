package firmtally.server.access;

import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The users: who they are, what they may, and whether they still may. They are asked for at every
 * request, so they are remembered until one of them changes.
 */
@Service
public class UserService {
  private static final String USER = "user";
  private static final int LONGEST = 100;
  private static final int KEY_BYTES = 24;
  private static final SecureRandom RANDOM = new SecureRandom();
  private final UserStore store;
  private final PasswordEncoder passwords;
  private final ChangeLog log;
  private final Events events;
  private final Clock clock;
  private final Remembered<Map<PersonId, UserStore.UserRow>> users;

  UserService(
      UserStore store, PasswordEncoder passwords, ChangeLog log, Events events, Clock clock) {
    this.store = store;
    this.passwords = passwords;
    this.log = log;
    this.events = events;
    this.clock = clock;
    this.users = new Remembered<>(this::read);
  }

  private Map<PersonId, UserStore.UserRow> read() {
    Map<PersonId, UserStore.UserRow> byId = new LinkedHashMap<>();
    store.list().forEach(row -> byId.put(row.id(), row));
    return byId;
  }

  /**
   * A user to choose from.
   *
   * @param roles one or several
   * @param active whether they can sign in
   * @param invited whether they have not chosen a password yet
   */
  public record UserView(
      PersonId id,
      String name,
      String email,
      List<String> roles,
      @MaybeNull String team,
      String phone,
      boolean active,
      boolean invited,
      long version) {}

  /** What is remembered is read anew, and streams of sessions that are over end. */
  void usersChanged() {
    users.forget();
    events.sessionsChanged();
  }

  private List<UserStore.UserRow> people() {
    return users.get().values().stream().filter(row -> !row.isSystem()).toList();
  }

  /** Every user, who can no longer sign in with them, by name. */
  public List<UserView> list() {
    return people().stream()
        .map(
            u ->
                new UserView(
                    u.id(),
                    u.name(),
                    u.email(),
                    u.actor().roles().words(),
                    u.team(),
                    u.phone(),
                    u.isActive(),
                    u.invitedAt() != null,
                    u.version()))
        .toList();
  }

  /** Whether there is an active user of an id. */
  public boolean isActive(PersonId id) {
    return Optional.ofNullable(users.get().get(id)).filter(UserStore.UserRow::isActive).isPresent();
  }

  /** Whether somebody was invited and has not chosen a password. */
  public boolean isInvited(PersonId id) {
    return row(id).invitedAt() != null;
  }

  /** Whether any active user has a role. */
  public boolean hasActive(Role role) {
    return people().stream().anyMatch(u -> u.isActive() && u.actor().roles().has(role));
  }

  /** A user by their id. */
  public Actor get(PersonId id) {
    return row(id).actor();
  }

  /** How a user is reached, as papers and customers have it. */
  public record Reached(String name, String email, String phone) {}

  /** How a user is reached. */
  public Reached contactOf(PersonId id) {
    UserStore.UserRow row = row(id);
    return new Reached(row.name(), row.email(), row.phone());
  }

  UserStore.UserRow row(PersonId id) {
    return Optional.ofNullable(users.get().get(id)).orElseThrow(() -> new NotThere(USER, id));
  }

  /** Who a session belongs to now; empty when it is over. */
  Optional<Actor> of(SessionUser session) {
    return Optional.ofNullable(users.get().get(session.id()))
        .filter(UserStore.UserRow::isActive)
        .filter(row -> row.sessionNumber() == session.number())
        .map(UserStore.UserRow::actor);
  }

  /** The number of somebody's sessions: those that began with another one are over. */
  long sessionNumber(PersonId id) {
    return row(id).sessionNumber();
  }

  /** Who is asked to look after what nobody was given: a manager, else the administrator. */
  public Actor caretaker() {
    return people().stream()
        .filter(UserStore.UserRow::isActive)
        .map(UserStore.UserRow::actor)
        .filter(actor -> actor.roles().manages())
        .min(
            Comparator.comparing((Actor a) -> !a.roles().has(Role.MANAGER))
                .thenComparing(a -> a.id().value()))
        .orElseThrow(() -> new NotPossible("The company is not set up yet."));
  }

  /** The names of the teams. */
  public List<String> teams() {
    return people().stream()
        .map(UserStore.UserRow::team)
        .filter(Objects::nonNull)
        .distinct()
        .sorted()
        .toList();
  }

  /** What an administrator types about somebody. */
  public record UserForm(
      String name,
      String email,
      List<String> roles,
      @MaybeNull String team,
      @MaybeNull String phone) {}

  /** Changes name, email, roles, team and phone; it holds from the next request on. */
  @Transactional
  public void change(PersonId id, long version, UserForm typed, Actor by) {
    by.checkAdministrates();
    UserStore.UserRow before = row(id);
    Input input = new Input();
    Roles roles = roles(input, typed.roles());
    UserStore.Change after =
        new UserStore.Change(
            id,
            version,
            input.text("name", typed.name(), LONGEST),
            input.email("email", typed.email(), LONGEST),
            roles,
            blankToNull(input.optionalText("team", typed.team(), LONGEST)),
            input.optionalText("phone", typed.phone(), LONGEST));
    if (id.equals(by.id()) && !roles.has(Role.ADMINISTRATOR)) {
      input.refuse("roles", "You cannot remove your own administrator role.");
    }
    input.check();
    log.expectOne(store.update(after), USER, id, before.version());
    Roles had = before.actor().roles();
    if (!roles.equals(had)) {
      store.setRoles(id, roles);
    }
    if (!roles.equals(had) || !Objects.equals(before.team(), after.team())) {
      // What stands open on their screens may be what they no longer see.
      store.endSessions(id);
    }
    if (!before.email().equals(after.email())) {
      // What was sent to the old address lets nobody in.
      store.endLinks(id, clock.instant());
    }
    usersChanged();
    note(by, id, "name", before.name(), after.name());
    note(by, id, "email", before.email(), after.email());
    note(by, id, "roles", had.inWords(), roles.inWords());
    note(by, id, "team", before.team(), after.team());
    note(by, id, "phone", before.phone(), after.phone());
  }

  /** The roles that somebody was given: one at least. */
  static Roles roles(Input input, List<String> words) {
    List<Role> roles = new ArrayList<>();
    for (String word : Input.given(words)) {
      input.value("roles", word, UserService::role).ifPresent(roles::add);
    }
    if (roles.isEmpty()) {
      input.refuse("roles", "Choose at least one role.");
      return Roles.of(Role.REP);
    }
    return new Roles(roles);
  }

  private static Role role(String word) {
    Role role = Role.of(word);
    if (role == Role.SYSTEM) {
      throw new IllegalArgumentException("role system is nobody's");
    }
    return role;
  }

  private void note(Actor by, PersonId id, String what, String before, String after) {
    if (!Objects.equals(before, after)) {
      log.note(by.id(), USER, id, what, before, after);
    }
  }

  private static String blankToNull(String text) {
    return text.isEmpty() ? null : text;
  }

  /** Shuts somebody out at once, or lets them in again. */
  @Transactional
  public void setActive(PersonId id, boolean active, Actor by) {
    by.checkAdministrates();
    UserStore.UserRow before = row(id);
    if (id.equals(by.id())) {
      throw new NotPossible("You cannot deactivate yourself.");
    }
    if (before.isActive() == active) {
      throw new NotPossible(before.name() + (active ? " is active." : " is deactivated already."));
    }
    store.setDeactivated(id, active ? null : clock.instant());
    store.endLinks(id, clock.instant());
    usersChanged();
    log.note(
        by.id(),
        USER,
        id,
        "state",
        active ? "deactivated" : "active",
        active ? "active" : "deactivated");
  }

  /** Ends every session of somebody, wherever they are signed in. */
  @Transactional
  public void endSessions(PersonId id, Actor by) {
    if (!id.equals(by.id())) {
      by.checkAdministrates();
    }
    row(id);
    store.endSessions(id);
    usersChanged();
    log.note(by.id(), USER, id, "sessions", null, "ended");
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
    return people().isEmpty();
  }

  /** Who has a user name. */
  Optional<UserStore.UserRow> byLogin(String login) {
    return store.findByLogin(login).filter(UserStore.UserRow::isActive);
  }

  /** Adds a user; problems with name, user name and password are gathered in the input. */
  @Transactional
  public PersonId add(Input input, NewUser user, Actor by) {
    if (user.password() != null) {
      PasswordRules.check(
          input,
          user.password(),
          Stream.of(user.login(), user.name(), user.email()).filter(Objects::nonNull).toList());
    }
    return add(input, user, () -> encoded(user.password()), by);
  }

  /** Who has no password signs in with none. */
  private String encoded(String password) {
    return passwords.encode(password == null ? Token.random().text() : password);
  }

  /**
   * Adds a user with the password that another one has: in a company that is made up, all have the
   * same, and it need not be made unreadable for each anew.
   *
   * @param password of that one, as it is kept
   */
  @Transactional
  public PersonId addSharing(NewUser user, PersonId password, Actor by) {
    return add(new Input(), user, () -> row(password).password(), by);
  }

  private PersonId add(Input input, NewUser user, Supplier<String> encoded, Actor by) {
    String login = input.text("login", user.login(), LONGEST);
    String name = input.text("name", user.name(), LONGEST);
    String email = input.email("email", user.email(), LONGEST);
    if (email.isEmpty()) {
      input.refuse("email", "Required.");
    }
    if (store.findByLogin(login).isPresent() || login.equalsIgnoreCase("system")) {
      input.refuse("login", "This user name is taken.");
    }
    String team = input.optionalText("team", user.team(), LONGEST);
    input.check();
    PersonId id =
        store.insert(
            login,
            name,
            email,
            blankToNull(team),
            encoded.get(),
            user.password() == null ? clock.instant() : null);
    store.setRoles(id, user.roles());
    usersChanged();
    log.note(by.id(), USER, id, "user added", null, name + ", " + user.roles().inWords());
    return id;
  }

  /** A user to be added; the password as typed, or null for one who is invited to choose it. */
  public record NewUser(
      String login, String name, String email, Roles roles, String team, String password) {
    /** One of a single role. */
    public NewUser(
        String login, String name, String email, Role role, String team, String password) {
      this(login, name, email, Roles.of(role), team, password);
    }
  }

  /** Whom a file that somebody imports can name as an owner. */
  public Sellers sellers(Actor importing) {
    return new Sellers(people(), importing);
  }

  /** Refuses a person who cannot own what is sold: an inactive one, or one who does not sell. */
  public void checkSeller(Input input, String at, PersonId id) {
    if (!isActive(id)) {
      input.refuse(at, "Choose an active user.");
    } else if (!get(id).roles().sells()) {
      input.refuse(at, get(id).name() + " does not sell.");
    }
  }

  /** An attempt that did not fit. */
  static NotAllowed wrong() {
    return new NotAllowed("Wrong user name or password.");
  }
}
