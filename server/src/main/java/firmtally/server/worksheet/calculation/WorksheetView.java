package firmtally.server.worksheet.calculation;

import firmtally.core.credit.CreditCheck;
import firmtally.core.margin.Landing;
import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.Room;
import firmtally.core.margin.SignOff;
import firmtally.core.money.Percent;
import firmtally.core.money.Texts;
import firmtally.core.ordering.Supply;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Subtotal;
import firmtally.core.worksheet.Totals;
import firmtally.formats.json.Problem;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.credit.CreditStanding;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.joda.money.Money;

/**
 * A worksheet as a screen shows it: what was typed, and every figure as the core gave it.
 *
 * @param problems what would be refused if it were typed today
 */
public record WorksheetView(
    WorksheetId id,
    long version,
    boolean locked,
    List<LineView> lines,
    @MaybeNull String discountPercent,
    @MaybeNull String discountAmount,
    TotalsView totals,
    SignOffView signOff,
    @MaybeNull RoomView room,
    @MaybeNull LandingView landing,
    CreditView credit,
    List<CellProblem> problems) {
  /**
   * A row: typed, and worked out where it has a price.
   *
   * @param typed left out of an answer where it is what was sent
   * @param subtotal of the heading of a section
   */
  public record LineView(
      String id,
      @MaybeNull LineForm typed,
      @MaybeNull FiguresView figures,
      @MaybeNull SubtotalView subtotal,
      @MaybeNull SupplyView supply) {
    private LineView withoutCosts() {
      return new LineView(
          id,
          typed == null ? null : typed.withoutCost(),
          figures == null ? null : figures.withoutCosts(),
          subtotal == null ? null : subtotal.withoutCosts(),
          supply);
    }

    /** Without what was typed, where somebody sent just that. */
    LineView answering(Set<LineForm> sent) {
      return sent.contains(typed) ? new LineView(id, null, figures, subtotal, supply) : this;
    }
  }

  /**
   * The figures of a line. What a discount on the whole takes part in is left out while something
   * typed cannot be read.
   */
  public record FiguresView(
      boolean counted,
      String listUnit,
      String unitPrice,
      @MaybeNull String priceFrom,
      String gross,
      String discount,
      @MaybeNull String documentShare,
      @MaybeNull String finalAmount,
      @MaybeNull String discountPercent,
      @MaybeNull String cost,
      @MaybeNull String margin,
      @MaybeNull String marginPercent,
      int periods,
      @MaybeNull String monthly) {
    FiguresView withoutCosts() {
      return new FiguresView(
          counted,
          listUnit,
          unitPrice,
          priceFrom,
          gross,
          discount,
          documentShare,
          finalAmount,
          discountPercent,
          null,
          null,
          null,
          periods,
          monthly);
    }
  }

  /** What a section comes to. */
  public record SubtotalView(
      String list, String contract, @MaybeNull String margin, @MaybeNull String marginPercent) {
    SubtotalView withoutCosts() {
      return new SubtotalView(list, contract, null, null);
    }
  }

  /**
   * Stock and lead time of a line's product; {@code onHand} is left out for what is not stocked.
   */
  public record SupplyView(
      @MaybeNull String onHand,
      String missing,
      String onOrder,
      int leadDays,
      String readyOn,
      boolean late) {}

  /** Something wrong with what was typed, and where. */
  public record CellProblem(String at, String message) {}

  /**
   * What became of something typed: a worksheet, or what is wrong and the lines that do not hang on
   * it.
   *
   * @param name of this answer, by which the next question can say what it has
   * @param since the answer whose lines are left out where they are the same; blank for all lines
   */
  public record Tallied(
      @MaybeNull WorksheetView worksheet,
      List<LineView> lines,
      List<CellProblem> problems,
      String name,
      String since) {
    /** The same under a name, with those of its lines that the other answer does not have. */
    public Tallied named(String own, String other, List<LineView> left) {
      return new Tallied(worksheet.with(left), lines, problems, own, other);
    }

    /** Of a worksheet without problems, in answer to what was sent. */
    public static Tallied of(WorksheetView worksheet, WorksheetForm sent) {
      Set<LineForm> known = new HashSet<>(sent.lines());
      return new Tallied(
          worksheet.with(worksheet.lines().stream().map(l -> l.answering(known)).toList()),
          List.of(),
          List.of(),
          "",
          "");
    }

    /** Of one with problems. */
    public static Tallied of(PartialCalculation partial) {
      return new Tallied(
          null,
          partial.rows().stream()
              .map(
                  row ->
                      new LineView(
                          row.form().id(),
                          row.form(),
                          row.tally().map(t -> figures(t, !partial.shared())).orElse(null),
                          null,
                          null))
              .toList(),
          cells(partial.problems()),
          "",
          "");
    }
  }

  /** The tally strip. */
  public record TotalsView(
      String list,
      String given,
      String contract,
      @MaybeNull String cost,
      @MaybeNull String margin,
      @MaybeNull String marginPercent,
      String oneOff,
      String recurringMonthly,
      @MaybeNull String weighted,
      String invoiceNet,
      String tax,
      String invoiceTotal) {
    TotalsView withoutCosts() {
      return new TotalsView(
          list,
          given,
          contract,
          null,
          null,
          null,
          oneOff,
          recurringMonthly,
          weighted,
          invoiceNet,
          tax,
          invoiceTotal);
    }
  }

  /** Who must sign off and why. */
  public record SignOffView(boolean needed, @MaybeNull String role, List<ReasonView> reasons) {}

  /** One reason. */
  public record ReasonView(String rule, @MaybeNull String line, String role, String words) {}

  /** What can still be given. */
  public record RoomView(
      @MaybeNull String floorMarginPercent,
      @MaybeNull String floorPercent,
      @MaybeNull String floorAmount,
      @MaybeNull String authorityPercent) {}

  /** Where a target lands, and who would have to sign off then. */
  public record LandingView(
      String documentDiscount,
      boolean feasible,
      @MaybeNull String contract,
      @MaybeNull String marginPercent,
      @MaybeNull String total,
      @MaybeNull String signOffRole) {}

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
  public static WorksheetView of(Calculation worked, CreditStanding credit, Actor actor) {
    return whole(worked, credit).forWho(actor);
  }

  private static WorksheetView whole(Calculation worked, CreditStanding credit) {
    List<LineView> lines = new ArrayList<>();
    Map<String, Subtotal> subtotals = worked.subtotals();
    Iterator<Supply> supplies = worked.supplies().iterator();
    for (Calculation.Row row : worked.rows()) {
      Optional<Product> product = worked.product(row.form());
      lines.add(
          new LineView(
              row.form().id(),
              row.form(),
              row.tally().map(t -> figures(t, true)).orElse(null),
              subtotal(subtotals.get(row.form().id())),
              product.map(p -> supply(supplies.next(), p)).orElse(null)));
    }
    return new WorksheetView(
        worked.id(),
        worked.version(),
        worked.locked(),
        lines,
        worked.form().discountPercent(),
        worked.form().discountAmount(),
        totals(worked.check().tally().totals()),
        signOff(worked),
        room(worked),
        worked.check().landing().map(landing -> landing(landing, worked.landed())).orElse(null),
        credit(credit),
        cells(worked.problems()));
  }

  private static List<CellProblem> cells(List<Problem> problems) {
    return problems.stream().map(p -> new CellProblem(p.at(), p.message())).toList();
  }

  /** The same as somebody may see it: costs and margins are left out for who does not see them. */
  private WorksheetView forWho(Actor actor) {
    if (actor.seesCosts()) {
      return this;
    }
    return new WorksheetView(
        id,
        version,
        locked,
        lines.stream().map(LineView::withoutCosts).toList(),
        discountPercent,
        discountAmount,
        totals.withoutCosts(),
        signOff,
        null,
        null,
        credit,
        problems);
  }

  private WorksheetView with(List<LineView> other) {
    return new WorksheetView(
        id,
        version,
        locked,
        other,
        discountPercent,
        discountAmount,
        totals,
        signOff,
        room,
        landing,
        credit,
        problems);
  }

  private static FiguresView figures(LineTally t, boolean whole) {
    return new FiguresView(
        t.line().counted(),
        t.line().item().listPrice().toString(),
        t.price().unitPrice().toString(),
        t.price().from().map(rule -> rule.id()).orElse(null),
        text(t.gross()),
        text(t.discount()),
        whole ? text(t.documentShare()) : null,
        whole ? text(t.finalAmount()) : null,
        whole ? text(t.discountPercent()) : null,
        text(t.cost()),
        whole ? text(t.margin()) : null,
        whole ? text(t.marginPercent()) : null,
        t.line().periods(),
        whole ? t.monthly().map(WorksheetView::text).orElse(null) : null);
  }

  private static @MaybeNull SubtotalView subtotal(@MaybeNull Subtotal s) {
    return s == null
        ? null
        : new SubtotalView(
            text(s.list()), text(s.contract()), text(s.margin()), text(s.marginPercent()));
  }

  private static SupplyView supply(Supply supply, Product product) {
    return new SupplyView(
        supply.onHand().map(Object::toString).orElse(null),
        supply.missing().toString(),
        product.onOrder().toString(),
        product.leadDays(),
        supply.readyOn().toString(),
        supply.late());
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

  private static SignOffView signOff(Calculation worked) {
    SignOffNeed signOff = worked.signOff();
    List<String> words = worked.signOffReasons();
    return new SignOffView(
        signOff.needed(),
        signOff.role().orElse(null),
        IntStream.range(0, words.size())
            .mapToObj(
                n -> {
                  SignOffNeed.Reason r = signOff.reasons().get(n);
                  return new ReasonView(r.rule(), r.line().orElse(null), r.role(), words.get(n));
                })
            .toList());
  }

  private static RoomView room(Calculation worked) {
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

  private static LandingView landing(Landing landing, Optional<MarginCheck> landed) {
    return new LandingView(
        text(landing.documentDiscount()),
        landing.feasible(),
        landing.contract().map(WorksheetView::text).orElse(null),
        text(landing.marginPercent()),
        landed.map(check -> text(check.tally().totals().firstInvoice().total())).orElse(null),
        landed.flatMap(MarginCheck::signOff).flatMap(SignOff::role).orElse(null));
  }

  /** Renders how an account stands. */
  public static CreditView credit(CreditStanding standing) {
    CreditCheck check = standing.check();
    Money ordered = standing.ordered();
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
