package firmtally.server.access;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.TooMany;
import io.github.bucket4j.Bucket;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
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

/** Signing in and out. Attempts are throttled by sign-in name and address. */
@RestController
@RequestMapping("/api/session")
class SessionController {
  private static final int ATTEMPTS = 8;
  private static final Duration PER = Duration.ofMinutes(1);
  private static final int MOST_BUCKETS = 100_000;

  private final UserService users;
  private final SecurityContextRepository contexts;
  private final TallySettings settings;
  private final Clock clock;
  private final LoadingCache<String, Bucket> attempts =
      Caffeine.newBuilder()
          .maximumSize(MOST_BUCKETS)
          .expireAfterAccess(PER.multipliedBy(2))
          .build(key -> newBucket());

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
   * @param needsSetup nobody has been set up: the first visit does it
   * @param demo the demo data is loaded, so that its sign-ins can be shown
   */
  record SessionView(@MaybeNull Me me, boolean needsSetup, boolean demo, String today) {}

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
        me, users.isEmpty(), settings.loadDemo(), LocalDate.now(clock).toString());
  }

  @Open("This is how one signs in.")
  @PostMapping
  Me signIn(@RequestBody SignIn typed, HttpServletRequest request, HttpServletResponse response) {
    String login = typed.login() == null ? "" : typed.login().strip();
    Bucket bucket = attempts.get(login.toLowerCase(Locale.ROOT) + "@" + request.getRemoteAddr());
    if (!bucket.tryConsume(1)) {
      throw new TooMany(PER);
    }
    Actor actor =
        users
            .signIn(login, typed.password() == null ? "" : typed.password())
            .orElseThrow(UserService::wrong);
    // Only attempts that fail use up what is allowed.
    bucket.addTokens(1);
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

  private static Bucket newBucket() {
    return Bucket.builder()
        .addLimit(limit -> limit.capacity(ATTEMPTS).refillGreedy(ATTEMPTS, PER))
        .build();
  }
}
