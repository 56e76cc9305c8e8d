package firmtally.server.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Optional;
import org.springframework.core.MethodParameter;
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
  private final UserService users;

  FreshSession(UserService users) {
    this.users = users;
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
      Optional<Actor> actor = users.of(session);
      if (actor.isPresent()) {
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
