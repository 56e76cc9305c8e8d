package firmtally.server.importing;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.web.Download;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Files of any kind that are imported. */
@RestController
@RequestMapping("/api")
class ImportController {
  private final ImportService imports;
  private final ImportFiles files;
  private final ImportLog past;

  ImportController(ImportService imports, ImportFiles files, ImportLog past) {
    this.imports = imports;
    this.files = files;
    this.past = past;
  }

  @GetMapping("/import-kinds")
  List<ImportService.KindView> kinds(@SignedIn Actor actor) {
    return imports.kinds(actor);
  }

  @GetMapping(path = "/import-kinds/{word}/template.csv", produces = Download.CSV)
  ResponseEntity<byte[]> templateCsv(@PathVariable String word, @SignedIn Actor actor) {
    return Download.of(files.template(word, false, actor), word + ".csv", Download.CSV);
  }

  @GetMapping(path = "/import-kinds/{word}/template.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> templateXlsx(@PathVariable String word, @SignedIn Actor actor) {
    return Download.of(files.template(word, true, actor), word + ".xlsx", Download.XLSX);
  }

  @PostMapping(path = "/imports", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  ImportService.ImportView read(
      @RequestParam String kind,
      @RequestParam String name,
      @RequestBody(required = false) byte[] bytes,
      @SignedIn Actor actor) {
    return imports.read(kind, name, bytes, actor);
  }

  @GetMapping("/imports/{id}")
  ImportService.ImportView progress(@PathVariable String id, @SignedIn Actor actor) {
    return imports.get(id, actor);
  }

  @PostMapping("/imports/{id}/checked")
  ImportService.ImportView check(
      @PathVariable String id,
      @RequestBody ImportService.Matching matching,
      @SignedIn Actor actor) {
    return imports.check(id, matching, actor);
  }

  @PostMapping("/imports/{id}/taken")
  ImportService.ImportView takeAll(
      @PathVariable String id,
      @RequestBody ImportService.Matching matching,
      @SignedIn Actor actor) {
    return imports.take(id, matching, actor);
  }

  @DeleteMapping("/imports/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stop(@PathVariable String id, @SignedIn Actor actor) {
    imports.stop(id, actor);
  }

  @GetMapping(path = "/imports/{id}/bad.csv", produces = Download.CSV)
  ResponseEntity<byte[]> badCsv(@PathVariable String id, @SignedIn Actor actor) {
    return Download.of(files.badRows(id, false, actor), "to-correct.csv", Download.CSV);
  }

  @GetMapping(path = "/imports/{id}/bad.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> badXlsx(@PathVariable String id, @SignedIn Actor actor) {
    return Download.of(files.badRows(id, true, actor), "to-correct.xlsx", Download.XLSX);
  }

  @GetMapping("/import-log")
  List<ImportLog.PastImport> past(@SignedIn Actor actor) {
    return past.list(actor);
  }

  /** What undoing an import would do. */
  @GetMapping("/import-log/{id}/undo")
  ImportLog.UndoView tryUndo(@PathVariable ImportId id, @SignedIn Actor actor) {
    return past.tryUndo(id, actor);
  }

  /** Undoes an import as a whole. */
  @PostMapping("/import-log/{id}/undone")
  ImportLog.UndoView undo(
      @PathVariable ImportId id,
      @RequestParam(defaultValue = "false") boolean leaveInUse,
      @SignedIn Actor actor) {
    return past.undo(id, leaveInUse, actor);
  }
}
