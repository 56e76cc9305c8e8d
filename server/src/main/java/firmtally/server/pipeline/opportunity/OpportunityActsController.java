package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Versions;
import java.io.IOException;
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
import org.springframework.web.multipart.MultipartFile;

/** Where an opportunity goes: moved, ticked off, paused, lost, opened again; and its files. */
@RestController
@RequestMapping("/api/opportunities/{id}")
class OpportunityActsController {
  private static final String RECORD = "opportunity";
  private final OpportunityService opportunities;
  private final MoveService moves;
  private final EndingService endings;
  private final FileService files;

  OpportunityActsController(
      OpportunityService opportunities,
      MoveService moves,
      EndingService endings,
      FileService files) {
    this.opportunities = opportunities;
    this.moves = moves;
    this.endings = endings;
    this.files = files;
  }

  record Ticked(boolean done) {}

  @PostMapping("/stage/{stage}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void move(
      @PathVariable long id,
      @PathVariable long stage,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    moves.move(id, Versions.of(version), stage, actor);
  }

  @PostMapping("/checks/{check}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void tick(
      @PathVariable long id,
      @PathVariable long check,
      @RequestBody Ticked typed,
      @SignedIn Actor actor) {
    moves.tick(id, check, typed.done(), actor);
  }

  @PostMapping("/lost")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void lose(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody EndingService.Loss typed,
      @SignedIn Actor actor) {
    endings.lose(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/paused")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void pause(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody EndingService.Pause typed,
      @SignedIn Actor actor) {
    endings.pause(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/reopened")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reopen(
      @PathVariable long id, @RequestHeader("If-Match") String version, @SignedIn Actor actor) {
    endings.reopen(id, Versions.of(version), actor);
  }

  @PostMapping(path = "/files", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addFile(
      @PathVariable long id, @RequestParam("file") MultipartFile file, @SignedIn Actor actor)
      throws IOException {
    opportunities.mine(id, actor);
    files.add(RECORD, id, file.getOriginalFilename(), file.getBytes(), actor);
  }

  /** The file, always as one to be saved: nothing of it is ever run or shown in our pages. */
  @GetMapping("/files/{file}")
  ResponseEntity<byte[]> file(
      @PathVariable long id, @PathVariable long file, @SignedIn Actor actor) {
    opportunities.seen(id, actor);
    FileService.Content content = files.content(file);
    if (!content.record().equals(RECORD) || content.recordId() != id) {
      throw BadInput.at("file", "This file belongs to another record.");
    }
    return Download.of(content.bytes(), content.name(), content.type());
  }

  @DeleteMapping("/files/{file}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeFile(@PathVariable long id, @PathVariable long file, @SignedIn Actor actor) {
    opportunities.mine(id, actor);
    files.remove(file, RECORD, id, actor);
  }
}
