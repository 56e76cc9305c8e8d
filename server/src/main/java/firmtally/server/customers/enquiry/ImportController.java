package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.web.Download;
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

/** Files of enquiries. */
@RestController
@RequestMapping("/api/enquiry-imports")
class ImportController {
  private final ImportService imports;

  ImportController(ImportService imports) {
    this.imports = imports;
  }

  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  ImportService.ImportView read(
      @RequestParam String name,
      @RequestBody(required = false) byte[] bytes,
      @SignedIn Actor actor) {
    return imports.read(name, bytes, actor);
  }

  @GetMapping("/{id}")
  ImportService.ImportView progress(@PathVariable String id, @SignedIn Actor actor) {
    return imports.get(id, actor);
  }

  @PostMapping("/{id}/checked")
  ImportService.ImportView check(
      @PathVariable String id,
      @RequestBody ImportService.Matching matching,
      @SignedIn Actor actor) {
    return imports.check(id, matching, actor);
  }

  @PostMapping("/{id}/taken")
  ImportService.ImportView takeAll(
      @PathVariable String id,
      @RequestBody ImportService.Matching matching,
      @SignedIn Actor actor) {
    return imports.take(id, matching, actor);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stop(@PathVariable String id, @SignedIn Actor actor) {
    imports.stop(id, actor);
  }

  @GetMapping(path = "/{id}/bad.csv", produces = Download.CSV)
  ResponseEntity<byte[]> badCsv(@PathVariable String id, @SignedIn Actor actor) {
    return Download.of(imports.badRows(id, false, actor), "to-mend.csv", Download.CSV);
  }

  @GetMapping(path = "/{id}/bad.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> badXlsx(@PathVariable String id, @SignedIn Actor actor) {
    return Download.of(imports.badRows(id, true, actor), "to-mend.xlsx", Download.XLSX);
  }
}
