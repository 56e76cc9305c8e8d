package firmtally.server.upkeep;

import firmtally.server.platform.TallySettings;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What a monitor asks is answered to whoever has its token. Without one in the configuration there
 * is nothing to ask.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class MonitorFilter extends OncePerRequestFilter {
  private static final String PATH = "/actuator";
  private static final String BEARER = "Bearer ";
  private final TallySettings settings;

  MonitorFilter(TallySettings settings) {
    this.settings = settings;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    String path = request.getServletPath();
    return !path.equals(PATH) && !path.startsWith(PATH + "/");
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String token = settings.monitorToken();
    if (token == null || token.isBlank()) {
      response.sendError(HttpServletResponse.SC_NOT_FOUND);
      return;
    }
    String given = request.getHeader(HttpHeaders.AUTHORIZATION);
    boolean fits =
        given != null
            && given.startsWith(BEARER)
            && MessageDigest.isEqual(bytes(token), bytes(given.substring(BEARER.length()).strip()));
    if (fits) {
      chain.doFilter(request, response);
    } else {
      response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
