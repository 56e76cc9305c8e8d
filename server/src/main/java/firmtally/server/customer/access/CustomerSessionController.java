package firmtally.server.customer.access;

import firmtally.server.access.Open;
import firmtally.server.access.Token;
import firmtally.server.platform.doors.Allowance;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.TooMany;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Locale;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How a contact gets in to the customer page, and out. */
@RestController
@RequestMapping("/api/customer")
class CustomerSessionController {
  private static final int LONGEST = 200;
  private static final int A_MINUTE = 10;
  private static final int LINKS = 3;
  private static final Duration PER = Duration.ofMinutes(10);
  private final PageAccessService access;

  /** An address is sent so many links at most, whoever asks for them. */
  private final Allowance byEmail = new Allowance(LINKS, PER);

  CustomerSessionController(PageAccessService access) {
    this.access = access;
  }

  record LinkForm(String email) {}

  record EnterForm(String token) {}

  /** Asks for a link by email; it answers the same whether the address is known or not. */
  @Open("This is how a customer signs in.")
  @PostMapping("/links")
  @BodyLimit(kib = 4, seconds = 5, perMinute = A_MINUTE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void ask(@RequestBody LinkForm typed) {
    Input input = new Input();
    String email = input.email("email", typed.email(), LONGEST);
    if (email.isEmpty()) {
      input.refuse("email", "Required.");
    }
    input.check();
    if (!byEmail.take(email.toLowerCase(Locale.ROOT))) {
      throw new TooMany(PER);
    }
    access.ask(email);
  }

  /** Begins a session with the secret of a link. */
  @Open("Whoever has the link that was sent to them may come in, once.")
  @PostMapping("/session")
  @BodyLimit(kib = 4, seconds = 5, perMinute = 60)
  ResponseEntity<Void> enter(@RequestBody EnterForm typed, HttpServletRequest request) {
    Token session =
        access
            .enter(new Token(typed.token() == null ? "" : typed.token()), request.getRemoteAddr())
            .orElseThrow(
                () ->
                    new NotPossible(
                        "This link was used already or is too old. Ask for another one."));
    return cookie(session.text(), PageAccessService.session(), request);
  }

  /** Ends the session. */
  @Open("Whoever has no session ends none.")
  @DeleteMapping("/session")
  ResponseEntity<Void> leave(HttpServletRequest request) {
    VisitorResolver.token(request).ifPresent(access::leave);
    return cookie("", Duration.ZERO, request);
  }

  private static ResponseEntity<Void> cookie(
      String value, Duration age, HttpServletRequest request) {
    ResponseCookie cookie =
        ResponseCookie.from(VisitorResolver.COOKIE, value)
            .httpOnly(true)
            .secure(request.isSecure())
            .sameSite("Lax")
            .path("/api/customer")
            .maxAge(age)
            .build();
    return ResponseEntity.noContent().header(HttpHeaders.SET_COOKIE, cookie.toString()).build();
  }
}
