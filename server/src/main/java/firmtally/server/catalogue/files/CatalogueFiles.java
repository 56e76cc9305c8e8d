package firmtally.server.catalogue.files;

import firmtally.core.pricing.PriceRule;
import firmtally.formats.table.TableWriter;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.ownfield.OwnField;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.ids.OwnFieldId;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Service;

/**
 * Products and price rules as CSV and XLSX. What is exported can be imported again: the headings
 * are the same.
 */
@Service
class CatalogueFiles {
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
  private final OwnFieldService fields;

  CatalogueFiles(ProductService catalogue, PriceRuleService rules, OwnFieldService fields) {
    this.catalogue = catalogue;
    this.rules = rules;
    this.fields = fields;
  }

  byte[] products(boolean asWorkbook) {
    List<OwnField> added = fields.of("product");
    List<TableWriter.Column> columns = new ArrayList<>(PRODUCTS);
    added.forEach(field -> columns.add(OwnFieldService.column(field)));
    List<Product> all = catalogue.all();
    Map<String, Map<OwnFieldId, String>> own = catalogue.own(all);
    List<List<Object>> rows = new ArrayList<>();
    for (Product p : all) {
      List<Object> cells = new ArrayList<>(cells(p));
      Map<OwnFieldId, String> has = own.getOrDefault(p.code(), Map.of());
      added.forEach(field -> cells.add(OwnFieldService.cell(field, has.get(field.id()))));
      rows.add(cells);
    }
    return written("Products", columns, rows, asWorkbook);
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
}
