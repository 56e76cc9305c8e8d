package firmtally.server.platform.doors;

import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.List;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.http.server.PathContainer;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.pattern.PathPattern;

/** Which door a message is for, found before anything of it is read. */
@Component
class Doors {
  /** For whoever is not signed in, and any door that says nothing else. */
  private static final int STRANGERS_KIB = 64;

  static final int STRANGERS_BYTES = STRANGERS_KIB * 1024;
  private static final Door STRANGER = new Door(STRANGERS_KIB, 5, 0);

  /** For whoever is signed in: a worksheet of a thousand lines has some 300 KiB. */
  private static final Door USUAL = new Door(2048, 15, 0);

  private final ObjectProvider<RequestMappingHandlerMapping> handlers;
  private volatile List<Own> own;

  Doors(
      @Qualifier("requestMappingHandlerMapping")
          ObjectProvider<RequestMappingHandlerMapping> handlers) {
    this.handlers = handlers;
  }

  /** A door with a limit of its own. */
  private record Own(String method, PathPattern path, Door door, boolean open) {}

  Door of(HttpServletRequest request) {
    PathContainer path = PathContainer.parsePath(request.getRequestURI());
    boolean isSignedIn = isSignedIn(request);
    for (Own known : own()) {
      if (known.method().equals(request.getMethod()) && known.path().matches(path)) {
        return isSignedIn || known.open() ? known.door() : STRANGER;
      }
    }
    return isSignedIn ? USUAL : STRANGER;
  }

  /** Whether there is a session of somebody's; whether it still holds is asked behind the gate. */
  private static boolean isSignedIn(HttpServletRequest request) {
    var session = request.getSession(false);
    return session != null
        && session.getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY)
            != null;
  }

  private List<Own> own() {
    if (own == null) {
      List<Own> found = new ArrayList<>();
      handlers
          .getObject()
          .getHandlerMethods()
          .forEach(
              (mapping, method) -> {
                BodyLimit limit =
                    AnnotatedElementUtils.findMergedAnnotation(method.getMethod(), BodyLimit.class);
                if (limit != null) {
                  Door door = Door.of(limit);
                  mapping
                      .getPathPatternsCondition()
                      .getPatterns()
                      .forEach(
                          path ->
                              mapping
                                  .getMethodsCondition()
                                  .getMethods()
                                  .forEach(
                                      verb ->
                                          found.add(
                                              new Own(
                                                  verb.name(),
                                                  path,
                                                  door,
                                                  limit.kib() <= STRANGERS_KIB))));
                }
              });
      own = List.copyOf(found);
    }
    return own;
  }
}
