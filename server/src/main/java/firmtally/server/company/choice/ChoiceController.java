package firmtally.server.company.choice;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.Versions;
import java.util.Arrays;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Words to choose from. */
@RestController
@RequestMapping("/api/choices")
class ChoiceController {
  private final ChoiceService choices;

  ChoiceController(ChoiceService choices) {
    this.choices = choices;
  }

  /**
   * A word.
   *
   * @param used how many records have it
   * @param offered whether it is offered in forms
   */
  record ChoiceView(String value, long used, boolean offered) {}

  /**
   * A list.
   *
   * @param logId under which number its changes stand in the log of {@code choices}
   */
  record Choices(String list, RecordId logId, List<ChoiceView> values, long version) {}

  record ChoicesForm(List<ChoiceService.ChoiceForm> values) {}

  record ChoiceLists(List<String> lists) {}

  /** What lists there are. */
  @GetMapping
  ChoiceLists lists(@SignedIn Actor actor) {
    return new ChoiceLists(Arrays.stream(ChoiceList.values()).map(ChoiceList::word).toList());
  }

  /** The words of a list, and those that are only in use. */
  @GetMapping("/{list}")
  Choices list(@PathVariable String list, @SignedIn Actor actor) {
    ChoiceList of = ChoiceService.of(list);
    return new Choices(
        list,
        ChoiceService.idOf(of),
        choices.list(of).stream()
            .map(row -> new ChoiceView(row.value(), row.used(), row.offered()))
            .toList(),
        choices.version(of));
  }

  /** Sets a list anew; a word that was another is renamed wherever it stands. */
  @PutMapping("/{list}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void set(
      @PathVariable String list,
      @RequestHeader("If-Match") String version,
      @RequestBody ChoicesForm typed,
      @SignedIn Actor actor) {
    choices.set(ChoiceService.of(list), Versions.of(version), Input.given(typed.values()), actor);
  }
}
