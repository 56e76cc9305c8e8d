package firmtally.server.customers.overview;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Download;
import java.io.IOException;
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
import org.springframework.web.multipart.MultipartFile;

/** What is planned and kept with an account itself. */
@RestController
@RequestMapping("/api/accounts/{id}")
class AccountFilesController {
  private static final String RECORD = "account";
  private final AccountService accounts;
  private final ActivityService activities;
  private final FileService files;

  AccountFilesController(AccountService accounts, ActivityService activities, FileService files) {
    this.accounts = accounts;
    this.activities = activities;
    this.files = files;
  }

  @PostMapping("/activities")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void planWith(
      @PathVariable long id,
      @RequestBody ActivityService.ActivityForm typed,
      @SignedIn Actor actor) {
    actor.checkSells();
    accounts.get(id);
    activities.plan(ActivityService.On.account(id), typed, actor);
  }

  @PostMapping(path = "/files", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addAccountFile(
      @PathVariable long id, @RequestParam("file") MultipartFile file, @SignedIn Actor actor)
      throws IOException {
    accounts.changeable(id, actor);
    files.add(RECORD, id, file.getOriginalFilename(), file.getBytes(), actor);
  }

  @GetMapping("/files/{file}")
  ResponseEntity<byte[]> accountFile(@PathVariable long id, @PathVariable long file) {
    FileService.Content content = files.content(file);
    if (!content.record().equals(RECORD) || content.recordId() != id) {
      throw BadInput.at("file", "This file belongs to another record.");
    }
    return Download.of(content.bytes(), content.name(), content.type());
  }

  @DeleteMapping("/files/{file}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeAccountFile(@PathVariable long id, @PathVariable long file, @SignedIn Actor actor) {
    accounts.changeable(id, actor);
    files.remove(file, RECORD, id, actor);
  }
}
