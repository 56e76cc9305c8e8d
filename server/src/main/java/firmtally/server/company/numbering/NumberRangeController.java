package firmtally.server.company.numbering;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Number ranges. */
@RestController
@RequestMapping("/api/number-ranges")
class NumberRangeController {
  private final NumberRangeService ranges;

  NumberRangeController(NumberRangeService ranges) {
    this.ranges = ranges;
  }

  record NumberRanges(List<NumberRangeService.NumberRange> ranges) {}

  @GetMapping
  NumberRanges list(@SignedIn Actor actor) {
    return new NumberRanges(ranges.list());
  }

  /** Changes how the numbers of a kind begin, and from where they go on. */
  @PutMapping("/{letter}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable String letter,
      @RequestBody NumberRangeService.NumberRangeForm typed,
      @SignedIn Actor actor) {
    ranges.change(letter, typed, actor);
  }
}
