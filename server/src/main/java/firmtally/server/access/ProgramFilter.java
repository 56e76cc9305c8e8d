package firmtally.server.access;

import firmtally.server.platform.doors.Refusal;
import firmtally.server.platform.web.TooMany;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets programs in by the token in {@code Authorization: Bearer}. A request with one has no
 * session: no cookie counts beside it, and as no browser sends it by itself it needs no token
 * against forged requests. Users, passwords and tokens are for people alone.
 */
final class ProgramFilter extends OncePerRequestFilter {
  private static final String BEARER = "Bearer ";
  private static final Set<String> READING = Set.of("GET", "HEAD");

  /** Calculates and keeps nothing. */
  private static final String RECKON = "/api/reckon";

  private static final List<String> FOR_PEOPLE =
      List.of(
          "/api/session",
          "/api/sign-in",
          "/api/tokens",
          "/api/users",
          "/api/setup",
          "/api/customer");
  private final Programs programs;
  private final Guesses guesses;

  ProgramFilter(Programs programs, Guesses guesses) {
    this.programs = programs;
    this.guesses = guesses;
  }

  /** Whether a request comes from a program. */
  static boolean isProgram(HttpServletRequest request) {
    String header = request.getHeader(HttpHeaders.AUTHORIZATION);
    // What a monitor shows is not a token of a program.
    return header != null
        && header.startsWith(BEARER)
        && !request.getServletPath().startsWith("/actuator");
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (!isProgram(request)) {
      chain.doFilter(request, response);
      return;
    }
    Optional<Programs.Came> came;
    try {
      String secret = request.getHeader(HttpHeaders.AUTHORIZATION).substring(BEARER.length());
      came = guesses.guess(request.getRemoteAddr(), () -> programs.come(secret.strip()));
    } catch (TooMany e) {
      Refusal.TOO_OFTEN.answer(response);
      return;
    }
    if (came.isEmpty()) {
      refuse(
          response,
          HttpStatus.UNAUTHORIZED,
          "Not signed in",
          "This token is none, has ended, or its user was deactivated.");
    } else if (isForPeople(request)) {
      refuse(
          response,
          HttpStatus.FORBIDDEN,
          "Not allowed",
          "Users, sessions and tokens are for people, not for programs.");
    } else if (!came.get().mayWrite() && !isReading(request)) {
      refuse(response, HttpStatus.FORBIDDEN, "Not allowed", "This token may only read.");
    } else {
      letIn(came.get().actor(), request);
      chain.doFilter(request, response);
    }
  }

  private static boolean isForPeople(HttpServletRequest request) {
    // As the container decoded it: an address that is written otherwise is the same door.
    String path = request.getServletPath();
    return FOR_PEOPLE.stream().anyMatch(of -> path.equals(of) || path.startsWith(of + "/"));
  }

  private static boolean isReading(HttpServletRequest request) {
    return READING.contains(request.getMethod()) || RECKON.equals(request.getServletPath());
  }

  private static void letIn(Actor actor, HttpServletRequest request) {
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated("program", null, List.of()));
    SecurityContextHolder.setContext(context);
    FreshSession.come(actor, request);
  }

  private static void refuse(
      HttpServletResponse response, HttpStatus status, String title, String detail)
      throws IOException {
    new Refusal(status, title, detail, 0).answer(response);
  }
}
