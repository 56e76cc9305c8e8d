package firmtally.server.customers.email;

import firmtally.formats.mail.Eml;
import firmtally.formats.mail.ReceivedEml;
import firmtally.server.access.Actor;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.integration.mail.IncomingMail;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.IncomingEmailId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Emails that come from outside: dropped on a record, or in the folder of incoming mail. Each is
 * known by its Message-ID, becomes an activity of its record and leaves its files there; what came
 * by itself is planned to be answered today. What says that an email of ours came back is told at
 * the contact.
 */
@Service
public class IncomingEmails implements DueWork {
  private static final Logger LOG = LoggerFactory.getLogger(IncomingEmails.class);
  private static final int AT_ONCE = 200;
  private static final String EMAIL = "email";
  private final IncomingStore store;
  private final EmailFinder finder;
  private final Records records;
  private final ActivityService activities;
  private final Carriers carriers;
  private final ObjectProvider<EmailFiles> listening;
  private final TransactionTemplate transaction;
  private final Clock clock;

  /** What brings and keeps emails. */
  private record Carriers(IncomingMail mail, EmailQueue queue, FileService files) {}

  IncomingEmails(
      IncomingStore store,
      EmailFinder finder,
      Records records,
      ActivityService activities,
      IncomingMail mail,
      EmailQueue queue,
      FileService files,
      ObjectProvider<EmailFiles> listening,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.finder = finder;
    this.records = records;
    this.activities = activities;
    this.carriers = new Carriers(mail, queue, files);
    this.listening = listening;
    this.transaction = transaction;
    this.clock = clock;
  }

  /**
   * An email in the list.
   *
   * @param record null where nobody has said yet which record it belongs to
   * @param answeredAt null as long as it was not answered from here
   */
  public record ReceivedRow(
      IncomingEmailId id,
      Instant at,
      String sender,
      String senderName,
      String subject,
      @MaybeNull String record,
      @MaybeNull RecordId recordId,
      String foundBy,
      boolean waits,
      @MaybeNull Instant answeredAt) {}

  /** An email as it is read; files that came with it are the record's. */
  public record ReceivedView(
      ReceivedRow row, List<String> to, List<String> copies, String text, List<String> files) {}

  /** Takes an email that was dropped on a record. */
  @Transactional
  public IncomingEmailId drop(String kind, RecordId id, byte[] eml, Actor actor) {
    ActivityService.On on = editable(kind, id, actor);
    ReceivedEml.Received email = read(eml);
    String messageId = messageId(email, eml);
    Optional<IncomingStore.Row> known = store.byMessageId(messageId);
    if (known.filter(row -> row.record() != null).isPresent()) {
      boolean isHere =
          on.id().equals(known.get().recordId()) && on.record().equals(known.get().record());
      throw new NotPossible(
          isHere
              ? "This email is here already."
              : "This email is kept already, with another record.");
    }
    // One that came by itself and found no record has one now.
    IncomingEmailId taken =
        known.map(IncomingStore.Row::id).orElseGet(() -> keep(messageId, email, eml, "hand"));
    put(taken, on, email, false, actor);
    store.setFoundBy(taken, "hand");
    return taken;
  }

  private ActivityService.On editable(String kind, RecordId id, Actor actor) {
    records.checkEditable(kind, id, actor);
    return store
        .home(kind, id)
        .filter(home -> home.record().equals(kind))
        .orElseThrow(() -> new NotThere("emails of", records.kind(kind).inWords()));
  }

