package firmtally.server.catalogue.files;

import firmtally.core.pricing.PriceRule;
import firmtally.formats.json.Problem;
import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.formats.table.TableWriter;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Products and price rules as CSV and XLSX. What goes out comes in again: the headings are the
 * same. A file is tried first, and then taken whole or not at all.
 */
@Service
class CatalogueFiles {
  private static final int MOST_ROWS = 20_000;
  private static final int MOST_SHOWN = 200;
  private static final String PRICE = "#,##0.00##";
  private static final List<TableWriter.Column> PRODUCTS =
      List.of(
          TableWriter.Column.text("Code"),
          TableWriter.Column.text("Name"),
          TableWriter.Column.text("Family"),
          TableWriter.Column.text("Unit"),
          new TableWriter.Column("List price", PRICE, false),
          new TableWriter.Column("Cost", PRICE, false),
          new TableWriter.Column("Tax %", "0.##", false),
          new TableWriter.Column("Every months", "0", false),
          new TableWriter.Column("Term months", "0", false),
          TableWriter.Column.text("Active"),
          new TableWriter.Column("On hand", "0.###", false),
          new TableWriter.Column("On order", "0.###", false),
          new TableWriter.Column("Lead days", "0", false));
  private static final List<TableWriter.Column> RULES =
      List.of(
          TableWriter.Column.text("Code"),
          TableWriter.Column.text("Scope"),
          TableWriter.Column.text("For"),
          TableWriter.Column.text("Product"),
          TableWriter.Column.text("Family"),
          new TableWriter.Column("From quantity", "0.###", false),
          TableWriter.Column.text("From"),
          TableWriter.Column.text("To"),
          new TableWriter.Column("Price", PRICE, false),
          new TableWriter.Column("Discount %", "0.####", false));

  private final ProductService catalogue;
  private final PriceRuleService rules;

  CatalogueFiles(ProductService catalogue, PriceRuleService rules) {
    this.catalogue = catalogue;
    this.rules = rules;
  }

  /** What is wrong in a row of a file, numbered as a spreadsheet numbers it. */
  record FileProblem(int row, String column, String message) {}

  /** A row that would change something. */
  record FileChange(int row, String code, String what) {}

  /**
   * What a file would do, or did.
   *
   * @param taken whether it was done
   */
  record CatalogueFileView(
      int rows,
      int added,
      int changed,
      int same,
      List<FileProblem> problems,
      List<FileChange> changes,
      boolean taken) {}

  byte[] products(boolean asWorkbook) {
    List<List<Object>> rows = new ArrayList<>();
    for (Product p : catalogue.all()) {
      rows.add(cells(p));
    }
    return written("Products", PRODUCTS, rows, asWorkbook);
  }

  /** A product as the columns hold it. */
  private static List<Object> cells(Product p) {
    return Arrays.asList(
        p.code(),
        p.name(),
        p.family(),
        p.unit(),
        p.listPrice().value(),
        p.unitCost().value(),
        p.tax().value(),
        p.everyMonths().map(BigDecimal::valueOf).orElse(null),
        p.termMonths().map(BigDecimal::valueOf).orElse(null),
        p.active() ? "yes" : "no",
        p.stock().map(s -> s.value()).orElse(null),
        p.onOrder().value(),
        BigDecimal.valueOf(p.leadDays()));
  }

  /** A rule as the columns hold it. */
  private static List<Object> cells(PriceRule r) {
    return Arrays.asList(
        r.id(),
        r.scope().name().toLowerCase(Locale.ROOT),
        r.forWhom().orElse(""),
        r.product().orElse(""),
        r.family().orElse(""),
        r.minQuantity().value(),
        r.from().map(LocalDate::toString).orElse(""),
        r.to().map(LocalDate::toString).orElse(""),
        r.price().map(p -> p.value()).orElse(null),
        r.percentOff().map(p -> p.value()).orElse(null));
  }

  byte[] rules(boolean asWorkbook) {
    List<List<Object>> rows = new ArrayList<>();
    for (PriceRule rule : rules.inUse()) {
      rows.add(cells(rule));
    }
    return written("Price rules", RULES, rows, asWorkbook);
  }

