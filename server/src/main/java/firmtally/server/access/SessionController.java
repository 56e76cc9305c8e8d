package firmtally.server.access;

import firmtally.server.platform.TallySettings;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. Attempts are throttled: {@link Attempts}. */
@RestController
@RequestMapping("/api/session")
class SessionController {
  private final UserService users;
  private final SecurityContextRepository contexts;
  private final TallySettings settings;
  private final Clock clock;
  private final Attempts attempts = new Attempts();

  SessionController(
      UserService users, SecurityContextRepository contexts, TallySettings settings, Clock clock) {
    this.users = users;
    this.contexts = contexts;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * Who is signed in.
   *
   * @param timeZone in which the company's days begin, by its name in the tz database
   * @param needsSetup nobody has been set up: the first visit does it
   * @param demo the demo data is loaded, so that its sign-ins can be shown
   */
  record SessionView(
      @MaybeNull Me me, boolean needsSetup, boolean demo, String today, String timeZone) {}

  record Me(PersonId id, String name, String email, String role, @MaybeNull String team) {
    static Me of(Actor actor) {
      return new Me(actor.id(), actor.name(), actor.email(), actor.role().word(), actor.team());
    }
  }

  record SignIn(String login, String password) {}

  @GetMapping
  SessionView session(@SignedIn Actor actor) {
    Me me = actor == null ? null : Me.of(actor);
    return new SessionView(
        me,
        users.isEmpty(),
        settings.loadDemo(),
        LocalDate.now(clock).toString(),
        clock.getZone().getId());
  }

  @Open("This is how one signs in.")
  @PostMapping
  @BodyLimit(kib = 64, seconds = 5, perMinute = 120)
  Me signIn(@RequestBody SignIn typed, HttpServletRequest request, HttpServletResponse response) {
    String login = typed.login() == null ? "" : typed.login().strip();
    Actor actor =
        attempts.attempt(
            login,
            request.getRemoteAddr(),
            () -> users.signIn(login, typed.password() == null ? "" : typed.password()));
    begin(actor, request, response);
    return Me.of(actor);
  }

  private void begin(Actor actor, HttpServletRequest request, HttpServletResponse response) {
    request.getSession(true);
    request.changeSessionId();
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(users.session(actor), null, List.of()));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
  }

  record PasswordForm(String old, String password) {}

  /** Changes one's own password. Every other session of theirs is over; this one goes on. */
  @PutMapping("/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changePassword(
      @RequestBody PasswordForm typed,
      @SignedIn Actor actor,
      HttpServletRequest request,
      HttpServletResponse response) {
    users.changePassword(typed.old(), typed.password(), actor);
    begin(actor, request, response);
  }

  /** Ends every session of one's own, this one with them. */
  @DeleteMapping("/all")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOutEverywhere(@SignedIn Actor actor) {
    users.endSessions(actor.id(), actor);
  }

  @Open("Whoever has no session ends none.")
  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    if (session != null) {
      users.signedOut(session.getId());
      session.invalidate();
    }
    SecurityContextHolder.clearContext();
  }
}
