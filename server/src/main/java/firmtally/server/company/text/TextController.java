package firmtally.server.company.text;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.TextId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The texts that letters and papers begin as. */
@RestController
@RequestMapping("/api/texts")
class TextController {
  private final TextService texts;
  private final Idempotency once;

  TextController(TextService texts, Idempotency once) {
    this.texts = texts;
    this.once = once;
  }

  /**
   * The texts, and the fields that they may have.
   *
   * @param fields without their braces
   */
  record Texts(
      List<TextService.Text> texts,
      List<String> fields,
      List<TextService.TextLanguage> languages) {}

  record LanguageForm(String language) {}

  /** How many texts came. */
  record TextsBegun(int added) {}

  record TextForm(String body) {}

  record TextAdded(TextId id) {}

  @GetMapping
  Texts list(@SignedIn Actor actor) {
    return new Texts(texts.list(), Fields.KNOWN.stream().sorted().toList(), texts.languages());
  }

  @PostMapping
  TextAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody TextService.NewText typed,
      @SignedIn Actor actor) {
    return new TextAdded(
        once.once(key, actor.id(), "add-text", "", TextId::new, () -> texts.add(typed, actor)));
  }

  /** Adds the texts to begin with in a language; a second time it finds all of them there. */
  @PostMapping("/languages")
  TextsBegun begin(@RequestBody LanguageForm typed, @SignedIn Actor actor) {
    return new TextsBegun(texts.begin(typed.language(), actor));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable TextId id,
      @RequestHeader("If-Match") String version,
      @RequestBody TextForm typed,
      @SignedIn Actor actor) {
    texts.change(id, Versions.of(version), typed.body(), actor);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable TextId id, @SignedIn Actor actor) {
    texts.remove(id, actor);
  }
}
