package firmtally.server.customers.email;

import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.company.text.Purpose;
import firmtally.server.company.text.TextService;
import firmtally.server.customers.enquiry.EnquiryService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.integration.mail.Recipients;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.FileId;
import firmtally.server.platform.ids.IncomingEmailId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.sales.document.Correspondence;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Emails written from a record: begun from a text of the settings with its fields filled in, sent
 * as whoever writes them, with files of the record, and kept as an activity. What is seen is what
 * is sent.
 */
@Service
public class RecordEmails {
  private static final int SUBJECT = 200;
  private static final int MOST_CHAIN = 20;
  private static final int LONGEST = 20_000;
  private static final int MOST_QUOTED = 8_000;
  private static final String EMAIL = "email";
  private static final String ENQUIRY = "enquiry";
  private static final String ACCOUNT = "account";
  private static final List<Purpose> PURPOSES =
      List.of(Purpose.FOLLOW_UP_EMAIL, Purpose.INTRODUCTION_EMAIL, Purpose.APPOINTMENT_EMAIL);
  private final RecordEmailStore store;
  private final IncomingEmails incoming;
  private final Records records;
  private final ActivityService activities;
  private final EnquiryService enquiries;
  private final FileService files;
  private final EmailQueue emails;
  private final Words words;
  private final Clock clock;

  /** What texts are filled in from. */
  private record Words(
      TextService texts,
      SettingsService settings,
      ParticularsService particulars,
      UserService users) {}

  RecordEmails(
      RecordEmailStore store,
      IncomingEmails incoming,
      Records records,
      ActivityService activities,
      EnquiryService enquiries,
      FileService files,
      EmailQueue emails,
      TextService texts,
      SettingsService settings,
      ParticularsService particulars,
      UserService users,
      Clock clock) {
    this.store = store;
    this.incoming = incoming;
    this.records = records;
    this.activities = activities;
    this.enquiries = enquiries;
    this.files = files;
    this.emails = emails;
    this.words = new Words(texts, settings, particulars, users);
    this.clock = clock;
  }

  /** A text that one can begin with, filled in. */
  record EmailBeginning(String purpose, String text) {}

  /** What an email from a record begins as. */
  record EmailDraft(
      String to, String subject, List<EmailBeginning> texts, List<FileService.FileView> files) {}

  /**
   * An email as it is typed.
   *
   * @param to one or several, between commas or semicolons
   * @param files of the record
   * @param answers an email of the record that it is the answer to; null for none
   */
  record EmailForm(
      String to,
      @MaybeNull String copies,
      String subject,
      String text,
      @MaybeNull List<FileId> files,
      @MaybeNull IncomingEmailId answers) {}

  /**
   * What an email begins as; nothing is sent.
   *
   * @param answers an email of the record that is to be answered; an id of 0 for none
   */
  EmailDraft draft(String kind, RecordId id, IncomingEmailId answers, Actor actor) {
    check(kind, id, actor);
    EmailDraft draft = draft(kind, id, actor);
    return answers.value() == 0 ? draft : answering(draft, incoming.ofRecord(answers, kind, id));
  }

  /** The same as an answer: to whoever wrote, under their subject, above their words. */
  private static EmailDraft answering(EmailDraft draft, IncomingStore.Row of) {
    String quoted =
        "\n\n\n"
            + (of.senderName().isEmpty() ? of.sender() : of.senderName())
            + " wrote:\n"
            + of.text().lines().map(line -> "> " + line).collect(Collectors.joining("\n"));
    String whole = quoted.length() <= MOST_QUOTED ? quoted : quoted.substring(0, MOST_QUOTED) + "…";
    String subject = of.subject().matches("(?i)re:.*") ? of.subject() : "Re: " + of.subject();
    return new EmailDraft(
        of.sender(),
        subject.length() <= SUBJECT ? subject : subject.substring(0, SUBJECT),
        draft.texts().stream()
            .map(begun -> new EmailBeginning(begun.purpose(), begun.text() + whole))
            .toList(),
        draft.files());
  }

  private EmailDraft draft(String kind, RecordId id, Actor actor) {
    RecordEmailStore.Addressee to = store.addressee(kind, id);
    Fields fields = fields(to, actor);
    return begun(kind, id, to, fields);
  }

  private Fields fields(RecordEmailStore.Addressee to, Actor actor) {
    PaperWords paper = words.particulars().words(to.language());
    UserService.Reached me = words.users().contactOf(actor.id());
    return Fields.none()
        .with("salutation", Correspondence.salutation(to.name(), paper))
        .with("contact", to.name().isEmpty() ? to.account() : to.name())
        .with("account", to.account())
        .with("subject", to.subject().isEmpty() ? paper.get("our-products") : to.subject())
        .with("today", paper.day(LocalDate.now(clock)))
        .with("company", words.settings().company().name())
        .with("rep", me.name())
        .with("rep phone", me.phone())
        .with("rep email", me.email());
  }