  private static byte[] written(
      String title, List<TableWriter.Column> columns, List<List<Object>> rows, boolean asWorkbook) {
    TableWriter writer = TableWriter.of(title, columns);
    return asWorkbook ? writer.xlsx(rows) : writer.csv(rows);
  }

  /** What a file of products would do; nothing is kept and nobody waits for it. */
  CatalogueFileView tryProducts(byte[] file, Actor actor) {
    actor.checkManages();
    return products(file).view(false);
  }

  /** Puts a file of products in, when nothing is wrong with it. */
  @Transactional
  CatalogueFileView takeProducts(byte[] file, Actor actor) {
    actor.checkManages();
    Tried<Product> tried = products(file);
    CatalogueFileView view = tried.view(true);
    if (view.taken()) {
      catalogue.put(tried.found().good(), actor);
    }
    return view;
  }

  private Tried<Product> products(byte[] file) {
    Map<String, Product> before = new HashMap<>();
    catalogue.all().forEach(p -> before.put(p.code(), p));
    Found<Product> found =
        Sheet.read(file, PRODUCTS)
            .each(
                row -> Optional.ofNullable(before.get(row.at("Code"))).map(CatalogueFiles::cells),
                (row, input) -> catalogue.read(product(row), input),
                Product::code);
    return new Tried<>(
        found,
        p -> Optional.ofNullable(before.get(p.code())).map(was -> was.with(Product.Flow.NONE)),
        (p, was) ->
            was.listPrice().equals(p.listPrice())
                ? "changed"
                : "list " + was.listPrice() + " becomes " + p.listPrice());
  }

  private static ProductService.ProductForm product(Row row) {
    String sale = row.at("Active").toLowerCase(Locale.ROOT);
    return new ProductService.ProductForm(
        row.at("Code"),
        row.at("Name"),
        row.at("Family"),
        row.at("Unit"),
        row.at("List price"),
        row.at("Cost"),
        row.at("Tax %"),
        row.at("Every months"),
        row.at("Term months"),
        !"no".equals(sale),
        row.at("On hand"),
        row.at("On order"),
        row.at("Lead days"));
  }

  /** What a file of price rules would do. */
  CatalogueFileView tryRules(byte[] file, Actor actor) {
    actor.checkManages();
    return rules(file).view(false);
  }

  /** Puts a file of price rules in, when nothing is wrong with it. */
  @Transactional
  CatalogueFileView takeRules(byte[] file, Actor actor) {
    actor.checkManages();
    Tried<PriceRule> tried = rules(file);
    CatalogueFileView view = tried.view(true);
    if (view.taken()) {
      rules.put(tried.found().good(), actor);
    }
    return view;
  }

  private Tried<PriceRule> rules(byte[] file) {
    PriceRuleService.Known known = rules.known();
    Map<String, PriceRule> before = new HashMap<>();
    rules.inUse().forEach(rule -> before.put(rule.id(), rule));
    Found<PriceRule> found =
        Sheet.read(file, RULES)
            .each(
                row -> Optional.ofNullable(before.get(row.at("Code"))).map(CatalogueFiles::cells),
                (row, input) -> rules.read(rule(row), known, input).stream().findFirst(),
                PriceRule::id);
    return new Tried<>(
        found, r -> Optional.ofNullable(before.get(r.id())), (r, was) -> PriceRuleService.words(r));
  }

  private static PriceRuleService.RuleForm rule(Row row) {
    return new PriceRuleService.RuleForm(
        row.at("Code"),
        row.at("Scope").toLowerCase(Locale.ROOT),
        row.at("For"),
        row.at("Product"),
        row.at("Family"),
        row.at("From"),
        row.at("To"),
        List.of(
            new PriceRuleService.BreakForm(
                row.at("From quantity"), row.at("Price"), row.at("Discount %"))));
  }

  /** A row by the headings of its columns. */
  private record Row(int number, Map<String, String> cells) {
    String at(String heading) {
      return cells.getOrDefault(heading, "");
    }

    /** The same row, where the file has no such column filled from what is known already. */
    Row over(List<String> headings, List<Object> known) {
      Map<String, String> filled = new HashMap<>(cells);
      for (int i = 0; i < known.size(); i++) {
        Object value = known.get(i);
        filled.putIfAbsent(headings.get(i), value == null ? "" : plain(value));
      }
      return new Row(number, filled);
    }

