package firmtally.server.worksheet.scenario;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.ScenarioId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.editor.Editor;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Scenarios of a worksheet; {@code home} is {@code opportunities} or {@code quotes}. */
@RestController
@RequestMapping("/api/{home:opportunities|quotes}/{id}")
class ScenarioController {
  private final Editor editor;
  private final Idempotency once;
  private final ScenarioService scenarios;

  ScenarioController(Editor editor, ScenarioService scenarios, Idempotency once) {
    this.editor = editor;
    this.once = once;
    this.scenarios = scenarios;
  }

  /** A scenario as typed. */
  record ScenarioForm(String name, WorksheetForm lines) {}

  record ScenarioSaved(ScenarioId id) {}

  @GetMapping("/scenarios")
  List<ScenarioService.ScenarioRow> list(
      @PathVariable String home, @PathVariable RecordId id, @SignedIn Actor actor) {
    return scenarios.list(editor.readable(home, id, actor));
  }

  @PostMapping("/scenarios")
  ScenarioSaved save(
      @PathVariable String home,
      @PathVariable RecordId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ScenarioForm typed,
      @SignedIn Actor actor) {
    var sheet = editor.editable(home, id, actor);
    return new ScenarioSaved(
        once.once(
            key,
            actor.id(),
            "add-scenario",
            home + " " + id,
            ScenarioId::new,
            () -> scenarios.save(sheet, typed.name(), typed.lines(), actor)));
  }

  @DeleteMapping("/scenarios/{scenario}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(
      @PathVariable String home,
      @PathVariable RecordId id,
      @PathVariable ScenarioId scenario,
      @SignedIn Actor actor) {
    scenarios.drop(editor.editable(home, id, actor), scenario, actor);
  }

  /** Brings back a scenario that was dropped. */
  @PostMapping("/scenarios/{scenario}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable String home,
      @PathVariable RecordId id,
      @PathVariable ScenarioId scenario,
      @SignedIn Actor actor) {
    scenarios.takeBack(editor.editable(home, id, actor), scenario, actor);
  }

  /** What is typed beside a scenario, line by line. */
  @PostMapping("/scenarios/{scenario}/compare")
  ScenarioService.CompareView compare(
      @PathVariable String home,
      @PathVariable RecordId id,
      @PathVariable ScenarioId scenario,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    return scenarios.compare(editor.readable(home, id, actor), scenario, form, actor);
  }
}
