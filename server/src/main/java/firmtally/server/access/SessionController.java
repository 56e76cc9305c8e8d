package firmtally.server.access;

import firmtally.server.access.SignInService.Known;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.WritingView;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. Attempts are throttled: {@link Attempts}. */
@RestController
@RequestMapping("/api/session")
class SessionController {
  private final UserService users;
  private final SignInService signIn;
  private final SignInPolicy policy;
  private final Presence presence;
  private final TallySettings settings;
  private final Clock clock;
  private final Attempts attempts = new Attempts();

  SessionController(
      UserService users,
      SignInService signIn,
      SignInPolicy policy,
      Presence presence,
      TallySettings settings,
      Clock clock) {
    this.users = users;
    this.signIn = signIn;
    this.policy = policy;
    this.presence = presence;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * Who is signed in.
   *
   * @param timeZone in which the company's days begin, by its name in the tz database
   * @param writing how figures and days are written
   * @param needsSetup nobody has been set up: the first visit does it
   * @param demo the demo data is loaded, so that its sign-ins can be shown
   */
  record SessionView(
      @MaybeNull Me me,
      boolean needsSetup,
      boolean demo,
      String today,
      String timeZone,
      WritingView writing) {}

  /**
   * Whoever is signed in.
   *
   * @param needsSecondFactor everybody must have one and they have none: nothing else is open
   */
  record Me(
      PersonId id,
      String name,
      String email,
      List<String> roles,
      @MaybeNull String team,
      boolean needsSecondFactor) {}

  private Me me(Actor actor) {
    return new Me(
        actor.id(),
        actor.name(),
        actor.email(),
        actor.roles().words(),
        actor.team(),
        policy.wantsSecondFactor() && !users.row(actor.id()).hasSecondFactor());
  }

  /**
   * How somebody signs in.
   *
   * @param code the six digits of their second factor, or a recovery code; blank for who has none
   */
  record SignIn(String login, String password, @MaybeNull String code) {}

  /**
   * What came of it.
   *
   * @param me who is signed in now; null while the code is wanted
   * @param wantsCode name and password are right, and the second factor is to be shown
   */
  record SignedInView(@MaybeNull Me me, boolean wantsCode) {}

  @GetMapping
  SessionView session(@SignedIn Actor actor) {
    return new SessionView(
        actor == null ? null : me(actor),
        users.isEmpty(),
        settings.loadDemo(),
        LocalDate.now(clock).toString(),
        clock.getZone().getId(),
        WritingView.now());
  }

  /** Signs in; who has a second factor is asked for it once name and password are right. */
  @Open("This is how one signs in.")
  @PostMapping
  @BodyLimit(kib = 64, seconds = 5, perMinute = 120)
  SignedInView signIn(
      @RequestBody SignIn typed, HttpServletRequest request, HttpServletResponse response) {
    String login = typed.login() == null ? "" : typed.login().strip();
    Known known =
        attempts.attempt(
            login,
            request.getRemoteAddr(),
            () -> signIn.known(login, typed.password() == null ? "" : typed.password()));
    if (known.wantsCode()) {
      if (typed.code() == null || typed.code().isBlank()) {
        return new SignedInView(null, true);
      }
      signIn.checkCode(known.actor(), typed.code());
    }
    presence.begin(known.actor(), request, response);
    return new SignedInView(me(known.actor()), false);
  }

  @Open("Whoever has no session ends none.")
  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    if (session != null) {
      presence.end();
      session.invalidate();
    }
  }
}
