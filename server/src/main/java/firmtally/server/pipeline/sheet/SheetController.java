package firmtally.server.pipeline.sheet;

import firmtally.core.pipeline.OpenTotal;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.UserService;
import firmtally.server.pipeline.list.ListQuery;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.Money;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class SheetController {
  private final SheetService sheets;
  private final UserService people;

  SheetController(SheetService sheets, UserService people) {
    this.sheets = sheets;
    this.people = people;
  }

  /** Count, sum, and sum weighted by probability. */
  record TotalView(int count, String value, String weighted) {
    static TotalView of(OpenTotal total) {
      return new TotalView(total.count(), text(total.value()), text(total.weighted()));
    }
  }

  record SheetItem(
      OpportunityId id,
      String number,
      String title,
      String account,
      String owner,
      String value,
      String probability,
      StageId stageId,
      LocalDate expectedClose,
      int slips,
      String priority,
      @MaybeNull LocalDate nextDue,
      boolean mayChange,
      long version) {}

  record SheetRow(StageId stageId, String name, String probability, TotalView total) {}

  /** A column: {@code late}, a month such as {@code 2027-03}, or {@code later}. */
  record SheetColumn(String key, TotalView total, @MaybeNull String goal) {}

  record SheetCell(StageId stageId, String column, TotalView total, List<SheetItem> items) {}

  record SheetView(
      List<SheetRow> rows,
      List<SheetColumn> columns,
      List<SheetCell> cells,
      TotalView total,
      List<String> teams) {}

  record PlaceForm(StageId stageId, String expectedClose) {
    PlaceForm {
      stageId = Input.given(stageId, StageId::new);
    }
  }

  record PlacedOnSheet(long version) {}

  @GetMapping("/sheet")
  SheetView sheet(@ParameterObject ListQuery query, @SignedIn Actor actor) {
    SheetService.Sheet sheet = sheets.sheet(query, actor);
    return new SheetView(
        sheet.rows().stream()
            .map(
                r ->
                    new SheetRow(
                        r.stage().id(),
                        r.stage().name(),
                        r.stage().probability(),
                        TotalView.of(r.total())))
            .toList(),
        sheet.columns().stream()
            .map(
                c ->
                    new SheetColumn(
                        c.key(),
                        TotalView.of(c.total()),
                        c.goal().map(SheetController::text).orElse(null)))
            .toList(),
        sheet.cells().stream()
            .map(
                c ->
                    new SheetCell(
                        c.stageId(),
                        c.column(),
                        TotalView.of(c.total()),
                        c.items().stream().map(SheetController::item).toList()))
            .toList(),
        TotalView.of(sheet.total()),
        people.teams());
  }

  private static SheetItem item(SheetStore.Item item) {
    return new SheetItem(
        item.id(),
        item.open().ref(),
        item.title(),
        item.account(),
        item.owner(),
        text(item.open().value()),
        item.open().percent().toString(),
        item.stageId(),
        item.expectedClose(),
        item.slips(),
        item.priority(),
        item.nextDue(),
        item.editable(),
        item.version());
  }

  @PostMapping("/opportunities/{id}/place")
  PlacedOnSheet place(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody PlaceForm typed,
      @SignedIn Actor actor) {
    return new PlacedOnSheet(
        sheets.place(id, Versions.of(version), typed.stageId(), typed.expectedClose(), actor));
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
