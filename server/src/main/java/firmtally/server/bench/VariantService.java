package firmtally.server.bench;

import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Terms;
import firmtally.server.people.Actor;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Input;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.NotThere;
import firmtally.server.worksheet.LineForm;
import firmtally.server.worksheet.Worked;
import firmtally.server.worksheet.WorksheetForm;
import firmtally.server.worksheet.WorksheetService;
import firmtally.server.worksheet.WorksheetView;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Variants: other ways to work a worksheet out, kept beside it and compared with it. */
@Service
class VariantService {
  private static final int LONGEST = 80;
  private static final int MOST = 12;
  private final VariantStore store;
  private final WorksheetService worksheets;
  private final Bench bench;
  private final ChangeLog log;
  private final Clock clock;
  private final JsonMapper json;

  VariantService(
      VariantStore store,
      WorksheetService worksheets,
      Bench bench,
      ChangeLog log,
      Clock clock,
      JsonMapper json) {
    this.store = store;
    this.worksheets = worksheets;
    this.bench = bench;
    this.log = log;
    this.clock = clock;
    this.json = json;
  }

  /** A variant with what it comes to; without figures where its lines can no longer be read. */
  record VariantRow(
      long id,
      String name,
      String keptBy,
      String at,
      @MaybeNull String contract,
      @MaybeNull String marginPercent,
      @MaybeNull String signOffRole) {}

  /** A line on one of the two sides. */
  record ComparedCell(
      String quantity,
      String unitPrice,
      @MaybeNull String discountPercent,
      String finalAmount,
      @MaybeNull String marginPercent,
      boolean counted) {}

  /**
   * A line of both.
   *
   * @param change of what it adds to the net, variant less current
   * @param byQuantity the part of the change that the quantity made; likewise price and discount
   */
  record ComparedLine(
      String id,
      @MaybeNull String product,
      String description,
      @MaybeNull ComparedCell current,
      @MaybeNull ComparedCell variant,
      String change,
      String byQuantity,
      String byPrice,
      String byDiscount) {}

  /**
   * Both worksheets, and their lines side by side.
   *
   * @param typed what the variant is made of, to be taken in place of what is typed now
   */
  record CompareView(
      long id,
      String name,
      WorksheetView current,
      WorksheetView variant,
      List<ComparedLine> lines,
      String change,
      String marginChange,
      WorksheetForm typed) {}

  List<VariantRow> list(Bench.Place place) {
    return store.list(place.worksheetId()).stream().map(row -> row(place, row)).toList();
  }

  private VariantRow row(Bench.Place place, VariantStore.Row row) {
    try {
      Worked worked = worksheets.tally(place.context(), form(row));
      var totals = worked.check().tally().totals();
      return new VariantRow(
          row.id(),
          row.name(),
          row.person(),
          row.at(),
          text(totals.contract()),
          totals.marginPercent().map(p -> p.value().setScale(2).toPlainString()).orElse(null),
          worked.check().signOff().flatMap(s -> s.role()).orElse(null));
    } catch (BadInput unreadable) {
      return new VariantRow(row.id(), row.name(), row.person(), row.at(), null, null, null);
    }
  }

  /** Keeps what is typed under a name. It has to be in order, so that it can be compared. */
  @Transactional
  long keep(Bench.Place place, String name, WorksheetForm typed, Actor actor) {
    Input input = new Input();
    String called = input.text("name", name, LONGEST);
    if (store.list(place.worksheetId()).size() >= MOST) {
      input.refuse("name", "There are " + MOST + " variants already; drop one first.");
    }
    input.check();
    WorksheetForm form = worksheets.tally(place.context(), typed).form();
    String document =
        json.writeValueAsString(
            new WorksheetForm(
                form.lines(), form.discountPercent(), form.discountAmount(), null, null));
    long id =
        store.insert(place.worksheetId(), called, document, actor.id(), clock.instant().toString());
    note(place, actor, "variant kept", called);
    return id;
  }

