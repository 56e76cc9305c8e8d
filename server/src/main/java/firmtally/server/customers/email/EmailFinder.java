package firmtally.server.customers.email;

import firmtally.formats.mail.ReceivedEml;
import firmtally.server.customers.enquiry.EnquiryService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.ids.RecordId;
import java.util.List;
import java.util.Optional;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * Finds the record that an email from outside belongs to. What it answers comes first, then a
 * number of ours in its subject, then whoever sent it; an unknown sender becomes an enquiry.
 */
@Component
class EmailFinder {
  private static final Pattern NUMBER = Pattern.compile("\\b[A-Z]{1,4}-(?:\\d{1,4}-)?\\d{1,9}\\b");
  private static final String ACCOUNT = "account";
  private static final String OPPORTUNITY = "opportunity";
  private static final String ENQUIRY = "enquiry";
  private final IncomingStore store;
  private final EmailQueue queue;
  private final EnquiryService enquiries;

  EmailFinder(IncomingStore store, EmailQueue queue, EnquiryService enquiries) {
    this.store = store;
    this.queue = queue;
    this.enquiries = enquiries;
  }

  /**
   * Where an email belongs.
   *
   * @param by how that was found, as it is kept
   */
  record Found(ActivityService.On on, String by) {}

  /** Where it belongs; empty for nowhere. */
  Optional<Found> find(ReceivedEml.Received email) {
    return byThread(email.answers())
        .or(() -> byNumber(email))
        .or(() -> parties(email).stream().flatMap(p -> byPerson(p).stream()).findFirst())
        .or(() -> asNew(email));
  }

  private Optional<Found> byThread(List<String> answers) {
    return answers.stream()
        .flatMap(id -> thread(id).stream())
        .findFirst()
        .map(on -> new Found(on, "thread"));
  }

  private Optional<ActivityService.On> thread(String messageId) {
    return queue
        .left(messageId)
        .flatMap(left -> store.home(left.record(), left.recordId()))
        .or(
            () ->
                store
                    .byMessageId(messageId)
                    .filter(row -> row.record() != null)
                    .map(row -> new ActivityService.On(row.record(), row.recordId())));
  }

  /** A number alone opens nothing: whoever writes it has to be of that account, or one of us. */
  private Optional<Found> byNumber(ReceivedEml.Received email) {
    boolean ours = store.isOurs(email.from());
    return NUMBER
        .matcher(email.subject())
        .results()
        .map(MatchResult::group)
        .flatMap(number -> store.numbered(number).stream())
        .filter(of -> ours || store.knows(of.accountId(), email.from(), domain(email.from())))
        .findFirst()
        .map(of -> new Found(new ActivityService.On(of.record(), of.id()), "number"));
  }

  /** Whose email it is about: the sender; where one of us sent it, whom it went to. */
  private List<String> parties(ReceivedEml.Received email) {
    return store.isOurs(email.from()) ? email.to() : List.of(email.from());
  }

  private Optional<Found> byPerson(String email) {
    Optional<RecordId> known = store.accountOfContact(email);
    if (known.isPresent()) {
      return Optional.of(
          store
              .openWith(known.get(), email)
              .map(id -> new Found(new ActivityService.On(OPPORTUNITY, id), "contact"))
              .orElseGet(() -> new Found(new ActivityService.On(ACCOUNT, known.get()), "contact")));
    }
    return store
        .enquiryFrom(email)
        .map(id -> new Found(new ActivityService.On(ENQUIRY, id), ENQUIRY))
        .or(
            () ->
                store
                    .accountOfDomain(domain(email))
                    .map(id -> new Found(new ActivityService.On(ACCOUNT, id), "domain")));
  }

  private Optional<Found> asNew(ReceivedEml.Received email) {
    if (email.automatic() || store.isOurs(email.from())) {
      return Optional.empty();
    }
    return enquiries
        .takeEmail(email.fromName(), email.from(), email.subject())
        .map(id -> new Found(ActivityService.On.enquiry(id), "new"));
  }

  private static String domain(String email) {
    return email.substring(email.indexOf('@') + 1);
  }
}
