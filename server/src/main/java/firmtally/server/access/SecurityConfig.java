package firmtally.server.access;

import jakarta.servlet.DispatcherType;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Lazy;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Who gets in: a session cookie, a token against forged requests, and pages that may load nothing
 * from elsewhere.
 */
@Configuration
class SecurityConfig implements WebMvcConfigurer {
  private final FreshSession fresh;
  private final ProgramFilter programs;

  SecurityConfig(
      @Lazy UserService users,
      @Lazy Sessions sessions,
      @Lazy SignInPolicy policy,
      @Lazy Programs programs,
      @Lazy Guesses guesses) {
    this.fresh = new FreshSession(users, sessions, policy);
    this.programs = new ProgramFilter(programs, guesses);
  }

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(fresh);
  }

  private static final Pattern INLINE = Pattern.compile("<script>(.*?)</script>", Pattern.DOTALL);

  @Bean
  SecurityFilterChain chain(HttpSecurity http, SecurityContextRepository contexts)
      throws IOException {
    String policy =
        "default-src 'self'; script-src 'self'"
            + inlineScripts()
            + "; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none';"
            + " base-uri 'self'; form-action 'self'; frame-ancestors 'none'";
    return http.authorizeHttpRequests(
            requests ->
                requests
                    // What goes on after a request was let in, such as the end of a listening page.
                    .dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                    .permitAll()
                    .requestMatchers(
                        "/api/session",
                        "/api/setup",
                        "/api/sign-in/**",
                        "/api/web-form",
                        "/api/stock-feed",
                        "/api/calendar/*.ics",
                        "/api/copy/**",
                        // Each of these doors asks for the visitor or says why it does not.
                        "/api/customer/**")
                    .permitAll()
                    .requestMatchers(HttpMethod.GET, "/api/company/particulars/logo")
                    .permitAll()
                    .requestMatchers("/api/**", "/v3/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        // The web form, the stock feed and programs come without a session to be misused.
        .csrf(
            csrf ->
                csrf.spa()
                    .ignoringRequestMatchers("/api/web-form", "/api/stock-feed")
                    .ignoringRequestMatchers(ProgramFilter::isProgram))
        .securityContext(context -> context.securityContextRepository(contexts))
        .exceptionHandling(
            e -> e.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
        .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(policy)))
        .addFilterAfter(fresh, SecurityContextHolderFilter.class)
        .addFilterAfter(programs, FreshSession.class)
        .requestCache(cache -> cache.disable())
        .logout(logout -> logout.disable())
        .build();
  }

  /** The hashes of the start script that the front end's build writes into its page. */
  private static String inlineScripts() throws IOException {
    ClassPathResource page = new ClassPathResource("static/index.html");
    if (!page.exists()) {
      return "";
    }
    Matcher scripts = INLINE.matcher(page.getContentAsString(StandardCharsets.UTF_8));
    StringBuilder hashes = new StringBuilder();
    while (scripts.find()) {
      hashes.append(" 'sha256-").append(sha256(scripts.group(1))).append("'");
    }
    return hashes.toString();
  }

  private static String sha256(String text) {
    try {
      byte[] hash =
          MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
      return Base64.getEncoder().encodeToString(hash);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }

  @Bean
  SecurityContextRepository contexts() {
    return new HttpSessionSecurityContextRepository();
  }

  @Bean
  PasswordEncoder passwords() {
    return PasswordEncoderFactories.createDelegatingPasswordEncoder();
  }

  /**
   * Signing in goes through {@link SessionController}; without this bean Boot would make a user of
   * its own.
   */
  @Bean
  UserDetailsService noOtherUsers() {
    return login -> {
      throw new UsernameNotFoundException(login);
    };
  }
}
