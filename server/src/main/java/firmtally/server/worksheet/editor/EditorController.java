package firmtally.server.worksheet.editor;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.worksheet.calculation.WorksheetBook;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The doors of the bench; {@code home} is {@code opportunities} or {@code quotes}. */
@RestController
@RequestMapping("/api/{home:opportunities|quotes}/{id}")
class EditorController {
  private final Editor editor;
  private final AnswerMemory memory;
  private final LineSearch picks;
  private final PasteService pastes;

  EditorController(Editor editor, AnswerMemory memory, LineSearch picks, PasteService pastes) {
    this.editor = editor;
    this.memory = memory;
    this.picks = picks;
    this.pastes = pastes;
  }

  /** Rows as they were copied from a spreadsheet, and what their columns are taken for. */
  record PasteForm(String text, @MaybeNull List<String> columns) {}

  /**
   * Works out what is typed, without keeping it: margin, sign-off, room, landing, supply and
   * credit. What cannot be read is named at its cell. With the name of an earlier answer, lines
   * that are as they were in it are left out.
   */
  @PostMapping("/tally")
  WorksheetView.Tallied tally(
      @PathVariable String home,
      @PathVariable RecordId id,
      @RequestParam(defaultValue = "") String since,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    return memory.next(editor.tally(editor.readable(home, id, actor), form, actor), since);
  }

  /** What a few words could mean: products, kits, templates, tables of sizes, typical values. */
  @GetMapping("/picks")
  List<LineSearch.Pick> picks(
      @PathVariable String home,
      @PathVariable RecordId id,
      @RequestParam(defaultValue = "") String q,
      @SignedIn Actor actor) {
    return picks.find(editor.readable(home, id, actor).context().account(), q);
  }

  /** The worksheet as a workbook that reckons; costs for who sees them. */
  @GetMapping(path = "/worksheet.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> worksheetBook(
      @PathVariable String home, @PathVariable RecordId id, @SignedIn Actor actor) {
    Editor.Place place = editor.readable(home, id, actor);
    return Download.of(
        WorksheetBook.of(
            place.opportunity().title(),
            place.opportunity().number() + ", " + place.context().account().name(),
            editor.kept(place),
            actor.seesCosts()),
        place.opportunity().number() + ".xlsx",
        Download.XLSX);
  }

  /** Reads rows of a spreadsheet as lines. */
  @PostMapping("/paste")
  PasteService.Pasted paste(
      @PathVariable String home,
      @PathVariable RecordId id,
      @RequestBody PasteForm typed,
      @SignedIn Actor actor) {
    editor.readable(home, id, actor);
    return pastes.read(typed.text(), typed.columns() == null ? List.of() : typed.columns());
  }
}
