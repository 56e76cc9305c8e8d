package firmtally.server.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Optional;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/** The session of a request: begins it, and tells which it is. */
@Component
class Presence {
  private final UserService users;
  private final Sessions sessions;
  private final SecurityContextRepository contexts;

  Presence(UserService users, Sessions sessions, SecurityContextRepository contexts) {
    this.users = users;
    this.sessions = sessions;
    this.contexts = contexts;
  }

  /** A session of somebody begins, in the place of the one that the request had. */
  void begin(Actor actor, HttpServletRequest request, HttpServletResponse response) {
    here().ifPresent(old -> sessions.end(old.session()));
    request.getSession(true);
    request.changeSessionId();
    SessionUser user = sessions.begin(actor.id(), users.sessionNumber(actor.id()), request);
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(user, null, List.of()));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
  }

  /** The session of this request. */
  Optional<SessionUser> here() {
    Authentication known = SecurityContextHolder.getContext().getAuthentication();
    return known != null && known.getPrincipal() instanceof SessionUser user
        ? Optional.of(user)
        : Optional.empty();
  }

  /** The session of this request is over. */
  void end() {
    here().ifPresent(user -> sessions.end(user.session()));
    SecurityContextHolder.clearContext();
  }
}
