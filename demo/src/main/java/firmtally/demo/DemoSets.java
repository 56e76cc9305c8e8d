package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.catalogue.sizetable.SizeTableService;
import firmtally.server.catalogue.template.TemplateService;
import firmtally.server.worksheet.calculation.LineForm;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Kits, templates and tables of sizes of Harrow &amp; Plumb, and pictures of what they sell. */
@Component
class DemoSets {
  private static final List<String> CAPACITIES = List.of("3", "6", "15", "30", "60", "150");
  private static final List<String> WEIGHTS =
      List.of("1", "2", "5", "10", "20", "50", "500", "1000");
  private final ProductService catalogue;
  private final TemplateService sets;
  private final SizeTableService sizes;

  DemoSets(ProductService catalogue, TemplateService sets, SizeTableService sizes) {
    this.catalogue = catalogue;
    this.sets = sets;
    this.sizes = sizes;
  }

  void load(Actor manager) {
    keep(
        "kit", "KIT-BENCH", "Editor place: scale, printer, weights, calibration", bench(), manager);
    keep("kit", "KIT-FLOOR", "Floor scale with ramp, indicator and installation", floor(), manager);
    keep("template", "TPL-BRIDGE", "Weighbridge, ready to drive on", bridge(), manager);
    sizes.keep(
        new SizeTableService.SizeTableForm(
            "SZ-BENCH", "Bench scales by capacity", "Capacity", "Build", benches()),
        manager);
    sizes.keep(
        new SizeTableService.SizeTableForm("SZ-WEIGHTS", "Test weights", "Nominal", "", weights()),
        manager);
    for (String family : catalogue.families()) {
      byte[] picture = DemoPictures.of(family);
      catalogue.search(family).stream()
          .filter(product -> product.family().equals(family))
          .forEach(product -> catalogue.setPicture(product.code(), picture, manager));
    }
  }

  private void keep(String kind, String code, String name, List<LineForm> rows, Actor manager) {
    sets.keep(new TemplateService.TemplateForm(kind, code, name, rows), manager);
  }

  private List<LineForm> bench() {
    return List.of(
        line("1", "BS-30", "1"),
        line("2", "PR-58", "1"),
        line("3", "TW-20", "1"),
        line("4", "CAL-B", "1"));
  }

  private List<LineForm> floor() {
    return List.of(
        line("1", "FS-1500", "1"),
        line("2", "AC-1000", "1"),
        line("3", "IN-30", "1"),
        line("4", "IS-20", "1"),
        line("5", "CAL-F", "1"));
  }

  private List<LineForm> bridge() {
    return List.of(
        LineForm.words("1", "section", "Weighbridge"),
        line("2", "WB-50T", "1"),
        line("3", "IN-60", "1"),
        LineForm.words("4", "section", "Gate and data"),
        line("5", "AC-TT", "2"),
        line("6", "AC-60", "1"),
        LineForm.words("7", "section", "On site"),
        LineForm.words(
            "8", "note", "Foundation and power are the customer's; we send the drawing."),
        line("9", "IS-50", "1"),
        line("10", "TR-10", "1"),
        line("11", "CAL-W", "1"));
  }

  private LineForm line(String id, String code, String quantity) {
    Product product = catalogue.get(code);
    return LineForm.ofProduct(
        id,
        code,
        product.name(),
        quantity,
        LineForm.Plan.of(product.everyMonths(), product.termMonths()));
  }

  private List<SizeTableService.SizeCellForm> benches() {
    List<SizeTableService.SizeCellForm> cells = new ArrayList<>();
    for (String capacity : CAPACITIES) {
      cell(capacity + " kg", "standard", "BS-" + capacity).ifPresent(cells::add);
      cell(capacity + " kg", "washdown", "BSX-" + capacity).ifPresent(cells::add);
      cell(capacity + " kg", "counting", "BC-" + capacity).ifPresent(cells::add);
    }
    return cells;
  }

  private List<SizeTableService.SizeCellForm> weights() {
    return WEIGHTS.stream().flatMap(kg -> cell(kg + " kg", "", "TW-" + kg).stream()).toList();
  }

  private Optional<SizeTableService.SizeCellForm> cell(String row, String column, String code) {
    return catalogue.byCodes(List.of(code)).isEmpty()
        ? Optional.empty()
        : Optional.of(new SizeTableService.SizeCellForm(row, column, code));
  }
}
