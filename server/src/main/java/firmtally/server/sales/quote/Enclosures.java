package firmtally.server.sales.quote;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.FileId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.sales.document.DocumentService;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The files that leave with a quote: chosen from those of its opportunity, its account, the
 * products of its lines, and the company's own.
 */
@Service
public class Enclosures {
  private final EnclosureStore store;
  private final QuoteService quotes;
  private final DocumentService documents;
  private final FileService files;
  private final ChangeLog log;

  Enclosures(
      EnclosureStore store,
      QuoteService quotes,
      DocumentService documents,
      FileService files,
      ChangeLog log) {
    this.store = store;
    this.quotes = quotes;
    this.documents = documents;
    this.files = files;
    this.log = log;
  }

  /** A file that leaves with a quote, by its checksum. */
  public record File(String name, String type, long size, String sha256) {}

  /** A file with what is in it. */
  public record Content(String name, String type, byte[] bytes) {}

  /**
   * A file that may be enclosed.
   *
   * @param of the kind of record that it is of
   */
  record Offered(FileId id, String name, long size, String of, boolean enclosed) {}

  /** What leaves with it, in order. */
  public List<File> of(Quote quote) {
    return store.of(quote.id()).stream()
        .map(f -> new File(f.name(), f.type(), f.size(), f.sha256()))
        .toList();
  }

  /** One of them, by its place. */
  public Optional<Content> content(Quote quote, int at) {
    List<File> all = of(quote);
    return at < 0 || at >= all.size()
        ? Optional.empty()
        : Optional.of(
            new Content(all.get(at).name(), all.get(at).type(), files.kept(all.get(at).sha256())));
  }

  /** What may be enclosed, and what is. */
  List<Offered> offered(DocumentId id, Actor actor) {
    quotes.readable(id, actor);
    Set<FileId> enclosed =
        store.of(id).stream().map(EnclosureStore.Enclosed::id).collect(Collectors.toSet());
    return store.offered(id).stream()
        .map(f -> new Offered(f.id(), f.name(), f.size(), f.record(), enclosed.contains(f.id())))
        .toList();
  }

  /** Encloses these with a draft, in place of what was enclosed. */
  @Transactional
  void enclose(DocumentId id, long version, List<FileId> typed, Actor actor) {
    Quote quote = quotes.editableDraft(id, actor);
    List<FileId> wanted = Input.given(typed).stream().distinct().toList();
    Set<FileId> offered =
        store.offered(id).stream().map(EnclosureStore.Enclosed::id).collect(Collectors.toSet());
    if (!offered.containsAll(wanted)) {
      throw BadInput.at(
          "files", "Only files of the opportunity, the account, its products or the company.");
    }
    documents.changed(quote.document(), version);
    store.enclose(id, wanted);
    log.note(
        actor.id(),
        "quote",
        id,
        "enclosures",
        null,
        store.of(id).stream().map(EnclosureStore.Enclosed::name).collect(Collectors.joining(", ")));
  }
}
