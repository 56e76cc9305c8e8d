package firmtally.server.worksheet;

import firmtally.core.credit.CreditCheck;
import firmtally.core.margin.Landing;
import firmtally.core.margin.Room;
import firmtally.core.margin.SignOff;
import firmtally.core.money.Percent;
import firmtally.core.money.Texts;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Totals;
import firmtally.server.platform.MaybeNull;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;

/** A worksheet as a screen shows it: what was typed, and every figure as the core gave it. */
public record WorksheetView(
    long id,
    long version,
    boolean locked,
    List<LineView> lines,
    @MaybeNull String discountPercent,
    @MaybeNull String discountAmount,
    TotalsView totals,
    SignOffView signOff,
    RoomView room,
    @MaybeNull LandingView landing,
    CreditView credit) {
  /** A line: typed, and worked out. */
  public record LineView(
      LineForm typed,
      boolean counted,
      String listUnit,
      String unitPrice,
      @MaybeNull String priceFrom,
      String gross,
      String discount,
      String documentShare,
      String finalAmount,
      @MaybeNull String discountPercent,
      String cost,
      String margin,
      @MaybeNull String marginPercent,
      int periods,
      @MaybeNull String monthly) {}

  /** The tally strip. */
  public record TotalsView(
      String list,
      String given,
      String contract,
      String cost,
      String margin,
      @MaybeNull String marginPercent,
      String oneOff,
      String recurringMonthly,
      @MaybeNull String weighted,
      String invoiceNet,
      String tax,
      String invoiceTotal) {}

  /** Who must sign off and why. */
  public record SignOffView(boolean needed, @MaybeNull String role, List<ReasonView> reasons) {}

  /** One reason. */
  public record ReasonView(String rule, @MaybeNull String line, String role) {}

  /** What can still be given. */
  public record RoomView(
      @MaybeNull String floorMarginPercent,
      @MaybeNull String floorPercent,
      @MaybeNull String floorAmount,
      @MaybeNull String authorityPercent) {}

  /** Where a target lands. */
  public record LandingView(
      String documentDiscount,
      boolean feasible,
      @MaybeNull String contract,
      @MaybeNull String marginPercent) {}

  /**
   * What the credit check says. {@code open} is what is invoiced and not overdue, credit notes
   * taken off.
   */
  public record CreditView(
      String limit,
      String overdue,
      String open,
      String ordered,
      String exposure,
      String headroom,
      String asked,
      String headroomAfter,
      long oldestOverdueDays,
      String verdict,
      List<String> reasons,
      @MaybeNull String earliestClear,
      List<DayView> timeline) {}

  /** Limit and exposure from a day on. */
  public record DayView(String date, String limit, String exposure) {}

  /** Renders a worksheet and the credit check that goes with it. */
  public static WorksheetView of(
      WorksheetService.Worked worked, CreditCheck credit, Money ordered) {
    List<LineView> lines = new ArrayList<>();
    for (int i = 0; i < worked.form().lines().size(); i++) {
      lines.add(line(worked.form().lines().get(i), worked.check().tally().lines().get(i)));
    }
    return new WorksheetView(
        worked.id(),
        worked.version(),
        worked.locked(),
        lines,
        worked.form().discountPercent(),
        worked.form().discountAmount(),
        totals(worked.check().tally().totals()),
        signOff(worked.check().signOff().orElseThrow()),
        room(worked),
        worked.check().landing().map(WorksheetView::landing).orElse(null),
        credit(credit, ordered));
  }

  private static LineView line(LineForm typed, LineTally t) {
    return new LineView(
        typed,
        t.line().counted(),
        t.line().item().listPrice().toString(),
        t.price().unitPrice().toString(),
        t.price().from().map(rule -> rule.id()).orElse(null),
        text(t.gross()),
        text(t.discount()),
        text(t.documentShare()),
        text(t.finalAmount()),
        text(t.discountPercent()),
        text(t.cost()),
        text(t.margin()),
        text(t.marginPercent()),
        t.line().periods(),
        t.monthly().map(WorksheetView::text).orElse(null));
  }

  private static TotalsView totals(Totals t) {
    return new TotalsView(
        text(t.list()),
        text(t.given()),
        text(t.contract()),
        text(t.cost()),
        text(t.margin()),
        text(t.marginPercent()),
        text(t.oneOff()),
        text(t.recurringMonthly()),
        t.weighted().map(WorksheetView::text).orElse(null),
        text(t.firstInvoice().net()),
        text(t.firstInvoice().tax()),
        text(t.firstInvoice().total()));
  }

  private static SignOffView signOff(SignOff signOff) {
    return new SignOffView(
        signOff.needed(),
        signOff.role().orElse(null),
        signOff.reasons().stream()
            .map(r -> new ReasonView(Texts.word(r.rule()), r.line().orElse(null), r.role()))
            .toList());
  }

  private static RoomView room(WorksheetService.Worked worked) {
    Room room = worked.check().room().orElseThrow();
    return new RoomView(
        worked
            .question()
            .policy()
            .flatMap(p -> p.documentFloor())
            .map(floor -> floor.margin().toString())
            .orElse(null),
        text(room.floorPercent()),
        room.floorAmount().map(WorksheetView::text).orElse(null),
        text(room.authorityPercent()));
  }

  private static LandingView landing(Landing landing) {
    return new LandingView(
        text(landing.documentDiscount()),
        landing.feasible(),
        landing.contract().map(WorksheetView::text).orElse(null),
        text(landing.marginPercent()));
  }

  /** Renders a credit check; {@code ordered} is the part of the exposure that comes from orders. */
  public static CreditView credit(CreditCheck check, Money ordered) {
    return new CreditView(
        text(check.limit()),
        text(check.overdue()),
        text(check.exposure().minus(ordered).minus(check.overdue())),
        text(ordered),
        text(check.exposure()),
        text(check.headroom()),
        text(check.asked()),
        text(check.headroomAfter()),
        check.oldestOverdueDays(),
        Texts.word(check.verdict()),
        check.reasons().stream().map(Texts::word).toList(),
        check.earliestClear().map(LocalDate::toString).orElse(null),
        check.timeline().stream()
            .map(d -> new DayView(d.date().toString(), text(d.limit()), text(d.exposure())))
            .toList());
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  private static String text(Optional<Percent> percent) {
    return percent.map(p -> p.value().setScale(2).toPlainString()).orElse(null);
  }
}
