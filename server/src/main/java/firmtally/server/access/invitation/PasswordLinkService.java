package firmtally.server.access.invitation;

import firmtally.server.access.Actor;
import firmtally.server.access.Guesses;
import firmtally.server.access.PasswordLinks;
import firmtally.server.access.SignInService;
import firmtally.server.access.Token;
import firmtally.server.access.UserService;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.company.text.TextService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.PasswordLinkId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.Aside;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.PublicAddress;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Links with which people choose a password. Each is good once; a new one ends those before it, and
 * so does any change of the password.
 */
@Service
public class PasswordLinkService implements PasswordLinks, DisposableBean {
  private static final Duration INVITED = Duration.ofDays(7);
  private static final Duration FORGOTTEN = Duration.ofMinutes(30);
  private static final String INVITATION = "invitation";
  private static final String RESET = "reset";
  private final PasswordLinkStore store;
  private final UserService users;
  private final SignInService signIn;
  private final Words words;
  private final Guesses guesses;
  private final ChangeLog log;
  private final Clock clock;

  private final Aside aside;

  /** How the links leave. */
  private record Words(
      EmailQueue emails, TextService texts, ParticularsService company, PublicAddress address) {}

  PasswordLinkService(
      PasswordLinkStore store,
      UserService users,
      SignInService signIn,
      EmailQueue emails,
      TextService texts,
      ParticularsService company,
      PublicAddress address,
      Guesses guesses,
      TransactionTemplate transaction,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.users = users;
    this.signIn = signIn;
    this.words = new Words(emails, texts, company, address);
    this.guesses = guesses;
    this.aside = new Aside("password links", transaction);
    this.log = log;
    this.clock = clock;
  }

  @Override
  @Transactional
  public void invite(PersonId id, Actor by) {
    by.checkAdministrates();
    send(id, true, by);
  }

  @Override
  @Transactional
  public void send(PersonId id, Actor by) {
    by.checkAdministrates();
    String name = users.get(id).name();
    if (!users.isActive(id)) {
      throw new NotPossible(name + " is deactivated.");
    }
    boolean isInvited = users.isInvited(id);
    send(id, isInvited, by);
    log.note(by.id(), "user", id, isInvited ? "invitation" : "password link", null, "sent");
  }

  private void send(PersonId id, boolean isInvitation, Actor by) {
    Token token = Token.random();
    Actor user = users.get(id);
    PasswordLinkId link =
        store.insert(
            id,
            isInvitation ? INVITATION : RESET,
            token.hash(),
            clock.instant().plus(isInvitation ? INVITED : FORGOTTEN),
            clock.instant());
    Particulars ours = words.company().get();
    Purpose purpose = isInvitation ? Purpose.INVITATION_EMAIL : Purpose.PASSWORD_EMAIL;
    String text =
        Fields.none()
            .with("salutation", "Dear " + user.name() + ",")
            .with("user name", user.login())
            .with("company", ours.name())
            .with("rep", by.isSystem() ? "" : by.name())
            .with("link", words.address().of("/password#" + token.text()))
            .fill(words.texts().find(purpose, "", ""));
    EmailQueue.From from =
        ours.email().isEmpty() && !by.isSystem()
            ? new EmailQueue.From(by.email(), by.name())
            : new EmailQueue.From(
                ours.email().isEmpty() ? user.email() : ours.email(), ours.name());
    words
        .emails()
        .queue(
            new EmailQueue.Email(
                PasswordLinkKind.LINK,
                RecordId.of(link),
                from,
                List.of(user.email()),
                List.of(),
                isInvitation
                    ? "Your invitation to " + ours.name()
                    : "Your password at " + ours.name(),
                text,
                List.of()));
  }

  /**
   * Sends a link to whoever has a user name or email address, if somebody has; it is done
   * afterwards, so that nothing of the answer tells which it was.
   */
  void forgotten(String typed) {
    aside.run(() -> store.byLoginOrEmail(typed).ifPresent(this::sendAgain));
  }

  /** Who was invited and has not come yet is invited again. */
  private void sendAgain(PersonId id) {
    send(id, users.isInvited(id), Actor.SYSTEM);
  }

  /** Whose a link is that can still be used. */
  PasswordLinkStore.Link find(Token token, String address) {
    return guesses
        .guess(address, () -> store.find(token.hash(), clock.instant()))
        .orElseThrow(
            () ->
                new NotPossible("This link was used already or is too old. Ask for another one."));
  }

  /** Sets the password of whoever has a link; it is used up then. */
  @Transactional
  public void choose(Token token, String password, String address) {
    PasswordLinkStore.Link link = find(token, address);
    signIn.choosePassword(link.personId(), password);
  }

  @Override
  public void destroy() {
    aside.close();
  }
}
