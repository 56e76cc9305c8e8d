package firmtally.server.access;

import firmtally.server.platform.doors.Refusal;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Optional;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;

/** Looks up at each request who a session belongs to, and ends it when it is over. */
final class FreshSession extends OncePerRequestFilter implements HandlerMethodArgumentResolver {
  private static final String ACTOR = FreshSession.class.getName();
  private static final Refusal NO_SECOND_FACTOR =
      new Refusal(
          HttpStatus.FORBIDDEN,
          "Not allowed",
          "Everybody needs a second factor here: set up yours first.",
          0);
  private static final String OWN = "/api/session";
  private final UserService users;
  private final Sessions sessions;
  private final SignInPolicy policy;

  FreshSession(UserService users, Sessions sessions, SignInPolicy policy) {
    this.users = users;
    this.sessions = sessions;
    this.policy = policy;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (ProgramFilter.isProgram(request)) {
      // A session beside a program’s token does not count.
      SecurityContextHolder.clearContext();
      chain.doFilter(request, response);
      return;
    }
    Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
    if (authentication != null && authentication.getPrincipal() instanceof SessionUser session) {
      Optional<Actor> actor = users.of(session).filter(who -> sessions.isOpen(session));
      if (actor.isPresent()) {
        if (lacksSecondFactor(actor.get(), request)) {
          NO_SECOND_FACTOR.answer(response);
          return;
        }
        request.setAttribute(ACTOR, actor.get());
      } else {
        SecurityContextHolder.clearContext();
        HttpSession old = request.getSession(false);
        if (old != null) {
          old.invalidate();
        }
      }
    }
    chain.doFilter(request, response);
  }

  /** Where everybody must have a second factor, who has none can do nothing but set it up. */
  private boolean lacksSecondFactor(Actor actor, HttpServletRequest request) {
    String path = request.getServletPath();
    return path.startsWith("/api/")
        && !path.equals(OWN)
        && !path.startsWith(OWN + "/")
        && policy.wantsSecondFactor()
        && !users.row(actor.id()).hasSecondFactor();
  }

  /** Whose a request is that has no session. */
  static void come(Actor actor, HttpServletRequest request) {
    request.setAttribute(ACTOR, actor);
  }

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.hasParameterAnnotation(SignedIn.class);
  }

  @Override
  public Object resolveArgument(
      MethodParameter parameter,
      ModelAndViewContainer container,
      NativeWebRequest request,
      WebDataBinderFactory binders) {
    return request.getAttribute(ACTOR, NativeWebRequest.SCOPE_REQUEST);
  }
}
