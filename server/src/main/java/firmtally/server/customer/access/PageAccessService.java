package firmtally.server.customer.access;

import firmtally.server.access.Actor;
import firmtally.server.access.Guesses;
import firmtally.server.access.Token;
import firmtally.server.access.UserService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.jobs.Aside;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.PublicAddress;
import firmtally.server.sales.document.Correspondence;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Who may see the customer page of an account. A rep opens it to a contact, who then gets a link by
 * email whenever they ask for one; the link is used once, within half an hour, and begins a session
 * of seven days. Whoever asks is told the same whether their address is known or not.
 */
@Service
public class PageAccessService implements DueWork, DisposableBean {
  private static final Duration ASKED = Duration.ofMinutes(30);
  private static final Duration INVITED = Duration.ofHours(48);
  private static final Duration SESSION = Duration.ofDays(7);
  private static final String ACCOUNT = "account";
  private final PageAccessStore store;
  private final AccountService accounts;
  private final UserService users;
  private final Letters letters;
  private final Guesses guesses;
  private final ChangeLog log;
  private final Clock clock;

  /** So that an answer takes as long for an address that is not known. */
  private final Aside links;

  /** How the links leave. */
  private record Letters(EmailQueue emails, Correspondence words, PublicAddress address) {}

  PageAccessService(
      PageAccessStore store,
      AccountService accounts,
      UserService users,
      EmailQueue emails,
      Correspondence words,
      PublicAddress address,
      Guesses guesses,
      TransactionTemplate transaction,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.users = users;
    this.letters = new Letters(emails, words, address);
    this.guesses = guesses;
    this.links = new Aside("sign-in links", transaction);
    this.log = log;
    this.clock = clock;
  }

  /** The contacts of an account, and how the access of each stands. */
  List<PageAccessStore.ContactAccess> list(AccountId account, Actor actor) {
    accounts.readable(account, actor);
    return store.list(account);
  }

  /** Opens the page to a contact, or keeps it open, and sends them a link. */
  @Transactional
  public void invite(AccountId account, ContactId contact, Actor actor) {
    accounts.editable(account, actor);
    PageAccessStore.ContactAccess of = contact(account, contact);
    if (of.email().isBlank()) {
      throw new NotPossible("Enter an email address of " + of.name() + " first.");
    }
    if (!"open".equals(of.state())) {
      log.note(actor.id(), ACCOUNT, account, "customer page", null, "opened to " + of.name());
    }
    store.open(contact, clock.instant(), actor.id());
    send(store.byContact(contact).orElseThrow(), INVITED, actor);
  }

  private PageAccessStore.ContactAccess contact(AccountId account, ContactId contact) {
    return store.list(account).stream()
        .filter(one -> one.id().equals(contact))
        .findFirst()
        .orElseThrow(() -> new NotThere("contact", contact));
  }

  /** Ends the access of a contact, and every session of theirs at once. */
  @Transactional
  public void end(AccountId account, ContactId contact, Actor actor) {
    accounts.editable(account, actor);
    PageAccessStore.ContactAccess of = contact(account, contact);
    if (store.end(contact, clock.instant()) > 0) {
      log.note(actor.id(), ACCOUNT, account, "customer page", "open to " + of.name(), "ended");
    }
  }

  private Actor owner(Visitor visitor) {
    return users.get(accounts.readable(visitor.accountId(), Actor.SYSTEM).ownerId());
  }

  private void send(Visitor visitor, Duration valid, Actor actor) {
    Token token = Token.random();
    Account account = accounts.readable(visitor.accountId(), Actor.SYSTEM);
    var link = store.insertLink(visitor, token.hash(), clock.instant().plus(valid));
    letters
        .emails()
        .queue(
            new EmailQueue.Email(
                PageAccessKind.LINK,
                link,
                letters.words().from(actor.isSystem() ? owner(visitor) : actor),
                List.of(visitor.email()),
                List.of(),
                letters.words().pageAt(account),
                letters
                    .words()
                    .signIn(
                        account,
                        visitor.name(),
                        letters.address().of("/customer/enter#" + token.text())),
                List.of()));
  }

  /**
   * Sends a link to whoever has an address, if somebody has; it is done afterwards, so that nothing
   * of the answer tells which it was.
   */
  void ask(String email) {
    links.run(() -> store.byEmail(email).forEach(visitor -> send(visitor, ASKED, Actor.SYSTEM)));
  }

  /**
   * Begins a session with a link.
   *
   * @return the session's secret; empty for a link that was used, is too old or never was
   */
  @Transactional
  public Optional<Token> enter(Token link, String address) {
    return guesses
        .guess(address, () -> store.use(link.hash(), clock.instant()))
        .flatMap(store::byContact)
        .map(
            visitor -> {
              Token session = Token.random();
              store.begin(
                  visitor, session.hash(), clock.instant(), clock.instant().plus(SESSION), address);
              log.note(
                  Actor.SYSTEM.id(),
                  ACCOUNT,
                  visitor.accountId(),
                  "customer page",
                  null,
                  visitor.name() + " signed in");
              return session;
            });
  }

  /** Whose a session is. */
  Optional<Visitor> visitor(Token session) {
    return store.ofSession(session.hash(), clock.instant());
  }

  /** How long a session goes on. */
  static Duration session() {
    return SESSION;
  }

  /** Ends a session. */
  @Transactional
  public void leave(Token session) {
    store.leave(session.hash());
  }

  @Override
  public String job() {
    return "customers' links and sessions that are over";
  }

  @Override
  @Transactional
  public void run(LocalDate today) {
    store.forget(clock.instant(), clock.instant().minus(Duration.ofDays(1)));
  }

  @Override
  public void destroy() {
    links.close();
  }
}
