package firmtally.server.sales.document;

import firmtally.server.access.Actor;
import firmtally.server.company.text.Purpose;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotPossible;
import java.util.List;
import java.util.function.Consumer;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/**
 * Sends the paper of a document to its customer. It is printed before, so that nobody waits for it.
 */
@Component
public class PaperMail {
  private final DocumentService documents;
  private final AccountService accounts;
  private final Correspondence correspondence;
  private final EmailQueue emails;
  private final Idempotency once;
  private final ChangeLog log;

  PaperMail(
      DocumentService documents,
      AccountService accounts,
      Correspondence correspondence,
      EmailQueue emails,
      Idempotency once,
      ChangeLog log) {
    this.documents = documents;
    this.accounts = accounts;
    this.correspondence = correspondence;
    this.emails = emails;
    this.once = once;
    this.log = log;
  }

  /**
   * What is sent.
   *
   * @param called by which words it is called: {@code called.invoice}
   * @param paper its PDF
   */
  public record Letter(
      Document document, String called, Purpose purpose, Money total, byte[] paper) {}

  /** Where the papers of a document go. */
  public String to(Document document) {
    return correspondence.email(accounts.readable(document.accountId(), Actor.SYSTEM));
  }

  /**
   * Sends it; with another key once more.
   *
   * @param sent what else the act does
   */
  public DocumentId send(Letter letter, String key, Actor actor, Consumer<DocumentId> sent) {
    Document document = letter.document();
    Account account = accounts.readable(document.accountId(), actor);
    String to = correspondence.email(account);
    if (to.isEmpty()) {
      throw new NotPossible(
          "There is no email address at " + account.name() + "; enter one on the account.");
    }
    return once.once(
        key,
        actor.id(),
        "send-" + document.kind().word(),
        document.kind().word() + " " + document.id(),
        DocumentId::new,
        () -> {
          queue(letter, account, to, actor);
          sent.accept(document.id());
          log.note(actor.id(), document.kind().word(), document.id(), "sent", null, to);
          return document.id();
        });
  }

  private void queue(Letter letter, Account account, String to, Actor actor) {
    Document document = letter.document();
    String called = correspondence.words(account).get(letter.called(), document.number());
    emails.queue(
        new EmailQueue.Email(
            document.kind().word(),
            RecordId.of(document.id()),
            correspondence.from(actor),
            List.of(to),
            List.of(),
            Character.toUpperCase(called.charAt(0)) + called.substring(1),
            correspondence.text(letter.purpose(), account, called, letter.total()),
            List.of(
                new EmailQueue.Attached(
                    document.number() + ".pdf",
                    "application/pdf",
                    documents.keepPaper(document.id(), letter.paper())))));
  }
}