  private EmailDraft begun(String kind, RecordId id, RecordEmailStore.Addressee to, Fields fields) {
    return new EmailDraft(
        to.email(),
        to.subject().isEmpty() ? words.settings().company().name() : to.subject(),
        PURPOSES.stream()
            .map(
                purpose ->
                    new EmailBeginning(
                        purpose.word(),
                        fields
                            .fill(words.texts().find(purpose, "", to.language()))
                            .stripTrailing()))
            .filter(begun -> !begun.text().isBlank())
            .toList(),
        files.of(kind, id));
  }

  /** To customers anybody writes who sees them; of the rest whoever may change it. */
  private void check(String kind, RecordId id, Actor actor) {
    if (ACCOUNT.equals(kind)) {
      records.checkReadable(kind, id, actor);
    } else {
      records.checkEditable(kind, id, actor);
    }
  }

  /** Sends an email, and keeps it as an activity that was done. */
  @Transactional
  public void send(String kind, RecordId id, EmailForm typed, Actor actor) {
    check(kind, id, actor);
    store.addressee(kind, id);
    Input input = new Input();
    List<String> to = Recipients.read(input, "to", typed.to());
    if (to.isEmpty()) {
      input.refuse("to", "Enter an email address.");
    }
    List<String> copies = Recipients.read(input, "copies", typed.copies());
    String subject = input.text("subject", typed.subject(), SUBJECT);
    String text = input.text("text", typed.text(), LONGEST);
    if (text.matches("(?s).*\\{[^{}\\n]{1,40}}.*")) {
      input.refuse("text", "Fill in or remove what stands in braces.");
    }
    input.check();
    Optional<IncomingStore.Row> answered =
        Optional.ofNullable(typed.answers()).map(email -> incoming.ofRecord(email, kind, id));
    emails.queue(
        new EmailQueue.Email(
            kind,
            id,
            new EmailQueue.From(actor.email(), actor.name()),
            to,
            copies,
            subject,
            text,
            attached(kind, id, Input.given(typed.files())),
            answered.map(RecordEmails::chain).orElse(List.of())));
    answered.ifPresent(row -> incoming.answered(row, text));
    keep(kind, id, "To " + String.join(", ", to) + ": " + subject, text, actor);
  }

  /**
   * Sends an email in the name of whoever owns a record, to the contact it is with, and keeps it as
   * an activity. What stands in braces is filled as in a letter that is begun by hand.
   *
   * @return to which address
   * @throws NotPossible where there is no address, or something in braces is not known
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String sendBySystem(String kind, RecordId id, String subject, String text, Actor owner) {
    RecordEmailStore.Addressee to = store.addressee(kind, id);
    if (to.email().isEmpty()) {
      throw new NotPossible("There is no email address to write to.");
    }
    String filled = fields(to, owner).fill(text);
    if (filled.matches("(?s).*\\{[^{}\\n]{1,40}}.*")) {
      throw new NotPossible("The text has something in braces that is not known here.");
    }
    emails.queue(
        new EmailQueue.Email(
            kind,
            id,
            new EmailQueue.From(owner.email(), owner.name()),
            List.of(to.email()),
            List.of(),
            subject,
            filled,
            List.of()));
    keep(kind, id, "To " + to.email() + ": " + subject, filled, owner);
    return to.email();
  }

  /** What the texts that an email may begin as are for. */
  public static Set<String> purposes() {
    return PURPOSES.stream().map(Purpose::word).collect(Collectors.toSet());
  }

  /**
   * A text of the settings in the language of whom a record is about, fields and all.
   *
   * @throws NotPossible where it was emptied: nobody is sent an email without words
   */
  public String text(String kind, RecordId id, String purpose) {
    String text = words.texts().find(Purpose.of(purpose), "", store.addressee(kind, id).language());
    if (text.isBlank()) {
      throw new NotPossible("The text of the settings for it is empty.");
    }
    return text;
  }

  /** What an answer refers to: what the email answered itself, then the email. */
  private static List<String> chain(IncomingStore.Row of) {
    List<String> chain = new ArrayList<>();
    if (!of.answers().isEmpty()) {
      List<String> nearestFirst = List.of(of.answers().split(" "));
      for (int i = Math.min(nearestFirst.size(), MOST_CHAIN) - 1; i >= 0; i--) {
        chain.add(nearestFirst.get(i));
      }
    }
    chain.add(of.messageId());
    return chain;
  }

  private void keep(String kind, RecordId id, String words, String text, Actor actor) {
    switch (kind) {
      case ENQUIRY -> enquiries.talked(new EnquiryId(id.value()), EMAIL, words, text, actor);
      case ACCOUNT ->
          activities.did(
              ActivityService.On.account(new AccountId(id.value())), EMAIL, words, text, actor);
      default ->
          activities.did(
              ActivityService.On.opportunity(new OpportunityId(id.value())),
              EMAIL,
              words,
              text,
              actor);
    }
  }

  private List<EmailQueue.Attached> attached(String kind, RecordId id, List<FileId> wanted) {
    List<FileService.FileView> of = files.of(kind, id);
    List<EmailQueue.Attached> attached = new ArrayList<>();
    for (FileId file : wanted) {
      FileService.FileView view =
          of.stream()
              .filter(one -> one.id().equals(file))
              .findFirst()
              .orElseThrow(() -> new NotThere("file", file));
      attached.add(new EmailQueue.Attached(view.name(), view.type(), view.sha256()));
    }
    return attached;
  }
}
