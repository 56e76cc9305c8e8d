package firmtally.server.catalogue.sizetable;

import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.SizeTableId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
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
public class SizeTableService {
  private static final int LONGEST = 80;
  private static final int MOST_CELLS = 400;
  private final SizeTableStore store;
  private final ProductService catalogue;
  private final ChangeLog log;

  SizeTableService(SizeTableStore store, ProductService catalogue, ChangeLog log) {
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
      boolean active,
      @MaybeNull Integer everyMonths,
      @MaybeNull Integer termMonths) {}

  /**
   * A size table.
   *
   * @param down what its rows are, such as "Capacity"
   * @param across what its columns are
   */
  public record SizeTable(
      SizeTableId id,
      String code,
      String name,
      String down,
      String across,
      List<String> rows,
      List<String> columns,
      List<SizeCell> cells,
      boolean deactivated,
      long version) {}

  /** A cell as typed; one without a product is left out. */
  public record SizeCellForm(String row, String column, @MaybeNull String product) {}

  /** A table as typed. */
  public record SizeTableForm(
      String code, String name, String down, String across, List<SizeCellForm> cells) {}

  /** The code and name of a table. */
  public record Named(SizeTableId id, String code, String name) {}

  /** Those in use, by their names only. */
  public List<Named> live() {
    return store.list(false).stream().map(r -> new Named(r.id(), r.code(), r.name())).toList();
  }

  List<SizeTable> all() {
    return store.list(true).stream().map(this::grid).toList();
  }

  SizeTable get(SizeTableId id) {
    return store.find(id).map(this::grid).orElseThrow(() -> new NotThere("size table", id));
  }

  private SizeTable grid(SizeTableStore.Row row) {
    List<SizeTableStore.Cell> cells = store.cells(row.id());
    Map<String, Product> products =
        catalogue.byCodes(
            cells.stream().map(SizeTableStore.Cell::product).collect(Collectors.toSet()));
    return new SizeTable(
        row.id(),
        row.code(),
        row.name(),
        row.down(),
        row.across(),
        List.copyOf(named(cells, SizeTableStore.Cell::rowPosition, SizeTableStore.Cell::rowName)),
        List.copyOf(
            named(cells, SizeTableStore.Cell::columnPosition, SizeTableStore.Cell::columnName)),
        cells.stream().map(cell -> cell(cell, products.get(cell.product()))).toList(),
        row.deactivated(),
        row.version());
  }

  private static List<String> named(
      List<SizeTableStore.Cell> cells,
      ToIntFunction<SizeTableStore.Cell> position,
      Function<SizeTableStore.Cell, String> name) {
    return cells.stream().sorted(Comparator.comparingInt(position)).map(name).distinct().toList();
  }

  private static SizeCell cell(SizeTableStore.Cell cell, Product product) {
    return new SizeCell(
        cell.rowName(),
        cell.columnName(),
        cell.product(),
        product.name(),
        product.listPrice().toString(),
        product.stock().map(Object::toString).orElse(null),
        product.active(),
        product.everyMonths().orElse(null),
        product.termMonths().orElse(null));
  }

  /** Keeps a new table. */
  @Transactional
  public SizeTableId keep(SizeTableForm typed, Actor actor) {
    actor.checkManages();
    SizeTableForm form = read(typed, Optional.empty());
    SizeTableId id = store.insert(form);
    store.replaceCells(id, placed(form.cells()));
    log.note(actor.id(), "size-table", id, "size table kept", null, form.name());
    return id;
  }

  @Transactional
  void change(SizeTableId id, long version, SizeTableForm typed, Actor actor) {
    actor.checkManages();
    SizeTable before = get(id);
    SizeTableForm form = read(typed, Optional.of(id));
    log.expectOne(
        store.update(id, version, form, before.deactivated()), "size-table", id, before.version());
    store.replaceCells(id, placed(form.cells()));
    log.note(
        actor.id(),
        "size-table",
        id,
        "sizes",
        before.cells().size() + " cells",
        form.cells().size() + " cells");
  }

  @Transactional
  void setDeactivated(SizeTableId id, long version, boolean deactivated, Actor actor) {
    actor.checkManages();
    SizeTable before = get(id);
    SizeTableForm same =
        new SizeTableForm(before.code(), before.name(), before.down(), before.across(), List.of());
    log.expectOne(store.update(id, version, same, deactivated), "size-table", id, before.version());
    log.note(
        actor.id(), "size-table", id, deactivated ? "deactivated" : "undone", null, before.name());
  }

  /** Rows and columns stand in the order in which they are first named. */
  private static List<SizeTableStore.Cell> placed(List<SizeCellForm> cells) {
    List<String> rows = new ArrayList<>(cells.stream().map(SizeCellForm::row).distinct().toList());
    List<String> columns =
        new ArrayList<>(cells.stream().map(SizeCellForm::column).distinct().toList());
    return cells.stream()
        .map(
            c ->
                new SizeTableStore.Cell(
                    rows.indexOf(c.row()),
                    columns.indexOf(c.column()),
                    c.row(),
                    c.column(),
                    c.product()))
        .toList();
  }

  private SizeTableForm read(SizeTableForm typed, Optional<SizeTableId> id) {
    Input input = new Input();
    String code = input.text("code", typed.code(), LONGEST).toUpperCase(Locale.ROOT);
    String name = input.text("name", typed.name(), LONGEST);
    String down = input.text("down", typed.down(), LONGEST);
    String across = input.optionalText("across", typed.across(), LONGEST);
    store
        .findByCode(code)
        .filter(other -> id.filter(own -> own.equals(other.id())).isEmpty())
        .ifPresent(other -> input.refuse("code", other.name() + " has this code already."));
    List<SizeCellForm> cells = cells(Input.given(typed.cells()), input);
    BadInput.throwIfAny(input.problems());
    return new SizeTableForm(code, name, down, across, cells);
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
        input.refuse("cells[" + i + "].product", "Product not found: " + product.strip() + ".");
      }
    }
    return cells;
  }
}
