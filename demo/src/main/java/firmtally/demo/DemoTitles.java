package firmtally.demo;

import firmtally.server.catalogue.product.Product;
import firmtally.server.worksheet.calculation.LineForm;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/** What an opportunity is called, by what weighs most in its lines. */
final class DemoTitles {
  private static final List<String> ANY = List.of("Weighing equipment", "Equipment for goods-in");
  private static final Map<String, List<String>> BY_FAMILY =
      Map.ofEntries(
          Map.entry(
              "bench",
              List.of(
                  "Scales for the packing hall",
                  "Bench scales for goods-in",
                  "Replacing the bench scales",
                  "Portioning scales")),
          Map.entry(
              "floor",
              List.of(
                  "Floor scales for dispatch", "Pallet weighing", "Replacing the floor scales")),
          Map.entry("crane", List.of("Crane scale for the yard", "Weighing on the hoist")),
          Map.entry("hopper", List.of("Silo weighing", "Hopper weighing on line 2")),
          Map.entry("weighbridge", List.of("Weighbridge at the gate", "Second weighbridge")),
          Map.entry("load-cell", List.of("Load cells for the silos", "Replacing load cells")),
          Map.entry("indicator", List.of("New weighing indicators", "Indicators for the line")),
          Map.entry("printer", List.of("Label printing at dispatch", "Ticket printers")),
          Map.entry("test-weight", List.of("Test weights for audits", "Set of test weights")),
          Map.entry("spare", List.of("Spare parts", "Spare parts for the year")),
          Map.entry("installation", List.of("Installation and set-up", "Relocating the scales")),
          Map.entry("calibration", List.of("Calibration of all scales", "Calibration plan")));

  private DemoTitles() {}

  static String of(List<LineForm> lines, List<Product> products, int turn) {
    List<String> fitting =
        lines.stream()
            .flatMap(line -> products.stream().filter(p -> p.code().equals(line.product())))
            .max(Comparator.comparingLong(p -> p.listPrice().toTenThousandths()))
            .map(p -> BY_FAMILY.getOrDefault(p.family(), ANY))
            .orElse(ANY);
    return fitting.get(turn % fitting.size());
  }
}
