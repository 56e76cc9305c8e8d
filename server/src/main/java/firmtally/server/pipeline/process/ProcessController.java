package firmtally.server.pipeline.process;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.access.UserService;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/processes")
class ProcessController {
  private final ProcessService processes;
  private final Idempotency once;
  private final UserService people;

  ProcessController(ProcessService processes, UserService people, Idempotency once) {
    this.processes = processes;
    this.once = once;
    this.people = people;
  }

  /**
   * A process with how many open opportunities stand in each of its stages.
   *
   * @param openHere by the stage's id
   */
  record ProcessView(ProcessService.SalesProcess process, Map<StageId, Long> openHere) {}

  record Processes(List<ProcessView> processes, List<String> teams) {}

  record NewProcess(String name, String kind) {}

  record ProcessAdded(ProcessId id) {}

  @Open("Whoever is signed in moves along the sales processes.")
  @GetMapping
  Processes list() {
    return new Processes(
        processes.list().stream().map(p -> new ProcessView(p, processes.openHere(p.id()))).toList(),
        people.teams());
  }

  @PostMapping
  ProcessAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody NewProcess typed,
      @SignedIn Actor actor) {
    return new ProcessAdded(
        once.once(
            key,
            actor.id(),
            "add-process",
            "",
            ProcessId::new,
            () -> processes.add(typed.name(), typed.kind(), actor)));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable ProcessId id,
      @RequestHeader("If-Match") String version,
      @RequestBody ProcessService.ProcessForm typed,
      @SignedIn Actor actor) {
    processes.change(id, Versions.of(version), typed, actor);
  }
}
