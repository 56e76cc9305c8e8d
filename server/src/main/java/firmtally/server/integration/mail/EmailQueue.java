package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.access.Actor;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.platform.events.AfterCommit;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.MailId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Emails on their way out. An act writes its email beside what it changes; one sender hands it over
 * once the act is committed, and tries again what was not taken.
 */
@Service
public class EmailQueue implements DueWork, DisposableBean {
  private static final Logger LOG = LoggerFactory.getLogger(EmailQueue.class);
  private static final int AT_ONCE = 20;
  private static final int MOST_TRIES = 50;
  private static final Pattern OURS = Pattern.compile("email-(\\d{1,15})\\.(\\d{1,12})@.+");
  private final EmailStore store;
  private final OutgoingMail mail;
  private final FileService files;
  private final Records records;
  private final ParticularsService company;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final ExecutorService sender = AfterCommit.worker("emails");

  EmailQueue(
      EmailStore store,
      OutgoingMail mail,
      FileService files,
      Records records,
      ParticularsService company,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.mail = mail;
    this.files = files;
    this.records = records;
    this.company = company;
    this.transaction = transaction;
    this.clock = clock;
  }

  /**
   * An email to be sent.
   *
   * @param record the kind of record that it belongs to; who sees that sees the email
   * @param to one or several
   * @param copies who get a copy
   * @param answers the Message-IDs of what it answers, the nearest last
   */
  public record Email(
      String record,
      RecordId recordId,
      From from,
      List<String> to,
      List<String> copies,
      String subject,
      String text,
      List<Attached> files,
      List<String> answers) {
    /** One that answers nothing. */
    public Email(
        String record,
        RecordId recordId,
        From from,
        List<String> to,
        List<String> copies,
        String subject,
        String text,
        List<Attached> files) {
      this(record, recordId, from, to, copies, subject, text, files, List.of());
    }
  }

  /** An email that left, and the record that it belongs to. */
  public record Left(MailId id, String record, RecordId recordId) {}

  /** Who writes. */
  public record From(String address, String name) {}

  /** A file that goes with an email, by its checksum. */
  public record Attached(String name, String type, String sha256) {}

  /**
   * An email in the list.
   *
   * @param failure why it was not taken when it was tried last; null where it was, or was not tried
   */
  record EmailRow(
      MailId id,
      Instant at,
      String sender,
      String recipient,
      String subject,
      @MaybeNull Instant sentAt,
      @MaybeNull String failure) {}

  /**
   * What has not left.
   *
   * @param failing those that were not taken when they were tried last
   * @param oldest null where nothing waits
   */
  public record Waiting(long waiting, long failing, @MaybeNull Instant oldest) {}

  /** What has not left. */
  public Waiting standing() {
    return store.standing();
  }

  /** Writes an email beside what the act changes; it leaves once the act is committed. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void queue(Email email) {
    MailId id = store.insert(email, clock.instant());
    for (int i = 0; i < email.files().size(); i++) {
      store.attach(id, i, email.files().get(i));
    }
    AfterCommit.run(() -> sender.execute(this::sendWaiting));
  }

  private void sendWaiting() {
    store.waiting(AT_ONCE, MOST_TRIES).forEach(this::send);
  }

  private void send(EmailStore.Row row) {
    try {
      mail.deliver(row.id(), email(row));
      transaction.executeWithoutResult(status -> sent(row));
    } catch (OutgoingMail.Refused e) {
      LOG.warn("email {} was refused for good", row.id(), e);
      transaction.executeWithoutResult(status -> refused(row, e));
    } catch (RuntimeException e) {
      LOG.warn("email {} was not taken; it is tried again", row.id(), e);
      transaction.executeWithoutResult(
          status -> store.setFailed(row.id(), String.valueOf(e.getMessage())));
    }
  }

  private void sent(EmailStore.Row row) {
    store.setSent(row.id(), clock.instant());
    store.accepted(everybody(row));
    if (mail.leaves() && records.kind(row.record()).isSecret()) {
      // What lets somebody in is with them now, and stands nowhere else.
      store.forget(row.id(), "What stood here was for its recipient alone.");
    }
  }

  private void refused(EmailStore.Row row, OutgoingMail.Refused refused) {
    store.setFailed(row.id(), refused.getMessage());
    store.giveUp(row.id(), MOST_TRIES);
    refused.refusals().forEach(one -> store.refuse(one.address(), one.words(), clock.instant()));
  }

  private static List<String> everybody(EmailStore.Row row) {
    List<String> all = new ArrayList<>(EmailStore.addresses(row.recipient()));
    all.addAll(EmailStore.addresses(row.copies()));
    return all;
  }

  /** Whether emails leave the machine, or are kept here. */
  boolean leaves() {
    return mail.leaves();
  }

  /**
   * The email that left with a Message-ID; empty when it is none of ours. Whoever makes one up
   * would have to know when it was written.
   */
  public Optional<Left> left(String messageId) {
    Matcher ours = OURS.matcher(messageId);
    if (!ours.matches()) {
      return Optional.empty();
    }
    return store
        .find(new MailId(Long.parseLong(ours.group(1))))
        .filter(row -> Long.toString(row.at().getEpochSecond()).equals(ours.group(2)))
        .map(row -> new Left(row.id(), row.record(), row.recordId()));
  }

  /** An address does not take our emails, as an email told that came back. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void refused(String address, String words) {
    store.refuse(address, words, clock.instant());
  }

  private Eml.Mail email(EmailStore.Row row) {
    return new Eml.Mail(
        "email-" + row.id() + "." + row.at().getEpochSecond() + "@" + domain(row.sender()),
        row.answers().isEmpty() ? List.of() : List.of(row.answers().split(" ")),
        row.sender(),
        row.senderName(),
        EmailStore.addresses(row.recipient()),
        EmailStore.addresses(row.copies()),
        row.subject(),
        row.text(),
        store.files(row.id()).stream()
            .map(f -> new Eml.Attachment(f.name(), f.type(), files.kept(f.sha256())))
            .toList());
  }

  /** The company's own domain, else the sender's. */
  private String domain(String sender) {
    String of = company.get().email().isEmpty() ? sender : company.get().email();
    return of.substring(of.indexOf('@') + 1);
  }

  List<EmailRow> list(Actor actor, long before, int most) {
    return store.list(actor, before, most).stream()
        .map(
            r ->
                new EmailRow(
                    r.id(),
                    r.at(),
                    r.sender(),
                    r.recipient(),
                    r.subject(),
                    r.sentAt(),
                    r.failure()))
        .toList();
  }

  Eml.Readable read(MailId id, Actor actor) {
    EmailStore.Row row = readable(id, actor);
    return new Eml.Readable(
        row.sender(),
        EmailStore.addresses(row.recipient()),
        EmailStore.addresses(row.copies()),
        row.subject(),
        row.text(),
        store.files(id).stream().map(Attached::name).toList());
  }

  byte[] eml(MailId id, Actor actor) {
    return Eml.write(email(readable(id, actor)), clock.instant());
  }

  private EmailStore.Row readable(MailId id, Actor actor) {
    EmailStore.Row row = store.find(id).orElseThrow(() -> new NotThere("email", id));
    records.checkReadable(row.record(), row.recordId(), actor);
    return row;
  }

  @Override
  public String job() {
    return "emails waiting";
  }

  @Override
  public void run(LocalDate today) {
    sender.execute(this::sendWaiting);
  }

  @Override
  public void destroy() {
    sender.shutdown();
  }
}
