package firmtally.server.customer.access;

import firmtally.server.access.Token;
import firmtally.server.platform.web.NotSignedIn;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Lazy;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Looks up at each request which contact a customer's session belongs to. */
@Configuration
class VisitorResolver implements WebMvcConfigurer, HandlerMethodArgumentResolver {
  static final String COOKIE = "tally-customer";
  private final PageAccessService access;

  VisitorResolver(@Lazy PageAccessService access) {
    this.access = access;
  }

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(this);
  }

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.hasParameterAnnotation(Visiting.class);
  }

  @Override
  public Object resolveArgument(
      MethodParameter parameter,
      ModelAndViewContainer container,
      NativeWebRequest request,
      WebDataBinderFactory binders) {
    return token(request.getNativeRequest(HttpServletRequest.class))
        .flatMap(access::visitor)
        .orElseThrow(() -> new NotSignedIn("Sign in to your customer page first."));
  }

  /** The secret of a customer's session, where the request brings one. */
  static Optional<Token> token(HttpServletRequest request) {
    Cookie[] cookies = request.getCookies();
    return Arrays.stream(cookies == null ? new Cookie[0] : cookies)
        .filter(cookie -> COOKIE.equals(cookie.getName()))
        .map(cookie -> new Token(cookie.getValue()))
        .findFirst();
  }
}
