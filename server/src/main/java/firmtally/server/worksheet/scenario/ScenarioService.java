package firmtally.server.worksheet.scenario;

import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Terms;
import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.ScenarioId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import firmtally.server.worksheet.editor.Editor;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Scenarios: other ways to work a worksheet out, kept beside it and compared with it. */
@Service
class ScenarioService {
  private static final int LONGEST = 80;
  private static final int MOST = 12;
  private final ScenarioStore store;
  private final Calculator calculator;
  private final Editor editor;
  private final ChangeLog log;
  private final Clock clock;
  private final JsonMapper json;

  ScenarioService(
      ScenarioStore store,
      Calculator calculator,
      Editor editor,
      ChangeLog log,
      Clock clock,
      JsonMapper json) {
    this.store = store;
    this.calculator = calculator;
    this.editor = editor;
    this.log = log;
    this.clock = clock;
    this.json = json;
  }

  /** A scenario with what it comes to; without figures where its lines can no longer be read. */
  record ScenarioRow(
      ScenarioId id,
      String name,
      String keptBy,
      Instant at,
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
   * @param change of what it adds to the net, scenario less current
   * @param byQuantity the part of the change that the quantity made; likewise price and discount
   */
  record ComparedLine(
      String id,
      @MaybeNull String product,
      String description,
      @MaybeNull ComparedCell current,
      @MaybeNull ComparedCell scenario,
      String change,
      String byQuantity,
      String byPrice,
      String byDiscount) {}

  /**
   * Both worksheets, and their lines side by side.
   *
   * @param typed what the scenario is made of, to be taken in place of what is typed now
   */
  record CompareView(
      ScenarioId id,
      String name,
      WorksheetView current,
      WorksheetView scenario,
      List<ComparedLine> lines,
      String change,
      String marginChange,
      WorksheetForm typed) {}

  List<ScenarioRow> list(Editor.Place place) {
    return store.list(place.worksheetId()).stream().map(row -> row(place, row)).toList();
  }

  private ScenarioRow row(Editor.Place place, ScenarioStore.Row row) {
    try {
      Calculation worked = calculator.tally(place.context(), form(row));
      var totals = worked.check().tally().totals();
      return new ScenarioRow(
          row.id(),
          row.name(),
          row.person(),
          row.at(),
          text(totals.contract()),
          totals.marginPercent().map(p -> p.value().setScale(2).toPlainString()).orElse(null),
          worked.signOff().role().orElse(null));
    } catch (BadInput unreadable) {
      return new ScenarioRow(row.id(), row.name(), row.person(), row.at(), null, null, null);
    }
  }

  /** Keeps what is typed under a name. It has to be in order, so that it can be compared. */
  @Transactional
  ScenarioId save(Editor.Place place, String name, WorksheetForm typed, Actor actor) {
    Input input = new Input();
    String called = input.text("name", name, LONGEST);
    if (store.list(place.worksheetId()).size() >= MOST) {
      input.refuse("name", "There are " + MOST + " scenarios already; remove one first.");
    }
    input.check();
    WorksheetForm form = calculator.tally(place.context(), typed).form();
    String document =
        json.writeValueAsString(
            new WorksheetForm(
                form.lines(), form.discountPercent(), form.discountAmount(), null, null, null));
    ScenarioId id =
        store.insert(place.worksheetId(), called, document, actor.id(), clock.instant());
    note(place, actor, "scenario saved", called);
    return id;
  }

  @Transactional
  void drop(Editor.Place place, ScenarioId id, Actor actor) {
    ScenarioStore.Row row = find(place, id);
    store.setDropped(id, clock.instant());
    note(place, actor, "scenario removed", row.name());
  }

  @Transactional
  void takeBack(Editor.Place place, ScenarioId id, Actor actor) {
    ScenarioStore.Row row = find(place, id);
    store.setDropped(id, null);
    note(place, actor, "scenario restored", row.name());
  }

  private void note(Editor.Place place, Actor actor, String what, String name) {
    log.note(actor.id(), "opportunity", place.opportunity().id(), what, null, name);
  }

  private ScenarioStore.Row find(Editor.Place place, ScenarioId id) {
    return store.find(place.worksheetId(), id).orElseThrow(() -> new NotThere("scenario", id));
  }

  private WorksheetForm form(ScenarioStore.Row row) {
    return json.readValue(row.typed(), WorksheetForm.class);
  }

  /** Sets what is typed against a scenario. A plan's line is compared over its whole term. */
  CompareView compare(Editor.Place place, ScenarioId id, WorksheetForm typed, Actor actor) {
    ScenarioStore.Row row = find(place, id);
    WorksheetForm form = form(row);
    Calculation current = calculator.tally(place.context(), typed);
    Calculation scenario = calculator.tally(place.context(), form);
    Money margin = scenario.check().tally().totals().margin();
    return new CompareView(
        row.id(),
        row.name(),
        editor.view(place, current, actor),
        editor.view(place, scenario, actor),
        lines(current, scenario),
        text(scenario.contract().minus(current.contract())),
        text(margin.minus(current.check().tally().totals().margin())),
        form);
  }

  private static List<ComparedLine> lines(Calculation current, Calculation scenario) {
    Map<String, Calculation.Row> before = byId(current);
    Map<String, Calculation.Row> after = byId(scenario);
    Variance variance =
        Variance.of(current.contract().getCurrencyUnit(), sides(before), sides(after));
    List<ComparedLine> lines = new ArrayList<>();
    for (Variance.Line line : variance.lines()) {
      Calculation.Row was = before.get(line.key());
      Calculation.Row is = after.get(line.key());
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

  private static Map<String, Calculation.Row> byId(Calculation worked) {
    Map<String, Calculation.Row> byId = new LinkedHashMap<>();
    for (Calculation.Row row : worked.rows()) {
      if (row.tally().isPresent()) {
        byId.put(row.form().id(), row);
      }
    }
    return byId;
  }

  private static List<VarianceLine> sides(Map<String, Calculation.Row> rows) {
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
    return t.line().counted() ? t.overTerm() : Money.zero(t.gross().getCurrencyUnit());
  }

  private static @MaybeNull ComparedCell cell(@MaybeNull Calculation.Row row) {
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
