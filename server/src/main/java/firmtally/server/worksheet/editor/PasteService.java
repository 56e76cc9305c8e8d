package firmtally.server.worksheet.editor;

import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.TypedDay;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.worksheet.calculation.LineForm;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/**
 * Reads rows that were copied from a spreadsheet or a letter. With a heading row its names say what
 * the columns are. Without one the first column is the code, then come the words if any, the
 * quantity, and a discount where a percent sign stands behind it, else a price. Whoever pastes may
 * say it otherwise. A row with nothing but words in a table of several columns is the heading of a
 * section. What is not in the catalogue by its code or its very name becomes a line of its own;
 * numbers are kept as they are, for the cells to judge, and what they will refuse is told before.
 */
@Service
class PasteService {
  private static final int MOST_ROWS = 1000;
  private static final int MOST_COLUMNS = 30;
  private static final Pattern NUMBER = Pattern.compile("[0-9]+(\\.[0-9]+)?");
  private static final Pattern IS_DAY =
      Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}|[0-9]{1,2}\\.[0-9]{1,2}\\.([0-9]{4})?");
  private static final Pattern BEGINS_AS_NUMBER =
      Pattern.compile("(\\p{Sc}|[A-Z]{3})?\\s?[-−(]?[0-9].*", Pattern.DOTALL);
  private static final Set<PasteRole> IS_FIGURE =
      Set.of(PasteRole.QUANTITY, PasteRole.PRICE, PasteRole.DISCOUNT);
  private static final int DECIMALS = 4;
  private final ProductService catalogue;
  private final Clock clock;

  PasteService(ProductService catalogue, Clock clock) {
    this.catalogue = catalogue;
    this.clock = clock;
  }

  /** What a column of pasted rows holds. */
  enum PasteRole {
    CODE,
    DESCRIPTION,
    QUANTITY,
    PRICE,
    DISCOUNT,
    REQUESTED,
    IGNORE;

    String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** A cell that is not understood, by its row and column from 0 without the heading. */
  record PasteDoubt(int row, int column, String message) {}

  /**
   * Rows as lines, without ids.
   *
   * @param unknown what is not in the catalogue
   * @param columns what each column is taken for
   * @param headings their names, where the first row has them
   * @param rows the cells as they were pasted
   * @param doubts the cells that are not understood
   */
  record Pasted(
      List<LineForm> lines,
      List<String> unknown,
      List<String> columns,
      List<String> headings,
      List<List<String>> rows,
      List<PasteDoubt> doubts) {}

  /**
   * @param chosen what each column is taken for; empty to find it out
   */
  Pasted read(String text, List<String> chosen) {
    List<Table.Row> rows = rows(text == null ? "" : text);
    if (rows.size() > MOST_ROWS) {
      throw BadInput.at("text", "At most " + MOST_ROWS + " rows are pasted at once.");
    }
    Optional<Map<Integer, PasteRole>> heading =
        rows.isEmpty() ? Optional.empty() : Headings.of(rows.get(0));
    List<Table.Row> body = heading.isPresent() ? rows.subList(1, rows.size()) : rows;
    int width =
        Math.min(MOST_COLUMNS, body.stream().mapToInt(row -> row.cells().size()).max().orElse(0));
    List<PasteRole> roles = roles(body, width, heading, chosen);
    boolean wide = body.stream().anyMatch(row -> filled(row) > 1);
    boolean areKnown = heading.isPresent() || !chosen.isEmpty();
    List<Map<PasteRole, Integer>> places =
        body.stream().map(row -> places(row, roles, areKnown)).toList();
    List<Map<PasteRole, String>> cells = new ArrayList<>();
    for (int i = 0; i < body.size(); i++) {
      cells.add(texts(body.get(i), places.get(i)));
    }
    Map<String, Product> products = products(cells);
    List<LineForm> lines = new ArrayList<>();
    List<String> unknown = new ArrayList<>();
    for (Map<PasteRole, String> cell : cells) {
      lines.add(line(cell, products, wide, unknown));
    }
    return new Pasted(
        lines,
        unknown.stream().distinct().toList(),
        roles.stream().map(PasteRole::word).toList(),
        heading.isPresent() ? rows.get(0).cells().stream().limit(width).toList() : List.of(),
        body.stream().map(row -> row.cells().stream().limit(width).toList()).toList(),
        doubts(body, places, roles));
  }

  private static Map<PasteRole, String> texts(Table.Row row, Map<PasteRole, Integer> places) {
    Map<PasteRole, String> texts = new EnumMap<>(PasteRole.class);
    places.forEach((role, column) -> texts.put(role, row.at(column).strip()));
    return texts;
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

  private static List<PasteRole> roles(
      List<Table.Row> body,
      int width,
      Optional<Map<Integer, PasteRole>> heading,
      List<String> chosen) {
    List<PasteRole> roles = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      PasteRole guess =
          heading.isPresent()
              ? heading.get().getOrDefault(i, PasteRole.IGNORE)
              : guessed(body, i, roles);
      String said = i < chosen.size() ? chosen.get(i) : "";
      roles.add(
          Stream.of(PasteRole.values())
              .filter(r -> r.word().equals(said))
              .findFirst()
              .orElse(guess));
    }
    return roles;
  }

  /** What most cells of a column look like. */
  private static PasteRole guessed(List<Table.Row> body, int column, List<PasteRole> before) {
    if (column == 0) {
      return PasteRole.CODE;
    }
    Map<PasteRole, Integer> votes = new EnumMap<>(PasteRole.class);
    for (Table.Row row : body) {
      String text = row.at(column).strip();
      if (!text.isEmpty()) {
        votes.merge(looksLike(text), 1, Integer::sum);
      }
    }
    PasteRole most =
        votes.entrySet().stream()
            .max(Map.Entry.comparingByValue())
            .map(Map.Entry::getKey)
            .orElse(PasteRole.IGNORE);
    if (most == PasteRole.QUANTITY && before.contains(PasteRole.QUANTITY)) {
      most = PasteRole.PRICE;
    }
    return before.contains(most) ? PasteRole.IGNORE : most;
  }

  private static PasteRole looksLike(String text) {
    if (IS_DAY.matcher(text).matches()) {
      return PasteRole.REQUESTED;
    } else if (text.endsWith("%")) {
      return PasteRole.DISCOUNT;
    }
    return BEGINS_AS_NUMBER.matcher(text).matches() && text.length() < 24
        ? PasteRole.QUANTITY
        : PasteRole.DESCRIPTION;
  }

  /** Where each thing stands in a row: by the columns where they are known, else row by row. */
  private static Map<PasteRole, Integer> places(
      Table.Row row, List<PasteRole> roles, boolean areKnown) {
    Map<PasteRole, Integer> places = new EnumMap<>(PasteRole.class);
    for (int i = 0; i < roles.size(); i++) {
      String text = row.at(i).strip();
      if (!text.isEmpty()) {
        PasteRole role = areKnown ? roles.get(i) : ofCell(text, i, places);
        places.putIfAbsent(role, i);
      }
    }
    places.remove(PasteRole.IGNORE);
    return places;
  }

  private static PasteRole ofCell(String text, int column, Map<PasteRole, Integer> before) {
    if (column == 0) {
      return PasteRole.CODE;
    }
    PasteRole looks = looksLike(text);
    return looks == PasteRole.QUANTITY && before.containsKey(PasteRole.QUANTITY)
        ? PasteRole.PRICE
        : looks;
  }

  private Map<String, Product> products(List<Map<PasteRole, String>> cells) {
    Set<String> codes = new HashSet<>();
    Set<String> names = new HashSet<>();
    for (Map<PasteRole, String> cell : cells) {
      codes.add(cell.getOrDefault(PasteRole.CODE, ""));
      names.add(cell.getOrDefault(PasteRole.CODE, ""));
      names.add(cell.getOrDefault(PasteRole.DESCRIPTION, ""));
    }
    Map<String, Product> products = new HashMap<>(catalogue.byNames(names));
    products.putAll(catalogue.byLooseCodes(codes));
    return products;
  }

  private List<PasteDoubt> doubts(
      List<Table.Row> body, List<Map<PasteRole, Integer>> places, List<PasteRole> columns) {
    List<PasteDoubt> doubts = new ArrayList<>();
    for (int row = 0; row < body.size(); row++) {
      int at = row;
      Map<PasteRole, Integer> given = places.get(row);
      given.forEach(
          (role, column) ->
              doubt(role, body.get(at).at(column).strip(), columns.get(column))
                  .ifPresent(message -> doubts.add(new PasteDoubt(at, column, message))));
      if (given.containsKey(PasteRole.PRICE) && given.containsKey(PasteRole.DISCOUNT)) {
        doubts.add(
            new PasteDoubt(
                row,
                given.get(PasteRole.PRICE),
                "A line takes a price or a discount: the discount is used."));
      }
    }
    return doubts;
  }

  private Optional<String> doubt(PasteRole role, String text, PasteRole column) {
    boolean isStray = role == PasteRole.DESCRIPTION && IS_FIGURE.contains(column);
    return isStray ? Optional.of("Read as the description.") : doubt(role, text);
  }

  private Optional<String> doubt(PasteRole role, String text) {
    try {
      return switch (role) {
        case QUANTITY, PRICE -> isNumber(text, "Enter a number, for example 12 or 1250.50.");
        case DISCOUNT -> isNumber(text.replaceAll("\\s*%$", ""), "Enter a percent, for example 5.");
        case REQUESTED -> {
          TypedDay.parse(text, LocalDate.now(clock));
          yield Optional.empty();
        }
        default -> Optional.empty();
      };
    } catch (IllegalArgumentException e) {
      return Optional.of(e.getMessage());
    }
  }

  private static Optional<String> isNumber(String text, String message) {
    return NUMBER.matcher(TypedNumber.plain(text, DECIMALS)).matches()
        ? Optional.empty()
        : Optional.of(message);
  }

  private static LineForm line(
      Map<PasteRole, String> cell,
      Map<String, Product> products,
      boolean wide,
      List<String> unknown) {
    String code = cell.getOrDefault(PasteRole.CODE, "");
    String words = cell.getOrDefault(PasteRole.DESCRIPTION, "");
    Product byCode = products.get(ProductService.loose(code));
    Product product = byCode == null ? products.get(ProductService.loose(words)) : byCode;
    if (product == null && wide && cell.size() == 1) {
      return LineForm.words("", "section", code.isEmpty() ? words : code);
    }
    String quantity = cell.getOrDefault(PasteRole.QUANTITY, "1");
    String discount = cell.get(PasteRole.DISCOUNT);
    String price = cell.get(PasteRole.PRICE);
    String requested = cell.get(PasteRole.REQUESTED);
    if (product != null) {
      return LineForm.ofProduct(
              "",
              product.code(),
              words.isEmpty() ? product.name() : words,
              quantity,
              LineForm.Plan.of(product.everyMonths(), product.termMonths()))
          .given(discount, discount == null ? price : null, requested);
    }
    String called = (code + " " + words).strip();
    if (!called.isEmpty()) {
      unknown.add(code.isEmpty() ? words : code);
    }
    return LineForm.inline(
            "", called, null, new LineForm.Numbers(price, null, null, quantity, discount, null))
        .given(discount, null, requested);
  }
}
