package firmtally.server.bench;

import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.worksheet.WorksheetForm;
import firmtally.server.worksheet.WorksheetView;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The doors of the bench; {@code home} is {@code opportunities} or {@code quotes}. */
@RestController
@RequestMapping("/api/{home:opportunities|quotes}/{id}")
class BenchController {
  private final Bench bench;
  private final AnswerMemory memory;
  private final PickService picks;
  private final PasteService pastes;
  private final VariantService variants;

  BenchController(
      Bench bench,
      AnswerMemory memory,
      PickService picks,
      PasteService pastes,
      VariantService variants) {
    this.bench = bench;
    this.memory = memory;
    this.picks = picks;
    this.pastes = pastes;
    this.variants = variants;
  }

  /** Rows as they were copied from a spreadsheet. */
  record PasteForm(String text) {}

  /** A variant as typed. */
  record VariantForm(String name, WorksheetForm lines) {}

  record VariantKept(long id) {}

  /**
   * Works out what is typed, without keeping it: margin, sign-off, room, landing, supply and
   * credit. What cannot be read is named at its cell. With the name of an earlier answer, lines
   * that are as they were in it are left out.
   */
  @PostMapping("/tally")
  WorksheetView.Tallied tally(
      @PathVariable String home,
      @PathVariable long id,
      @RequestParam(defaultValue = "") String since,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    return memory.next(bench.tally(bench.seen(home, id, actor), form), since);
  }

  /** What a few words could mean: products, kits, templates, tables of sizes, typical values. */
  @GetMapping("/picks")
  List<PickService.Pick> picks(
      @PathVariable String home,
      @PathVariable long id,
      @RequestParam(defaultValue = "") String q,
      @SignedIn Actor actor) {
    return picks.find(bench.seen(home, id, actor).context().account(), q);
  }

  /** Reads rows of a spreadsheet as lines. */
  @PostMapping("/paste")
  PasteService.Pasted paste(
      @PathVariable String home,
      @PathVariable long id,
      @RequestBody PasteForm typed,
      @SignedIn Actor actor) {
    bench.seen(home, id, actor);
    return pastes.read(typed.text());
  }

  @GetMapping("/variants")
  List<VariantService.VariantRow> variants(
      @PathVariable String home, @PathVariable long id, @SignedIn Actor actor) {
    return variants.list(bench.seen(home, id, actor));
  }

  @PostMapping("/variants")
  VariantKept keep(
      @PathVariable String home,
      @PathVariable long id,
      @RequestBody VariantForm typed,
      @SignedIn Actor actor) {
    return new VariantKept(
        variants.keep(bench.mine(home, id, actor), typed.name(), typed.lines(), actor));
  }

  @DeleteMapping("/variants/{variant}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(
      @PathVariable String home,
      @PathVariable long id,
      @PathVariable long variant,
      @SignedIn Actor actor) {
    variants.drop(bench.mine(home, id, actor), variant, actor);
  }

  /** Brings back a variant that was dropped. */
  @PostMapping("/variants/{variant}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(
      @PathVariable String home,
      @PathVariable long id,
      @PathVariable long variant,
      @SignedIn Actor actor) {
    variants.takeBack(bench.mine(home, id, actor), variant, actor);
  }

  /** What is typed beside a variant, line by line. */
  @PostMapping("/variants/{variant}/compare")
  VariantService.CompareView compare(
      @PathVariable String home,
      @PathVariable long id,
      @PathVariable long variant,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    return variants.compare(bench.seen(home, id, actor), variant, form);
  }
}
