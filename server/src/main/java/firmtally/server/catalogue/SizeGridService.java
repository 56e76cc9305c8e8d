package firmtally.server.catalogue;

import firmtally.server.people.Actor;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Input;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.NotThere;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tables of sizes: one kind of product, its sizes down and across, each cell a product. */
@Service
public class SizeGridService {
  private static final int LONGEST = 80;
  private static final int MOST_CELLS = 400;
  private final SizeGridStore store;
  private final CatalogueService catalogue;
  private final ChangeLog log;

  SizeGridService(SizeGridStore store, CatalogueService catalogue, ChangeLog log) {
    this.store = store;
    this.catalogue = catalogue;
    this.log = log;
  }

  /** A cell of a table: which product it is, and what stands of it in the catalogue. */
  public record SizeCell(
      String row,
      String column,
      String product,
      String name,
      String listPrice,
      @MaybeNull String stock,
      boolean onSale,
      @MaybeNull Integer everyMonths,
      @MaybeNull Integer termMonths) {}

  /**
   * A table of sizes.
   *
   * @param down what its rows are, such as "Capacity"
   * @param across what its columns are
   */
  public record SizeGrid(
      long id,
      String code,
      String name,
      String down,
      String across,
      List<String> rows,
      List<String> columns,
      List<SizeCell> cells,
      boolean retired,
      long version) {}

  /** A cell as typed; one without a product is left out. */
  public record SizeCellForm(String row, String column, @MaybeNull String product) {}

  /** A table as typed. */
  public record SizeGridForm(
      String code, String name, String down, String across, List<SizeCellForm> cells) {}

  /** The code and name of a table. */
  public record Named(long id, String code, String name) {}

  /** Those in use, by their names only. */
  public List<Named> live() {
    return store.list(false).stream().map(r -> new Named(r.id(), r.code(), r.name())).toList();
  }

  List<SizeGrid> all() {
    return store.list(true).stream().map(this::grid).toList();
  }

  SizeGrid get(long id) {
    return store.find(id).map(this::grid).orElseThrow(() -> new NotThere("table of sizes", id));
  }

  private SizeGrid grid(SizeGridStore.Row row) {
    List<SizeGridStore.Cell> cells = store.cells(row.id());
    Map<String, Product> products =
        catalogue.byCodes(
            cells.stream().map(SizeGridStore.Cell::product).collect(Collectors.toSet()));
    return new SizeGrid(
        row.id(),
        row.code(),
        row.name(),
        row.down(),
        row.across(),
        List.copyOf(named(cells, SizeGridStore.Cell::rowPosition, SizeGridStore.Cell::rowName)),
        List.copyOf(
            named(cells, SizeGridStore.Cell::columnPosition, SizeGridStore.Cell::columnName)),
        cells.stream().map(cell -> cell(cell, products.get(cell.product()))).toList(),
        row.retired(),
        row.version());
  }

  private static List<String> named(
      List<SizeGridStore.Cell> cells,
      ToIntFunction<SizeGridStore.Cell> position,
      Function<SizeGridStore.Cell, String> name) {
    return cells.stream().sorted(Comparator.comparingInt(position)).map(name).distinct().toList();
  }

  private static SizeCell cell(SizeGridStore.Cell cell, Product product) {
    return new SizeCell(
        cell.rowName(),
        cell.columnName(),
        cell.product(),
        product.name(),
        product.listPrice().toString(),
        product.stock().map(Object::toString).orElse(null),
        product.onSale(),
        product.everyMonths().orElse(null),
        product.termMonths().orElse(null));
  }

  /** Keeps a new table. */
  @Transactional
  public long keep(SizeGridForm typed, Actor actor) {
    actor.checkManages();
    SizeGridForm form = read(typed, Optional.empty());
    long id = store.insert(form);
    store.replaceCells(id, placed(form.cells()));
    log.note(actor.id(), "size-grid", id, "table of sizes kept", null, form.name());
    return id;
  }

  @Transactional
  void change(long id, long version, SizeGridForm typed, Actor actor) {
    actor.checkManages();
    SizeGrid before = get(id);
    SizeGridForm form = read(typed, Optional.of(id));
    log.expectOne(
        store.update(id, version, form, before.retired()), "size-grid", id, before.version());
    store.replaceCells(id, placed(form.cells()));
    log.note(
        actor.id(),
        "size-grid",
        id,
        "sizes",
        before.cells().size() + " cells",
        form.cells().size() + " cells");
  }

  @Transactional
  void retire(long id, long version, boolean retired, Actor actor) {
    actor.checkManages();
    SizeGrid before = get(id);
    SizeGridForm same =
        new SizeGridForm(before.code(), before.name(), before.down(), before.across(), List.of());
    log.expectOne(store.update(id, version, same, retired), "size-grid", id, before.version());
    log.note(actor.id(), "size-grid", id, retired ? "retired" : "taken back", null, before.name());
  }

  /** Rows and columns stand in the order in which they are first named. */
  private static List<SizeGridStore.Cell> placed(List<SizeCellForm> cells) {
    List<String> rows = new ArrayList<>(cells.stream().map(SizeCellForm::row).distinct().toList());
    List<String> columns =
        new ArrayList<>(cells.stream().map(SizeCellForm::column).distinct().toList());
    return cells.stream()
        .map(
            c ->
                new SizeGridStore.Cell(
                    rows.indexOf(c.row()),
                    columns.indexOf(c.column()),
                    c.row(),
                    c.column(),
                    c.product()))
        .toList();
  }

  private SizeGridForm read(SizeGridForm typed, Optional<Long> id) {
    Input input = new Input();
    String code = input.text("code", typed.code(), LONGEST).toUpperCase(Locale.ROOT);
    String name = input.text("name", typed.name(), LONGEST);
    String down = input.text("down", typed.down(), LONGEST);
    String across = input.optionalText("across", typed.across(), LONGEST);
    store
        .findByCode(code)
        .filter(other -> id.filter(own -> own == other.id()).isEmpty())
        .ifPresent(other -> input.refuse("code", other.name() + " has this code already."));
    List<SizeCellForm> cells = cells(Input.given(typed.cells()), input);
    BadInput.throwIfAny(input.problems());
    return new SizeGridForm(code, name, down, across, cells);
  }

  private List<SizeCellForm> cells(List<SizeCellForm> typed, Input input) {
    Set<String> codes = new LinkedHashSet<>();
    List<SizeCellForm> cells = new ArrayList<>();
    Set<List<String>> places = new HashSet<>();
    for (int i = 0; i < typed.size(); i++) {
      SizeCellForm cell = typed.get(i);
      if (cell.product() == null || cell.product().isBlank()) {
        continue;
      }
      String at = "cells[" + i + "]";
      String row = input.text(at + ".row", cell.row(), LONGEST);
      String column = input.optionalText(at + ".column", cell.column(), LONGEST);
      if (!places.add(List.of(row, column))) {
        input.refuse(at + ".row", "Another cell stands at " + row + " " + column + " already.");
      }
      codes.add(cell.product().strip());
      cells.add(new SizeCellForm(row, column, cell.product().strip()));
    }
    if (cells.isEmpty() || cells.size() > MOST_CELLS) {
      input.refuse("cells", "A table has 1 to " + MOST_CELLS + " cells with a product.");
    }
    Map<String, Product> products = catalogue.byCodes(codes);
    for (int i = 0; i < typed.size(); i++) {
      String product = typed.get(i).product();
      if (product != null && !product.isBlank() && !products.containsKey(product.strip())) {
        input.refuse("cells[" + i + "].product", "There is no product " + product.strip() + ".");
      }
    }
    return cells;
  }
}
