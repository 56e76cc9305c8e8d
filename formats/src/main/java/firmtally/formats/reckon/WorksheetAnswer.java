package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.margin.Landing;
import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.Room;
import firmtally.core.margin.SignOff;
import firmtally.core.money.Texts;
import firmtally.core.pricing.PriceRule;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Totals;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Renders the answer to a worksheet. The server's door uses the same shape, so that both show the
 * same figures.
 */
public final class WorksheetAnswer {
  private WorksheetAnswer() {}

  /** The answer as maps, lists and texts. */
  public static Map<String, Object> of(MarginCheck check) {
    return Values.map(
        "lines", check.tally().lines().stream().map(WorksheetAnswer::line).toList(),
        "totals", totals(check.tally().totals()),
        "signOff", check.signOff().map(WorksheetAnswer::signOff).orElse(null),
        "room", check.room().map(WorksheetAnswer::room).orElse(null),
        "landing", check.landing().map(WorksheetAnswer::landing).orElse(null));
  }

  private static Map<String, Object> line(LineTally line) {
    return Values.map(
        "id", line.line().id(),
        "counted", line.line().counted(),
        "listUnit", text(line.line().item().listPrice()),
        "unitPrice", text(line.price().unitPrice()),
        "priceFrom", line.price().from().map(PriceRule::id).orElse(null),
        "gross", text(line.gross()),
        "discount", text(line.discount()),
        "net", text(line.net()),
        "documentShare", text(line.documentShare()),
        "final", text(line.finalAmount()),
        "discountPercent", text(line.discountPercent()),
        "cost", text(line.cost()),
        "margin", text(line.margin()),
        "marginPercent", text(line.marginPercent()),
        "periods", line.line().periods(),
        "monthly", line.monthly().map(Values::text).orElse(null));
  }

  private static Map<String, Object> totals(Totals totals) {
    return Values.map(
        "list", text(totals.list()),
        "contract", text(totals.contract()),
        "given", text(totals.given()),
        "cost", text(totals.cost()),
        "margin", text(totals.margin()),
        "marginPercent", text(totals.marginPercent()),
        "markupPercent", text(totals.markupPercent()),
        "oneOff", text(totals.oneOff()),
        "recurringMonthly", text(totals.recurringMonthly()),
        "recurringYearly", text(totals.recurringYearly()),
        "weighted", totals.weighted().map(Values::text).orElse(null),
        "firstInvoice", Values.taxed(new LinkedHashMap<>(), totals.firstInvoice()));
  }

  private static Map<String, Object> signOff(SignOff signOff) {
    return Values.map(
        "needed", signOff.needed(),
        "role", signOff.role().orElse(null),
        "reasons", signOff.reasons().stream().map(WorksheetAnswer::reason).toList());
  }

  private static Map<String, Object> reason(SignOff.Reason reason) {
    Map<String, Object> map = Values.map("rule", Texts.word(reason.rule()), "role", reason.role());
    reason.line().ifPresent(line -> map.put("line", line));
    return map;
  }

  private static Map<String, Object> room(Room room) {
    return Values.map(
        "floorPercent", text(room.floorPercent()),
        "floorAmount", room.floorAmount().map(Values::text).orElse(null),
        "authorityPercent", text(room.authorityPercent()));
  }

  private static Map<String, Object> landing(Landing landing) {
    return Values.map(
        "documentDiscount", text(landing.documentDiscount()),
        "feasible", landing.feasible(),
        "contract", landing.contract().map(Values::text).orElse(null),
        "marginPercent", text(landing.marginPercent()));
  }
}
