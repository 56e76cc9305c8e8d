package firmtally.server.access.invitation;

import firmtally.server.access.Open;
import firmtally.server.access.Token;
import firmtally.server.platform.doors.Allowance;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.TooMany;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How somebody without a password gets one. */
@RestController
@RequestMapping("/api/sign-in")
class PasswordLinkController {
  private static final int LONGEST = 200;
  private static final int LINKS = 3;
  private static final Duration PER = Duration.ofMinutes(10);
  private final PasswordLinkService links;

  /** A user is sent so many links at most, whoever asks for them. */
  private final Allowance byName = new Allowance(LINKS, PER);

  PasswordLinkController(PasswordLinkService links) {
    this.links = links;
  }

  /**
   * Who forgot a password.
   *
   * @param login the user name or the email address
   */
  record ForgottenForm(String login) {}

  record LinkToken(String token) {}

  /**
   * Whose a link is.
   *
   * @param purpose {@code invitation} or {@code reset}
   */
  record LinkView(String purpose, String login, String name) {}

  record ChosenPassword(String token, String password) {}

  /** Asks for a link by email; it answers the same whether somebody is known by it or not. */
  @Open("Whoever forgot their password cannot sign in.")
  @PostMapping("/forgotten")
  @BodyLimit(kib = 4, seconds = 5, perMinute = 10)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forgotten(@RequestBody ForgottenForm typed) {
    Input input = new Input();
    String login = input.text("login", typed.login(), LONGEST);
    input.check();
    if (!byName.take(login.toLowerCase(Locale.ROOT))) {
      throw new TooMany(PER);
    }
    links.forgotten(login);
  }

  /** Whose a link is; it stays good. */
  @Open("Whoever has the link that was sent to them chooses a password with it.")
  @PostMapping("/link")
  @BodyLimit(kib = 4, seconds = 5, perMinute = 60)
  LinkView link(@RequestBody LinkToken typed, HttpServletRequest request) {
    PasswordLinkStore.Link link = links.find(token(typed.token()), request.getRemoteAddr());
    return new LinkView(link.purpose(), link.login(), link.name());
  }

  /** Sets the password; the link is used up, and every session of theirs is over. */
  @Open("Whoever has the link that was sent to them chooses a password with it.")
  @PostMapping("/password")
  @BodyLimit(kib = 4, seconds = 5, perMinute = 60)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void choose(@RequestBody ChosenPassword typed, HttpServletRequest request) {
    links.choose(token(typed.token()), typed.password(), request.getRemoteAddr());
  }

  private static Token token(String typed) {
    return new Token(typed == null ? "" : typed);
  }
}
