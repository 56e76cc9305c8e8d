package firmtally.server.catalogue.template;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.TemplateId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
import java.util.List;
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
@RequestMapping("/api/templates")
class TemplateController {
  private final TemplateService sets;
  private final Idempotency once;

  TemplateController(TemplateService sets, Idempotency once) {
    this.sets = sets;
    this.once = once;
  }

  record TemplateSaved(TemplateId id) {}

  @GetMapping
  List<TemplateService.Template> all(@SignedIn Actor actor) {
    return actor.seesCosts()
        ? sets.all()
        : sets.all().stream().map(TemplateService.Template::withoutCosts).toList();
  }

  @PostMapping
  TemplateSaved keep(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody TemplateService.TemplateForm typed,
      @SignedIn Actor actor) {
    return new TemplateSaved(
        once.once(
            key, actor.id(), "add-template", "", TemplateId::new, () -> sets.keep(typed, actor)));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable TemplateId id,
      @RequestHeader("If-Match") String version,
      @RequestBody TemplateService.TemplateForm typed,
      @SignedIn Actor actor) {
    sets.change(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/deactivated")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setDeactivated(
      @PathVariable TemplateId id,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    sets.setDeactivated(id, Versions.of(version), true, actor);
  }

  @PostMapping("/{id}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable TemplateId id,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    sets.setDeactivated(id, Versions.of(version), false, actor);
  }
}
