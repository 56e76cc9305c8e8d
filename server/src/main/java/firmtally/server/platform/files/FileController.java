package firmtally.server.platform.files;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.FileId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotThere;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Files of records: who sees the record sees them, who changes it adds and removes them. */
@RestController
@RequestMapping("/api/records/{kind}/{id}/files")
class FileController {
  private final FileService files;
  private final Records records;
  private final Idempotency once;

  FileController(FileService files, Records records, Idempotency once) {
    this.files = files;
    this.records = records;
    this.once = once;
  }

  /** The files of a record, the newest first. */
  @GetMapping
  List<FileService.FileView> list(
      @PathVariable String kind, @PathVariable RecordId id, @SignedIn Actor actor) {
    checkHasFiles(kind);
    records.checkReadable(kind, id, actor);
    return files.of(kind, id);
  }

  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addFile(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestParam String name,
      @RequestBody(required = false) byte[] bytes,
      @SignedIn Actor actor) {
    checkHasFiles(kind);
    records.checkEditable(kind, id, actor);
    once.once(
        key,
        actor.id(),
        "add-file",
        kind + " " + id,
        () -> files.add(kind, id, name, bytes, actor));
  }

  /** The file, always as one to be saved: nothing of it is ever run or shown in our pages. */
  @GetMapping("/{file}")
  ResponseEntity<byte[]> file(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @PathVariable FileId file,
      @SignedIn Actor actor) {
    checkHasFiles(kind);
    records.checkReadable(kind, id, actor);
    FileService.Content content = files.content(file);
    if (!content.record().equals(kind) || !content.recordId().equals(id)) {
      throw BadInput.at("file", "This file belongs to another record.");
    }
    return Download.of(content.bytes(), content.name(), content.type());
  }

  @DeleteMapping("/{file}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeFile(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @PathVariable FileId file,
      @SignedIn Actor actor) {
    checkHasFiles(kind);
    records.checkEditable(kind, id, actor);
    files.remove(file, kind, id, actor);
  }

  private void checkHasFiles(String kind) {
    if (!records.kind(kind).hasFiles()) {
      throw new NotThere("files of", records.kind(kind).inWords());
    }
  }
}
