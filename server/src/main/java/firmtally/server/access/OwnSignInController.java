package firmtally.server.access;

import firmtally.server.access.SecondFactorService.FactorOffer;
import firmtally.server.access.Sessions.SessionRow;
import firmtally.server.platform.ids.SessionId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotThere;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own password, second factor and sessions. */
@RestController
@RequestMapping("/api/session")
class OwnSignInController {
  private final UserService users;
  private final SignInService signIn;
  private final SecondFactorService factors;
  private final SignInPolicy policy;
  private final Sessions sessions;
  private final Presence presence;

  OwnSignInController(
      UserService users,
      SignInService signIn,
      SecondFactorService factors,
      SignInPolicy policy,
      Sessions sessions,
      Presence presence) {
    this.users = users;
    this.signIn = signIn;
    this.factors = factors;
    this.policy = policy;
    this.sessions = sessions;
    this.presence = presence;
  }

  record PasswordForm(String old, String password) {}

  /**
   * How one signs in, and where one is.
   *
   * @param recoveryCodes how many are left of those that stand in for the second factor
   * @param required whether everybody must have a second factor
   */
  record OwnSignIn(
      boolean secondFactor, long recoveryCodes, boolean required, List<SessionRow> sessions) {}

  record CodeForm(String code) {}

  record OwnPassword(String password) {}

  record RecoveryCodes(List<String> codes) {}

  /** One's second factor and the sessions one has open. */
  @GetMapping("/own")
  OwnSignIn own(@SignedIn Actor actor) {
    SessionId here = presence.here().map(SessionUser::session).orElse(null);
    return new OwnSignIn(
        users.row(actor.id()).hasSecondFactor(),
        factors.recoveryCodes(actor.id()),
        policy.wantsSecondFactor(),
        sessions.of(actor.id(), users.sessionNumber(actor.id()), here));
  }

  /** Changes one's own password. Every other session of theirs is over; this one goes on. */
  @PutMapping("/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changePassword(
      @RequestBody PasswordForm typed,
      @SignedIn Actor actor,
      HttpServletRequest request,
      HttpServletResponse response) {
    signIn.changePassword(typed.old(), typed.password(), actor);
    presence.begin(actor, request, response);
  }

  /** Makes a secret for an authenticator app; it counts once a code for it was shown. */
  @PostMapping("/second-factor")
  FactorOffer offer(@SignedIn Actor actor) {
    return factors.offer(actor, "Firm Tally");
  }

  /** Takes the second factor over with a first code, and answers with the recovery codes. */
  @PutMapping("/second-factor")
  RecoveryCodes confirm(@RequestBody CodeForm typed, @SignedIn Actor actor) {
    return new RecoveryCodes(factors.confirm(actor, typed.code()));
  }

  /** Removes one's second factor; the password is asked for again. */
  @PostMapping("/second-factor/removed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@RequestBody OwnPassword typed, @SignedIn Actor actor) {
    Input input = new Input();
    signIn.checkOwn(input, "password", typed.password(), actor);
    input.check();
    factors.remove(actor.id(), actor);
  }

  /** Ends one of one's own sessions. */
  @DeleteMapping("/all/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable SessionId id, @SignedIn Actor actor) {
    if (!sessions.isOf(id, actor.id())) {
      throw new NotThere("session", id);
    }
    sessions.end(id);
  }

  /** Ends every session of one's own, this one with them. */
  @DeleteMapping("/all")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOutEverywhere(@SignedIn Actor actor) {
    users.endSessions(actor.id(), actor);
  }
}