  @Transactional
  void drop(Bench.Place place, long id, Actor actor) {
    VariantStore.Row row = find(place, id);
    store.setDropped(id, clock.instant().toString());
    note(place, actor, "variant dropped", row.name());
  }

  @Transactional
  void takeBack(Bench.Place place, long id, Actor actor) {
    VariantStore.Row row = find(place, id);
    store.setDropped(id, null);
    note(place, actor, "variant taken back", row.name());
  }

  private void note(Bench.Place place, Actor actor, String what, String name) {
    log.note(actor.id(), "opportunity", place.opportunity().id(), what, null, name);
  }

  private VariantStore.Row find(Bench.Place place, long id) {
    return store.find(place.worksheetId(), id).orElseThrow(() -> new NotThere("variant", id));
  }

  private WorksheetForm form(VariantStore.Row row) {
    return json.readValue(row.typed(), WorksheetForm.class);
  }

  /** Sets what is typed against a variant. A plan's line is compared over its whole term. */
  CompareView compare(Bench.Place place, long id, WorksheetForm typed) {
    VariantStore.Row row = find(place, id);
    WorksheetForm form = form(row);
    Worked current = worksheets.tally(place.context(), typed);
    Worked variant = worksheets.tally(place.context(), form);
    Money margin = variant.check().tally().totals().margin();
    return new CompareView(
        row.id(),
        row.name(),
        bench.view(place, current),
        bench.view(place, variant),
        lines(current, variant),
        text(variant.contract().minus(current.contract())),
        text(margin.minus(current.check().tally().totals().margin())),
        form);
  }

  private static List<ComparedLine> lines(Worked current, Worked variant) {
    Map<String, Worked.Row> before = byId(current);
    Map<String, Worked.Row> after = byId(variant);
    Variance variance =
        Variance.of(current.contract().getCurrencyUnit(), sides(before), sides(after));
    List<ComparedLine> lines = new ArrayList<>();
    for (Variance.Line line : variance.lines()) {
      Worked.Row was = before.get(line.key());
      Worked.Row is = after.get(line.key());
      LineForm form = (is == null ? was : is).form();
      Variance.Parts parts = line.parts();
      lines.add(
          new ComparedLine(
              line.key(),
              form.product(),
              form.description(),
              cell(was),
              cell(is),
              text(parts.change()),
              text(parts.quantity()),
              text(parts.price()),
              text(parts.discount())));
    }
    return lines;
  }

  private static Map<String, Worked.Row> byId(Worked worked) {
    Map<String, Worked.Row> byId = new LinkedHashMap<>();
    for (Worked.Row row : worked.rows()) {
      if (row.tally().isPresent()) {
        byId.put(row.form().id(), row);
      }
    }
    return byId;
  }

  private static List<VarianceLine> sides(Map<String, Worked.Row> rows) {
    return rows.values().stream()
        .map(row -> row.tally().orElseThrow())
        .map(
            t ->
                new VarianceLine(
                    t.line().id(), t.line().quantity(), t.price().unitPrice(), adds(t)))
        .toList();
  }

  /** What a line adds to the net, over its whole term. */
  private static Money adds(LineTally t) {
    return t.line().counted()
        ? t.finalAmount().multipliedBy(t.line().periods())
        : Money.zero(t.gross().getCurrencyUnit());
  }

  private static @MaybeNull ComparedCell cell(@MaybeNull Worked.Row row) {
    if (row == null) {
      return null;
    }
    LineTally t = row.tally().orElseThrow();
    UnitPrice price =
        t.line().terms() instanceof Terms.OwnPrice own ? own.unitPrice() : t.price().unitPrice();
    return new ComparedCell(
        t.line().quantity().toString(),
        price.toString(),
        row.form().discountPercent(),
        text(adds(t)),
        t.marginPercent().map(p -> p.value().setScale(2).toPlainString()).orElse(null),
        t.line().counted());
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
