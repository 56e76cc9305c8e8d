package firmtally.server.access;

import dev.samstevens.totp.code.CodeGenerator;
import dev.samstevens.totp.code.DefaultCodeGenerator;
import dev.samstevens.totp.exceptions.CodeGenerationException;
import dev.samstevens.totp.qr.QrData;
import dev.samstevens.totp.recovery.RecoveryCodeGenerator;
import dev.samstevens.totp.secret.DefaultSecretGenerator;
import firmtally.formats.contact.QrCode;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.doors.Allowance;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.TooMany;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.OptionalLong;
import java.util.stream.LongStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Second factors: the six digits of an authenticator app (RFC 6238), good for half a minute and the
 * half minutes beside it, each once. Who loses the phone has recovery codes, each good once too.
 */
@Service
public class SecondFactorService {
  private static final String USER = "user";
  private static final String WHAT = "second factor";
  private static final int STEP_SECONDS = 30;
  private static final int RECOVERY_CODES = 10;

  /** Only who has the password comes this far, so that nobody else can use up the tries. */
  private static final int TRIES = 20;

  private static final Duration PER = Duration.ofHours(1);
  private final UserStore store;
  private final UserService users;
  private final ChangeLog log;
  private final Clock clock;
  private final CodeGenerator codes = new DefaultCodeGenerator();
  private final Allowance tries = new Allowance(TRIES, PER);

  SecondFactorService(UserStore store, UserService users, ChangeLog log, Clock clock) {
    this.store = store;
    this.users = users;
    this.log = log;
    this.clock = clock;
  }

  /**
   * What an authenticator app takes over.
   *
   * @param secret in base 32, to be typed where no picture can be taken
   * @param picture the same as a QR code, SVG
   */
  record FactorOffer(String secret, String address, String picture) {}

  /** Makes a secret for somebody; it counts from the first code on that is shown for it. */
  @Transactional
  public FactorOffer offer(Actor actor, String company) {
    checkHasNone(actor);
    String secret = new DefaultSecretGenerator().generate();
    store.offerFactor(actor.id(), secret);
    String address =
        new QrData.Builder()
            .label(actor.login())
            .secret(secret)
            .issuer(company)
            .digits(6)
            .period(STEP_SECONDS)
            .build()
            .getUri();
    return new FactorOffer(
        secret, address, new String(QrCode.svg(address), StandardCharsets.UTF_8));
  }

  private void checkHasNone(Actor actor) {
    if (users.row(actor.id()).hasSecondFactor()) {
      throw new NotPossible("You have a second factor already; remove it first.");
    }
  }

  /**
   * Takes over what was offered, once a code for it was shown.
   *
   * @return the recovery codes, which are shown this once
   */
  @Transactional
  public List<String> confirm(Actor actor, String code) {
    checkHasNone(actor);
    UserStore.FactorRow row = store.factor(actor.id());
    if (row.offered() == null) {
      throw new NotPossible("Begin again: no secret was made for you.");
    }
    OptionalLong step = step(row.offered(), code);
    if (step.isEmpty()) {
      throw wrong();
    }
    store.setFactor(actor.id(), row.offered(), step.getAsLong());
    List<String> recovery = List.of(new RecoveryCodeGenerator().generateCodes(RECOVERY_CODES));
    recovery.forEach(one -> store.addRecoveryCode(actor.id(), Token.sha256(one)));
    users.usersChanged();
    log.note(actor.id(), USER, actor.id(), WHAT, null, "set up");
    return recovery;
  }

  /** Takes somebody's second factor away: their own, or an administrator does. */
  @Transactional
  public void remove(PersonId id, Actor by) {
    if (!id.equals(by.id())) {
      by.checkAdministrates();
    }
    if (!users.row(id).hasSecondFactor()) {
      throw new NotPossible(users.get(id).name() + " has no second factor.");
    }
    store.setFactor(id, null, 0);
    users.usersChanged();
    log.note(by.id(), USER, id, WHAT, "set up", "removed");
  }

  /** How many recovery codes somebody has left. */
  long recoveryCodes(PersonId id) {
    return store.recoveryCodes(id);
  }

  /** Refuses a code that is neither the one of this moment nor a recovery code, or was used. */
  @Transactional
  public void check(Actor actor, String typed) {
    String key = actor.id().toString();
    if (!tries.take(key)) {
      throw new TooMany(PER);
    }
    String code = typed == null ? "" : typed.replaceAll("\\s", "").toLowerCase(Locale.ROOT);
    OptionalLong step = step(store.factor(actor.id()).secret(), code);
    boolean isRight = step.isPresent() && store.useStep(actor.id(), step.getAsLong()) == 1;
    if (!isRight && store.useRecoveryCode(actor.id(), Token.sha256(code)) == 1) {
      log.note(actor.id(), USER, actor.id(), WHAT, null, "recovery code used");
      isRight = true;
    }
    if (!isRight) {
      throw wrong();
    }
    tries.giveBack(key);
  }

  private static BadInput wrong() {
    return BadInput.at("code", "This code is wrong or was used already. Enter the next one.");
  }

  private OptionalLong step(String secret, String code) {
    long now = clock.instant().getEpochSecond() / STEP_SECONDS;
    return LongStream.rangeClosed(now - 1, now + 1)
        .filter(step -> isSame(code(secret, step), code == null ? "" : code.strip()))
        .findFirst();
  }

  private String code(String secret, long step) {
    try {
      return codes.generate(secret, step);
    } catch (CodeGenerationException e) {
      throw new IllegalStateException("every JDK has HMAC-SHA1", e);
    }
  }

  private static boolean isSame(String one, String other) {
    return MessageDigest.isEqual(
        one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
  }
}
