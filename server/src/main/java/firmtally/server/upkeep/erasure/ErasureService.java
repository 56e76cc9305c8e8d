package firmtally.server.upkeep.erasure;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Erases what is known of a private person: a private account, a contact, or who asked. Their
 * figures stay under their numbers. What is still open has to end first.
 */
@Service
class ErasureService implements DueWork {
  private static final RecordId COMPANY = new RecordId(1);
  private static final Set<String> KINDS = Set.of("account", "contact", "enquiry");
  private static final int SHORTEST = 3;
  private static final int MOST_MONTHS = 120;
  private static final int AT_ONCE = 100;
  private final ErasureStore store;
  private final FileService files;
  private final SearchIndex index;
  private final ChangeLog log;
  private final TransactionTemplate transaction;
  private final Clock clock;

  ErasureService(
      ErasureStore store,
      FileService files,
      SearchIndex index,
      ChangeLog log,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.files = files;
    this.index = index;
    this.log = log;
    this.transaction = transaction;
    this.clock = clock;
  }

  /** Somebody who may be erased. */
  record Candidate(String kind, RecordId id, String number, String name, String email) {}

  /**
   * What an erasure would do.
   *
   * @param open what has to end first
   * @param papersKept invoices and other papers that stay as they were issued
   */
  record ErasureView(String kind, RecordId id, List<String> open, long papersKept) {}

  /** After how many months enquiries that were not pursued are erased; blank for never. */
  record RetentionForm(@MaybeNull String enquiryMonths) {}

  /** The same, as it is kept. */
  record Retention(@MaybeNull Integer enquiryMonths, long version) {}

  List<Candidate> find(String text, Actor actor) {
    actor.checkAdministrates();
    String asked = text == null ? "" : text.strip();
    return asked.length() < SHORTEST ? List.of() : store.find(asked);
  }

  private void check(String kind, RecordId id) {
    if (!KINDS.contains(kind) || !store.isThere(kind, id)) {
      throw new NotThere(kind + " of a private person", id);
    }
  }

  /** What erasing would do; nothing is changed. */
  ErasureView tried(String kind, RecordId id, Actor actor) {
    actor.checkAdministrates();
    check(kind, id);
    return new ErasureView(
        kind, id, store.open(kind, id), kind.equals("account") ? store.papersKept(id) : 0);
  }

  /** Erases for good; there is no undo but a backup of before. */
  @Transactional
  public void erase(String kind, RecordId id, Actor actor) {
    actor.checkAdministrates();
    check(kind, id);
    List<String> open = store.open(kind, id);
    if (!open.isEmpty()) {
      throw new NotPossible("This is still open: " + String.join(", ", open) + ".");
    }
    clear(kind, id);
    log.note(actor.id(), "company", COMPANY, "personal data of " + kind, null, "erased");
    log.note(
        actor.id(),
        kind.equals("contact") ? "company" : kind,
        id(kind, id),
        "erased",
        null,
        "on request");
  }

  private static RecordId id(String kind, RecordId id) {
    return kind.equals("contact") ? COMPANY : id;
  }

  private void clear(String kind, RecordId id) {
    List<String> known = store.known(kind, id);
    List<String> addresses =
        known.stream()
            .filter(word -> word.contains("@"))
            .map(word -> word.toLowerCase(Locale.ROOT))
            .distinct()
            .toList();
    switch (kind) {
      case "account" -> {
        store.enquiriesOf(kind, id).forEach(this::clearEnquiry);
        index.remove("contact", store.contactsOf(id));
        store.emptyContacts("account_id", id, clock.instant());
        store.emptyAccount(id, clock.instant());
        index.put("account", id, store.numberOf(id), "");
      }
      case "contact" -> {
        store.enquiriesOf(kind, id).forEach(this::clearEnquiry);
        index.remove("contact", List.of(id));
        store.emptyContacts("id", id, clock.instant());
      }
      default -> clearEnquiry(id);
    }
    store.emptyEmails(addresses);
    store.replace(Erased.of(known));
    store.dropFiles(files.keep(Erased.MARK.getBytes(StandardCharsets.UTF_8)));
  }

  private void clearEnquiry(RecordId id) {
    index.remove("enquiry", List.of(id));
    store.emptyEnquiry(id);
  }

  Retention retention(Actor actor) {
    actor.checkAdministrates();
    return new Retention(store.months().orElse(null), store.version());
  }

  /** Sets after how many months enquiries that were not pursued are erased. */
  @Transactional
  public void setRetention(RetentionForm typed, long version, Actor actor) {
    actor.checkAdministrates();
    Input input = new Input();
    Optional<Integer> months =
        typed.enquiryMonths() == null || typed.enquiryMonths().isBlank()
            ? Optional.empty()
            : input.whole("enquiryMonths", typed.enquiryMonths(), 1, MOST_MONTHS);
    input.check();
    String before = words(store.months());
    log.expectOne(store.setMonths(months, version), "company", COMPANY, store.version());
    log.note(actor.id(), "company", COMPANY, "erasing of enquiries", before, words(months));
  }

  private static String words(Optional<Integer> months) {
    return months.map(n -> "after " + n + " months").orElse("never");
  }

  @Override
  public String job() {
    return "enquiries that are erased";
  }

  /** Enquiries that were not pursued are erased when their time is over. */
  @Override
  public void run(LocalDate today) {
    store
        .months()
        .map(months -> today.minusMonths(months).atStartOfDay(clock.getZone()).toInstant())
        .ifPresent(
            before ->
                store
                    .overdue(before, AT_ONCE)
                    .forEach(
                        id ->
                            transaction.executeWithoutResult(
                                s -> {
                                  clear("enquiry", id);
                                  log.note(
                                      Actor.SYSTEM.id(),
                                      "enquiry",
                                      id,
                                      "erased",
                                      null,
                                      "its time is over");
                                })));
  }
}