  private static ReceivedEml.Received read(byte[] eml) {
    if (eml == null || eml.length == 0) {
      throw BadInput.at("file", "This file is empty.");
    }
    try {
      return ReceivedEml.read(eml);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
  }

  /** One without a Message-ID is known by its bytes. */
  private static String messageId(ReceivedEml.Received email, byte[] eml) {
    return email.id().isEmpty() ? "none-" + FileService.sha256(eml) : email.id();
  }

  private IncomingEmailId keep(
      String messageId, ReceivedEml.Received email, byte[] eml, String foundBy) {
    String sha256 = carriers.files().keep(eml);
    IncomingEmailId id = store.insert(messageId, email, sha256, foundBy, clock.instant());
    for (int i = 0; i < email.attachments().size(); i++) {
      Eml.Attachment file = email.attachments().get(i);
      store.attach(
          id,
          i,
          new IncomingStore.Came(file.name(), file.type(), carriers.files().keep(file.bytes())));
    }
    return id;
  }

  /** Makes one an activity of a record, with its files. */
  private void put(
      IncomingEmailId id,
      ActivityService.On on,
      ReceivedEml.Received email,
      boolean toAnswer,
      Actor actor) {
    PersonId owner = store.owner(on).orElseThrow(() -> new NotThere(on.record(), on.id()));
    String who = who(email.fromName(), email.from());
    String words =
        store.isOurs(email.from())
            ? "To " + String.join(", ", email.to()) + ": " + email.subject()
            : "From " + who + ": " + email.subject();
    ActivityId activity = activities.cameBySystem(on, EMAIL, words, email.text(), owner);
    ActivityId answer =
        toAnswer
            ? activities.planBySystem(
                on, EMAIL, "Answer " + who + ": " + email.subject(), LocalDate.now(clock), owner)
            : null;
    if (store.setRecord(id, on, activity, answer) == 0) {
      throw new NotPossible("Somebody put this email to a record meanwhile.");
    }
    for (Eml.Attachment file : email.attachments()) {
      if (file.bytes().length > 0) {
        carriers.files().add(on.record(), on.id(), file.name(), file.bytes(), actor);
        listening.orderedStream().forEach(one -> one.came(on, file));
      }
    }
  }

  private static String who(String name, String address) {
    return name.isBlank() ? address : name;
  }

  /** Puts one that found no record to one. */
  @Transactional
  public void assign(IncomingEmailId id, String kind, RecordId record, Actor actor) {
    IncomingStore.Row row = row(id, actor);
    ActivityService.On on = editable(kind, record, actor);
    put(id, on, read(carriers.files().kept(row.sha256())), false, actor);
    store.setFoundBy(id, "hand");
  }

  /** Those that somebody may read, the latest first. */
  List<ReceivedRow> list(boolean onlyLoose, Actor actor, long before, int most) {
    return store.list(onlyLoose, actor, before, most).stream().map(IncomingEmails::shown).toList();
  }

  private static ReceivedRow shown(IncomingStore.Row row) {
    return new ReceivedRow(
        row.id(),
        row.sentAt() == null ? row.receivedAt() : row.sentAt(),
        row.sender(),
        row.senderName(),
        row.subject(),
        row.record(),
        row.recordId(),
        row.foundBy(),
        row.waits(),
        row.answeredAt());
  }

  ReceivedView view(IncomingEmailId id, Actor actor) {
    IncomingStore.Row row = row(id, actor);
    return new ReceivedView(
        shown(row),
        addresses(row.recipients()),
        addresses(row.copies()),
        row.text(),
        store.files(id).stream().map(IncomingStore.Came::name).toList());
  }

  private static List<String> addresses(String kept) {
    return kept.isEmpty() ? List.of() : List.of(kept.split(", "));
  }

  /** The email as it came. */
  byte[] eml(IncomingEmailId id, Actor actor) {
    return carriers.files().kept(row(id, actor).sha256());
  }

  private IncomingStore.Row row(IncomingEmailId id, Actor actor) {
    IncomingStore.Row row = store.find(id).orElseThrow(() -> new NotThere(EMAIL, id));
    if (row.record() != null) {
      records.checkReadable(row.record(), row.recordId(), actor);
    } else if (!store.isOwn(id, actor)) {
      throw new NotThere(EMAIL, id);
    }
    return row;
  }

  /** One of a record that is being answered. */
  IncomingStore.Row ofRecord(IncomingEmailId id, String kind, RecordId record) {
    return store
        .find(id)
        .filter(row -> kind.equals(row.record()) && record.equals(row.recordId()))
        .orElseThrow(() -> new NotThere(EMAIL, id));
  }

  /** It was answered: what was planned for it is done. */
  void answered(IncomingStore.Row row, String outcome) {
    store.setAnswered(row.id(), clock.instant());
    if (row.answerId() != null) {
      activities.doneBySystem(row.answerId(), outcome);
    }
  }

  /**
   * Takes over what lies in the folder; one that fails does not stop the others. One at a time: the
   * job and a user who is in a hurry would take the same files.
   */
  public synchronized int takeWaiting() {
    int taken = 0;
    for (IncomingMail.Waiting waiting : carriers.mail().waiting(AT_ONCE)) {
      try {
        transaction.executeWithoutResult(status -> take(waiting.eml()));
        carriers.mail().taken(waiting);
        taken++;
      } catch (BadInput e) {
        carriers.mail().refused(waiting, e.problems().get(0).message());
      } catch (RuntimeException e) {
        LOG.error("the email {} was not taken over; it is tried again", waiting.name(), e);
      }
    }
    return taken;
  }

  /** Takes one over that came by itself. */
  @Transactional
  public void arrive(byte[] eml) {
    take(eml);
  }

  private void take(byte[] eml) {
    ReceivedEml.Received email = read(eml);
    String messageId = messageId(email, eml);
    if (store.byMessageId(messageId).isPresent()) {
      return;
    }
    Optional<EmailFinder.Found> found = finder.find(email);
    IncomingEmailId id =
        keep(messageId, email, eml, found.map(EmailFinder.Found::by).orElse("nothing"));
    boolean toAnswer = !email.automatic() && !store.isOurs(email.from());
    found.ifPresent(of -> put(id, of.on(), email, toAnswer, Actor.SYSTEM));
    if (!email.undelivered().isEmpty()) {
      cameBack(email, found.map(EmailFinder.Found::on));
    }
  }

  /** An email of ours did not arrive: its address is marked, and somebody has to know. */
  private void cameBack(ReceivedEml.Received email, Optional<ActivityService.On> on) {
    List<String> told = new ArrayList<>();
    for (ReceivedEml.Undelivered one : email.undelivered()) {
      if (one.forGood()) {
        carriers.queue().refused(one.address(), one.words());
      }
      told.add(one.address() + ": " + one.words());
    }
    on.ifPresent(
        of ->
            store
                .owner(of)
                .ifPresent(
                    owner ->
                        activities.planBySystem(
                            of,
                            "task",
                            "An email did not arrive. " + String.join("; ", told),
                            LocalDate.now(clock),
                            owner)));
  }

  @Override
  public String job() {
    return "incoming emails";
  }

  @Override
  public void run(LocalDate today) {
    takeWaiting();
  }
}
