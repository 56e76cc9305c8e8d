package firmtally.server.access.token;

import firmtally.server.access.Actor;
import firmtally.server.access.Programs;
import firmtally.server.access.Token;
import firmtally.server.access.UserService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.TokenId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tokens by which programs come in. Each acts as a user, with that user's role and sight and no
 * more; it reads, or reads and writes, until a day. It is shown once, when it is made; its hash is
 * kept. It ends with its day, by an administrator, and with its user.
 */
@Service
public class TokenService implements Programs {
  /** What a token begins with, so that one that leaks is recognised. */
  static final String PREFIX = "tally_";

  static final String READ = "read";
  private static final Set<String> SCOPES = Set.of(READ, "write");
  private static final int LONGEST = 60;
  private static final int MOST_DAYS = 731;
  private static final String USER = "user";
  private final TokenStore store;
  private final UserService users;
  private final ChangeLog log;
  private final Clock clock;

  TokenService(TokenStore store, UserService users, ChangeLog log, Clock clock) {
    this.store = store;
    this.users = users;
    this.log = log;
    this.clock = clock;
  }

  /**
   * What is typed for one.
   *
   * @param name which program it is for
   * @param personId as whom it acts
   * @param scope {@code read} or {@code write}, which reads too
   * @param until its last day
   */
  record NewToken(String name, PersonId personId, String scope, String until) {}

  /**
   * A token as it is listed; its secret is not kept.
   *
   * @param seenOn the last day on which it was used
   */
  record TokenView(
      TokenId id,
      String name,
      String user,
      String roles,
      String scope,
      LocalDate until,
      String madeBy,
      Instant madeAt,
      @MaybeNull LocalDate seenOn,
      @MaybeNull Instant endedAt) {}

  /** One that was made, with its secret, which nobody sees again. */
  record Made(TokenId id, String secret) {}

  List<TokenView> list(Actor actor) {
    actor.checkAdministrates();
    return store.list();
  }

  /** Makes one. */
  @Transactional
  public Made make(NewToken typed, Actor actor) {
    actor.checkAdministrates();
    Input input = new Input();
    input.text("name", typed.name(), LONGEST);
    if (typed.personId() == null || !users.isActive(typed.personId())) {
      input.refuse("personId", "Choose an active user.");
    }
    input.text("scope", typed.scope(), LONGEST);
    input.oneOf("scope", typed.scope(), SCOPES);
    LocalDate today = LocalDate.now(clock);
    Optional<LocalDate> until = input.day("until", typed.until());
    if (until
        .filter(day -> day.isBefore(today) || day.isAfter(today.plusDays(MOST_DAYS)))
        .isPresent()) {
      input.refuse("until", "Enter a day from today on, at most two years ahead.");
    }
    input.check();
    Token token = Token.random();
    String secret = PREFIX + token.text();
    TokenId id =
        store.insert(
            typed, until.orElseThrow(), new Token(secret).hash(), actor.id(), clock.instant());
    log.note(
        actor.id(),
        USER,
        typed.personId(),
        "API token " + typed.name().strip(),
        null,
        typed.scope() + " until " + until.get());
    return new Made(id, secret);
  }

  /** Ends one at once. */
  @Transactional
  public void end(TokenId id, Actor actor) {
    actor.checkAdministrates();
    String name = store.end(id, clock.instant()).orElseThrow(() -> new NotThere("token", id));
    log.note(actor.id(), USER, actor.id(), "API token " + name, "open", "ended");
  }

  @Override
  @Transactional
  public Optional<Came> come(String secret) {
    LocalDate today = LocalDate.now(clock);
    return store
        .find(new Token(secret).hash(), today)
        .filter(holder -> users.isActive(holder.personId()))
        .map(
            holder -> {
              if (!today.equals(holder.seenOn())) {
                store.seen(holder.id(), today);
              }
              return new Came(users.get(holder.personId()), !READ.equals(holder.scope()));
            });
  }
}
