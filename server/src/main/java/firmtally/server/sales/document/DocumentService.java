package firmtally.server.sales.document;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What quotes, orders and all that follows them share: numbers, states, versions, papers, and which
 * line goes on which. Each kind adds its own terms and acts.
 */
@Service
public class DocumentService {
  private final DocumentStore store;
  private final Records records;
  private final FileService files;
  private final ChangeLog log;
  private final Counters counters;
  private final SearchIndex index;
  private final Clock clock;

  DocumentService(
      DocumentStore store,
      Records records,
      FileService files,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.files = files;
    this.log = log;
    this.counters = counters;
    this.index = index;
    this.clock = clock;
  }

  /**
   * How a document begins.
   *
   * @param maker the user whose document it is
   * @param words what it is found by beside its number
   */
  public record Start(
      DocumentKind kind,
      Optional<Document> follows,
      OpportunityId opportunityId,
      AccountId accountId,
      DocumentState state,
      WorksheetId worksheetId,
      PersonId maker,
      String words) {}

  /** A document that somebody may read. */
  public Document readable(DocumentKind kind, DocumentId id, Actor actor) {
    records.checkReadable(kind.word(), id, actor);
    return get(kind, id);
  }

  /** Whether a document is of a kind. */
  public boolean isA(DocumentKind kind, DocumentId id) {
    return store.find(kind, id).isPresent();
  }

  private Document get(DocumentKind kind, DocumentId id) {
    return store.find(kind, id).orElseThrow(() -> new NotThere(kind.word(), id));
  }

  /** Makes a document under the next number of its kind. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Document make(Start start, Actor actor) {
    return begin(start, counters.next(start.kind().letter()), 1, actor);
  }

  /** Makes the next revision of a document, under its number. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Document revise(Document before, Start start, Actor actor) {
    return begin(start, before.number(), before.revision() + 1, actor);
  }

  private Document begin(Start start, String number, int revision, Actor actor) {
    DocumentKind kind = start.kind();
    DocumentId id = store.insert(start, number, revision, LocalDate.now(clock));
    index.add(kind.word(), id, number, start.words());
    Document made = get(kind, id);
    log.note(actor.id(), kind.word(), id, kind.word() + " made", null, made.called());
    return made;
  }

  /**
   * Brings a document into another state.
   *
   * @param version that it was read with
   * @param why what the log says of it
   * @throws firmtally.server.platform.web.NotPossible when its state does not allow it
   * @throws Conflict when somebody changed it in the meantime
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void become(
      Document before,
      long version,
      DocumentState from,
      DocumentState to,
      String why,
      Actor actor) {
    from.checkMayBecome(to, before.kind().word());
    int updated = store.setState(before.id(), version, to.word());
    log.expectOne(updated, before.kind().word(), before.id(), before.version());
    log.note(actor.id(), before.kind().word(), before.id(), "state", from.word(), why);
  }

  /** Counts a change of a document's terms; the caller notes what it was. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void changed(Document before, long version) {
    log.expectOne(
        store.raiseVersion(before.id(), version),
        before.kind().word(),
        before.id(),
        before.version());
  }

  /** Keeps the paper that left with a document. */
  @Transactional(propagation = Propagation.MANDATORY)
  public String keepPaper(DocumentId id, byte[] pdf) {
    String sha256 = files.keep(pdf);
    store.setPaper(id, sha256);
    return sha256;
  }

  /** The paper that left with a document; empty when none has left yet. */
  public Optional<byte[]> paper(Document document) {
    return store.paper(document.id()).map(files::kept);
  }

  /** Notes that so much of a line goes on a line of the document before. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void link(
      DocumentId document, String line, DocumentId follows, String followsLine, Quantity quantity) {
    store.link(document, line, follows, followsLine, quantity);
  }

  /** Takes back the links of a document's lines, to write them anew. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void unlink(DocumentId document) {
    store.unlink(document);
  }

  /** How much of each line went on into documents that follow, by the lines' ids. */
  public Map<String, Quantity> taken(Document document) {
    return store.taken(document.id());
  }
}
