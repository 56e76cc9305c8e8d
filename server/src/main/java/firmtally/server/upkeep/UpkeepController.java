package firmtally.server.upkeep;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.jobs.Jobs;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.List;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What an administrator looks after. */
@RestController
@RequestMapping("/api/upkeep")
class UpkeepController {
  private final BackupService backups;
  private final UpkeepService upkeep;
  private final EmailQueue emails;
  private final Jobs jobs;

  UpkeepController(BackupService backups, UpkeepService upkeep, EmailQueue emails, Jobs jobs) {
    this.backups = backups;
    this.upkeep = upkeep;
    this.emails = emails;
    this.jobs = jobs;
  }

  record JobState(String job, Instant at, long millis, @MaybeNull String failure) {}

  /**
   * How everything stands.
   *
   * @param point until when work would come back, were the newest backup put back; null for none
   * @param folder where the backups lie
   */
  record Upkeep(
      BackupService.BackupPlan plan,
      List<BackupService.BackupMade> backups,
      @MaybeNull Instant point,
      String folder,
      UpkeepService.DatabaseState database,
      List<UpkeepService.SlowStatement> slow,
      List<JobState> jobs,
      EmailQueue.Waiting emails,
      long uptimeSeconds,
      long memoryBytes) {}

  @GetMapping
  Upkeep state(@SignedIn Actor actor) {
    actor.checkAdministrates();
    return new Upkeep(
        backups.plan(),
        backups.list(),
        backups.lastGood().orElse(null),
        backups.folder().toString(),
        upkeep.database(),
        upkeep.slow(),
        jobs.runs().stream()
            .map(
                run ->
                    new JobState(
                        run.job(), run.at(), run.took().toMillis(), run.failure().orElse(null)))
            .toList(),
        emails.standing(),
        upkeep.uptime().toSeconds(),
        upkeep.memory());
  }

  /** Makes a backup now, and answers when it is made and checked. */
  @PostMapping("/backups")
  BackupService.BackupMade backUp(@SignedIn Actor actor) {
    return backups.backUp(actor);
  }

  /** Sets when backups are made by themselves. */
  @PutMapping("/backup-plan")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setPlan(
      @RequestHeader("If-Match") String version,
      @RequestBody BackupService.BackupPlanForm typed,
      @SignedIn Actor actor) {
    backups.setPlan(Versions.of(version), typed, actor);
  }

  /** Checks every page, index and reference of the database. */
  @PostMapping("/integrity")
  UpkeepService.Integrity check(@SignedIn Actor actor) {
    return upkeep.check(actor);
  }

  /** Everything of the company as CSV and JSON that a person can read, in one file. */
  @GetMapping(path = "/export.zip", produces = "application/zip")
  ResponseEntity<InputStreamResource> export(@SignedIn Actor actor) throws IOException {
    Path zip = upkeep.export(actor);
    long length = Files.size(zip);
    InputStream in = Files.newInputStream(zip, StandardOpenOption.DELETE_ON_CLOSE);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("application/zip"))
        .contentLength(length)
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"firm-tally.zip\"")
        .body(new InputStreamResource(in));
  }
}
