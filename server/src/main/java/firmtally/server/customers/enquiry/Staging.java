package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Iterator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes many enquiries down in parts, so that others come in between, and yet all at once or not at
 * all: nobody sees them until one short act says that the file is taken. What was broken off before
 * that is taken back; what was broken off after it is put into the search later.
 */
@Service
class Staging implements DueWork {
  private static final RecordId ALL = new RecordId(0);

  /** The one writer is held for so long at most. */
  private static final Duration PART = Duration.ofMillis(100);

  private static final int AT_A_TIME = 50;
  private static final long PAUSE_MILLIS = 5;
  private final StagingStore store;
  private final EnquiryService enquiries;
  private final AssignmentService assignment;
  private final SearchIndex index;
  private final PhoneIndex phones;
  private final Events events;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final Set<ImportId> goingOn = ConcurrentHashMap.newKeySet();

  Staging(
      StagingStore store,
      EnquiryService enquiries,
      AssignmentService assignment,
      SearchIndex index,
      PhoneIndex phones,
      Events events,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.enquiries = enquiries;
    this.assignment = assignment;
    this.index = index;
    this.phones = phones;
    this.events = events;
    this.transaction = transaction;
    this.clock = clock;
  }

  /**
   * Takes down all of them.
   *
   * @param advanced called before each; what it throws breaks off, and nothing of the file is kept
   */
  void take(String file, List<EnquiryReader.Draft> drafts, Runnable advanced, Actor by) {
    ImportId id = transaction.execute(s -> store.begin(by.id(), file, clock.instant()));
    goingOn.add(id);
    try {
      AssignmentService.Turns turns = assignment.turns();
      Iterator<EnquiryReader.Draft> rest = drafts.iterator();
      while (rest.hasNext()) {
        transaction.executeWithoutResult(s -> part(id, rest, turns, advanced, by));
        letOthersIn();
      }
      transaction.executeWithoutResult(
          s -> {
            turns.keep();
            store.setTaken(id, clock.instant());
            events.changed("enquiry", ALL);
          });
      putIntoSearch(id);
    } finally {
      try {
        finish(id);
      } finally {
        // What could not be taken back now is taken back by the work that comes due.
        goingOn.remove(id);
      }
    }
  }

  private void part(
      ImportId id,
      Iterator<EnquiryReader.Draft> rest,
      AssignmentService.Turns turns,
      Runnable advanced,
      Actor by) {
    long end = System.nanoTime() + PART.toNanos();
    while (rest.hasNext() && System.nanoTime() < end) {
      advanced.run();
      EnquiryReader.Draft draft = rest.next();
      enquiries.stage(draft, turns.next(draft.facts()), id, by);
    }
  }

  private void putIntoSearch(ImportId id) {
    while (Boolean.TRUE.equals(transaction.execute(s -> foundPart(id)))) {
      letOthersIn();
    }
  }

  /** Whether there was any to put in. */
  private boolean foundPart(ImportId id) {
    List<StagingStore.Words> some =
        store.notFound(id, store.find(id).orElseThrow().foundTo(), AT_A_TIME);
    for (StagingStore.Words words : some) {
      index.add("enquiry", words.id(), words.number(), words.name() + " " + words.subject());
      phones.add("enquiry", words.id(), words.phone());
    }
    if (!some.isEmpty()) {
      store.setFoundTo(id, some.get(some.size() - 1).id());
    }
    return !some.isEmpty();
  }

  /** Takes back what was not taken, whatever broke it off. */
  private void finish(ImportId id) {
    boolean isTaken = store.find(id).map(row -> row.takenAt() != null).orElse(true);
    if (isTaken) {
      return;
    }
    while (Boolean.TRUE.equals(transaction.execute(s -> store.takeBack(id, AT_A_TIME) > 0))) {
      letOthersIn();
    }
    transaction.executeWithoutResult(s -> store.forget(id));
  }

  private static void letOthersIn() {
    try {
      Thread.sleep(PAUSE_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public String job() {
    return "files of enquiries that were broken off";
  }

  @Override
  public void run(LocalDate today) {
    for (ImportId id : store.unfinished()) {
      if (!goingOn.contains(id)) {
        finish(id);
        if (store.find(id).isPresent()) {
          putIntoSearch(id);
        }
      }
    }
  }
}
