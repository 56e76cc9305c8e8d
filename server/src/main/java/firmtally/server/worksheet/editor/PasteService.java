package firmtally.server.worksheet.editor;

import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.worksheet.calculation.LineForm;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/**
 * Reads rows that were copied from a spreadsheet. With a heading row its names say what the columns
 * are. Without one the first column is the code, then come the words if any, the quantity, and a
 * discount where a percent sign stands behind it, else a price. A row with nothing but words in a
 * table of several columns is the heading of a section. What is not in the catalogue is kept as an
 * inline line of its own; numbers are kept as they are, for the cells to judge.
 */
@Service
class PasteService {
  private static final int MOST_ROWS = 1000;
  private static final Map<Column, Set<String>> NAMES =
      Map.of(
          Column.CODE, Set.of("code", "article", "item", "product", "product code", "article no"),
          Column.WORDS, Set.of("what", "name", "description", "words", "text"),
          Column.QUANTITY, Set.of("quantity", "qty", "pieces", "count", "number"),
          Column.PRICE, Set.of("price", "unit price", "own price", "net price"),
          Column.DISCOUNT, Set.of("discount", "discount %", "discount percent", "less"),
          Column.WANTED,
              Set.of("wanted", "wanted on", "date", "requested", "requested on", "delivery date"));
  private final ProductService catalogue;

  PasteService(ProductService catalogue) {
    this.catalogue = catalogue;
  }

  private enum Column {
    CODE,
    WORDS,
    QUANTITY,
    PRICE,
    DISCOUNT,
    WANTED
  }

  /**
   * Rows as lines, without ids.
   *
   * @param unknown codes that are not in the catalogue
   */
  record Pasted(List<LineForm> lines, List<String> unknown) {}

  Pasted read(String text) {
    List<Table.Row> rows = rows(text == null ? "" : text);
    if (rows.size() > MOST_ROWS) {
      throw BadInput.at("text", "At most " + MOST_ROWS + " rows are pasted at once.");
    }
    Optional<Map<Column, Integer>> heading =
        rows.isEmpty() ? Optional.empty() : heading(rows.get(0));
    List<Table.Row> body = heading.isPresent() ? rows.subList(1, rows.size()) : rows;
    boolean wide = body.stream().anyMatch(row -> filled(row) > 1);
    List<Map<Column, String>> cells =
        body.stream()
            .map(row -> heading.map(h -> named(row, h)).orElseGet(() -> guessed(row)))
            .toList();
    Map<String, Product> products =
        catalogue.byLooseCodes(
            cells.stream().map(c -> c.getOrDefault(Column.CODE, "")).collect(Collectors.toSet()));
    List<LineForm> lines = new ArrayList<>();
    List<String> unknown = new ArrayList<>();
    for (Map<Column, String> cell : cells) {
      lines.add(line(cell, products, wide, unknown));
    }
    return new Pasted(lines, unknown.stream().distinct().toList());
  }

  private static List<Table.Row> rows(String text) {
    try {
      return TableReader.pasted(text);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("text", e.getMessage());
    }
  }

  private static long filled(Table.Row row) {
    return row.cells().stream().filter(cell -> !cell.isBlank()).count();
  }

  private static Optional<Map<Column, Integer>> heading(Table.Row row) {
    Map<Column, Integer> places = new EnumMap<>(Column.class);
    for (int i = 0; i < row.cells().size(); i++) {
      String name = row.at(i).strip().toLowerCase(Locale.ROOT);
      int at = i;
      NAMES.forEach(
          (column, names) -> {
            if (names.contains(name)) {
              places.putIfAbsent(column, at);
            }
          });
    }
    return places.containsKey(Column.CODE) || places.containsKey(Column.WORDS)
        ? Optional.of(places)
        : Optional.empty();
  }

  private static Map<Column, String> named(Table.Row row, Map<Column, Integer> places) {
    Map<Column, String> cells = new EnumMap<>(Column.class);
    places.forEach((column, place) -> put(cells, column, row.at(place)));
    return cells;
  }

  private static Map<Column, String> guessed(Table.Row row) {
    Map<Column, String> cells = new EnumMap<>(Column.class);
    put(cells, Column.CODE, row.at(0));
    for (int i = 1; i < row.cells().size(); i++) {
      String text = row.at(i).strip();
      if (text.matches("[0-9]{4}-[0-9]{2}-[0-9]{2}")) {
        put(cells, Column.WANTED, text);
      } else if (text.endsWith("%")) {
        put(cells, Column.DISCOUNT, text);
      } else if (text.matches("[-−]?[0-9][0-9.,\\s\\u00a0\\u202f*/+()-]*")) {
        put(cells, cells.containsKey(Column.QUANTITY) ? Column.PRICE : Column.QUANTITY, text);
      } else {
        put(cells, Column.WORDS, text);
      }
    }
    return cells;
  }

  private static void put(Map<Column, String> cells, Column column, String text) {
    if (!text.isBlank()) {
      cells.putIfAbsent(column, text.strip());
    }
  }

  private static LineForm line(
      Map<Column, String> cell, Map<String, Product> products, boolean wide, List<String> unknown) {
    String code = cell.getOrDefault(Column.CODE, "");
    Product product = products.get(ProductService.loose(code));
    String words = cell.getOrDefault(Column.WORDS, "");
    if (product == null && wide && cell.size() == 1) {
      return LineForm.words("", "section", code.isEmpty() ? words : code);
    }
    String quantity = cell.getOrDefault(Column.QUANTITY, "1");
    String discount = cell.get(Column.DISCOUNT);
    String price = cell.get(Column.PRICE);
    String wanted = cell.get(Column.WANTED);
    if (product != null) {
      return LineForm.ofProduct(
              "",
              product.code(),
              words.isEmpty() ? product.name() : words,
              quantity,
              LineForm.Plan.of(product.everyMonths(), product.termMonths()))
          .given(discount, discount == null ? price : null, wanted);
    }
    if (!code.isEmpty()) {
      unknown.add(code);
    }
    String called = (code + " " + words).strip();
    return LineForm.inline(
            "", called, null, new LineForm.Numbers(price, null, null, quantity, discount, null))
        .given(discount, null, wanted);
  }
}
