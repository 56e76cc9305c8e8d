package firmtally.server.platform.files;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.FileId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Files kept with records. Who may see or change the record is asked by the record's own doors. */
@Service
public class FileService {
  /** The largest file, in KiB: 20 MiB. */
  public static final int LARGEST_KIB = 20 * 1024;

  private static final int LONGEST = 160;
  private static final String PLAIN = "application/octet-stream";

  /** What a name's ending says of the content; all else is bytes of no known kind. */
  private static final Map<String, String> TYPES =
      Map.ofEntries(
          Map.entry("pdf", "application/pdf"),
          Map.entry("png", "image/png"),
          Map.entry("jpg", "image/jpeg"),
          Map.entry("jpeg", "image/jpeg"),
          Map.entry("txt", "text/plain"),
          Map.entry("csv", "text/csv"),
          Map.entry("eml", "message/rfc822"),
          Map.entry("zip", "application/zip"),
          Map.entry("odt", "application/vnd.oasis.opendocument.text"),
          Map.entry("ods", "application/vnd.oasis.opendocument.spreadsheet"),
          Map.entry("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
          Map.entry(
              "docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document"));

  private final FileStore store;
  private final ChangeLog log;
  private final Clock clock;

  FileService(FileStore store, ChangeLog log, Clock clock) {
    this.store = store;
    this.log = log;
    this.clock = clock;
  }

  /** A file of a record. */
  public record FileView(
      FileId id, String name, String type, long size, String sha256, String person, Instant at) {}

  /** A file with what is in it, and the record that it belongs to. */
  public record Content(String record, RecordId recordId, String name, String type, byte[] bytes) {}

  /** The files of a record, the newest first. */
  public List<FileView> of(String record, RecordId id) {
    return store.list(record, id);
  }

  /** Keeps a file with a record; the same content is kept once however often it comes. */
  @Transactional
  public void add(
      String record, RecordId id, @MaybeNull String typedName, byte[] bytes, Actor actor) {
    Input input = new Input();
    String name = input.text("file", plainName(typedName), LONGEST);
    if (bytes == null || bytes.length == 0) {
      input.refuse("file", "This file is empty.");
    }
    input.check();
    String sha256 = sha256(bytes);
    store.putContent(sha256, bytes);
    PersonId by = actor.isSystem() ? null : actor.id();
    store.insert(
        new FileStore.New(record, id, name, type(name), bytes.length, sha256, by, clock.instant()));
    log.note(actor.id(), record, id, "file", null, name);
  }

  /**
   * A file with its content.
   *
   * @throws IllegalStateException when the content is not what was kept
   */
  public Content content(FileId id) {
    FileStore.Kept kept = store.find(id).orElseThrow(() -> new NotThere("file", id));
    byte[] bytes = store.bytes(kept.sha256());
    if (!sha256(bytes).equals(kept.sha256())) {
      throw new IllegalStateException("file " + id + " does not match its checksum");
    }
    return new Content(kept.record(), kept.recordId(), kept.name(), kept.type(), bytes);
  }

  /** Keeps bytes by their checksum, which is given back. Part of the act that refers to them. */
  @Transactional
  public String keep(byte[] bytes) {
    String sha256 = sha256(bytes);
    store.putContent(sha256, bytes);
    return sha256;
  }

  /** Bytes that were kept by a checksum. */
  public byte[] kept(String sha256) {
    return store.bytes(sha256);
  }

  /** Takes a file off its record; its content stays for the log. */
  @Transactional
  public void remove(FileId id, String record, RecordId recordId, Actor actor) {
    FileStore.Kept kept = store.find(id).orElseThrow(() -> new NotThere("file", id));
    if (!kept.record().equals(record) || !kept.recordId().equals(recordId)) {
      throw BadInput.at("file", "This file belongs to another record.");
    }
    store.setRemoved(id, clock.instant());
    log.note(actor.id(), record, recordId, "file", kept.name(), null);
  }

  /** The last part of a name: some browsers send whole paths. */
  private static String plainName(String name) {
    String text = name == null ? "" : name.replace('\\', '/');
    return text.substring(text.lastIndexOf('/') + 1).replaceAll("\\p{Cntrl}", "");
  }

  private static String type(String name) {
    String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    return TYPES.getOrDefault(ending, PLAIN);
  }

  /** The checksum that bytes are kept by, in hex. */
  public static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }
}
