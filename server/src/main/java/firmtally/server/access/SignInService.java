package firmtally.server.access;

import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Passwords, and what they are checked for. */
@Service
public class SignInService {
  private static final String USER = "user";
  private final UserStore store;
  private final UserService users;
  private final SecondFactorService factors;
  private final PasswordEncoder passwords;
  private final ChangeLog log;
  private final Clock clock;
  private final String nobodysPassword;

  SignInService(
      UserStore store,
      UserService users,
      SecondFactorService factors,
      PasswordEncoder passwords,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.users = users;
    this.factors = factors;
    this.passwords = passwords;
    this.log = log;
    this.clock = clock;
    this.nobodysPassword = passwords.encode("nobody");
  }

  /**
   * Whoever a user name and password are of.
   *
   * @param wantsCode whether their second factor is still to be shown
   */
  record Known(Actor actor, boolean wantsCode) {}

  /** Who has a user name and password; the costly part of signing in. */
  Optional<Known> known(String login, String password) {
    Optional<UserStore.UserRow> user = users.byLogin(login);
    // As much work for a user name that does not exist, so that time tells nothing.
    String encoded = user.map(UserStore.UserRow::password).orElse(nobodysPassword);
    boolean isLong = PasswordRules.isTooLong(password);
    boolean matches = passwords.matches(isLong ? "" : password, encoded);
    return user.filter(u -> matches && !isLong).map(u -> new Known(u.actor(), u.hasSecondFactor()));
  }

  /**
   * Refuses a code that is not the one of this moment, and neither a recovery code.
   *
   * @throws firmtally.server.platform.web.TooMany after many wrong ones
   */
  void checkCode(Actor actor, String code) {
    factors.check(actor, code);
  }

  /** Refuses a password that is not somebody's own. */
  void checkOwn(Input input, String at, String typed, Actor actor) {
    if (!passwords.matches(typed == null ? "" : typed, users.row(actor.id()).password())) {
      input.refuse(at, "Wrong password.");
    }
  }

  /** Changes one's own password; all other sessions of theirs are over. */
  @Transactional
  public void changePassword(String old, String typed, Actor actor) {
    Input input = new Input();
    checkOwn(input, "old", old, actor);
    set(input, actor.id(), typed);
    log.note(actor.id(), USER, actor.id(), "password", null, "changed");
  }

  /** Sets somebody else's password; all sessions of theirs are over. */
  @Transactional
  public void resetPassword(PersonId id, String typed, Actor by) {
    by.checkAdministrates();
    set(new Input(), id, typed);
    log.note(by.id(), USER, id, "password", null, "reset");
  }

  /** Sets the password of whoever came with a link that was sent to them. */
  @Transactional
  public void choosePassword(PersonId id, String typed) {
    set(new Input(), id, typed);
    log.note(id, USER, id, "password", null, "chosen with a link");
  }

  private void set(Input input, PersonId id, String typed) {
    UserStore.UserRow row = users.row(id);
    PasswordRules.check(input, typed, List.of(row.login(), row.name(), row.email()));
    input.check();
    store.setPassword(id, passwords.encode(typed));
    store.endLinks(id, clock.instant());
    users.usersChanged();
  }
}
