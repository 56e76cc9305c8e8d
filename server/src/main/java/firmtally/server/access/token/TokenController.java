package firmtally.server.access.token;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.TokenId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The tokens of programs, for administrators. */
@RestController
@RequestMapping("/api/tokens")
class TokenController {
  private final TokenService tokens;
  private final Idempotency once;

  TokenController(TokenService tokens, Idempotency once) {
    this.tokens = tokens;
    this.once = once;
  }

  /**
   * A token that was made.
   *
   * @param secret shown this once; null where the same was asked before and was answered already
   */
  record TokenMade(TokenId id, @MaybeNull String secret) {}

  @GetMapping
  List<TokenService.TokenView> list(@SignedIn Actor actor) {
    return tokens.list(actor);
  }

  @PostMapping
  TokenMade make(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody TokenService.NewToken typed,
      @SignedIn Actor actor) {
    AtomicReference<String> secret = new AtomicReference<>();
    TokenId id =
        once.once(
            key,
            actor.id(),
            "make-token",
            "",
            TokenId::new,
            () -> {
              TokenService.Made made = tokens.make(typed, actor);
              secret.set(made.secret());
              return made.id();
            });
    return new TokenMade(id, secret.get());
  }

  /** Ends a token at once. */
  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable TokenId id, @SignedIn Actor actor) {
    tokens.end(id, actor);
  }
}