    private static String plain(Object value) {
      return value instanceof BigDecimal number ? number.toPlainString() : value.toString();
    }
  }

  /**
   * A file whose headings are known.
   *
   * @param known all headings that there are
   */
  private record Sheet(List<Row> rows, List<String> known) {
    static Sheet read(byte[] file, List<TableWriter.Column> columns) {
      if (file == null) {
        throw BadInput.at("file", "This file is empty.");
      }
      Table table;
      try {
        table = TableReader.ofAtMost(MOST_ROWS).read(file);
      } catch (IllegalArgumentException e) {
        throw BadInput.at("file", e.getMessage());
      }
      List<String> known = columns.stream().map(TableWriter.Column::name).toList();
      List<String> headings = new ArrayList<>();
      for (String column : table.columns()) {
        headings.add(
            known.stream()
                .filter(name -> name.equalsIgnoreCase(column.strip()))
                .findFirst()
                .orElseThrow(() -> unknown(column, known)));
      }
      if (!headings.contains("Code")) {
        throw BadInput.at("file", "The file has no column Code.");
      }
      return new Sheet(table.rows().stream().map(row -> row(row, headings)).toList(), known);
    }

    private static BadInput unknown(String column, List<String> known) {
      return BadInput.at(
          "file",
          "The file has a column "
              + column
              + ", which is none of "
              + String.join(", ", known)
              + ". Rename it or take it out.");
    }

    private static Row row(Table.Row row, List<String> headings) {
      Map<String, String> cells = new HashMap<>();
      for (int i = 0; i < headings.size(); i++) {
        cells.put(headings.get(i), row.at(i).strip());
      }
      return new Row(row.number(), cells);
    }

    /**
     * Reads every row. Of what is known already, a column that the file does not have stays as it
     * is: a file of codes and prices changes prices alone.
     */
    <T> Found<T> each(
        Function<Row, Optional<List<Object>>> before,
        BiFunction<Row, Input, Optional<T>> read,
        Function<T, String> code) {
      List<T> good = new ArrayList<>();
      List<Integer> numbers = new ArrayList<>();
      List<FileProblem> problems = new ArrayList<>();
      Set<String> codes = new HashSet<>();
      for (Row row : rows) {
        Input input = new Input();
        Row whole = before.apply(row).map(cells -> row.over(known, cells)).orElse(row);
        Optional<T> value = read.apply(whole, input);
        value
            .map(code)
            .filter(c -> !codes.add(c))
            .ifPresent(c -> input.refuse("code", "Another row has this code."));
        for (Problem p : input.problems().list()) {
          problems.add(new FileProblem(row.number(), p.at(), p.message()));
        }
        if (input.problems().isEmpty()) {
          good.add(value.orElseThrow());
          numbers.add(row.number());
        }
      }
      return new Found<>(good, numbers, problems);
    }
  }

  /** What was read of a file, beside what is known. */
  private record Tried<T>(
      Found<T> found, Function<T, Optional<T>> before, BiFunction<T, T, String> change) {
    CatalogueFileView view(boolean take) {
      return found.view(before, change, take);
    }
  }

  /** What was read of a file. */
  private record Found<T>(List<T> good, List<Integer> numbers, List<FileProblem> problems) {
    CatalogueFileView view(
        Function<T, Optional<T>> before, BiFunction<T, T, String> change, boolean take) {
      int added = 0;
      int same = 0;
      List<FileChange> changes = new ArrayList<>();
      for (int i = 0; i < good.size(); i++) {
        T now = good.get(i);
        T was = before.apply(now).orElse(null);
        if (was == null) {
          added++;
        } else if (was.equals(now)) {
          same++;
        } else {
          changes.add(new FileChange(numbers.get(i), code(now), change.apply(now, was)));
        }
      }
      return new CatalogueFileView(
          good.size() + (int) problems.stream().map(FileProblem::row).distinct().count(),
          added,
          changes.size(),
          same,
          problems.stream().limit(MOST_SHOWN).toList(),
          changes.stream().limit(MOST_SHOWN).toList(),
          take && problems.isEmpty());
    }

    private static String code(Object of) {
      return of instanceof Product p ? p.code() : ((PriceRule) of).id();
    }
  }
}
