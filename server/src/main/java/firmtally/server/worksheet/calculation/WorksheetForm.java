package firmtally.server.worksheet.calculation;

import firmtally.core.money.Quantity;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Picks;
import firmtally.server.platform.web.MaybeNull;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A worksheet as typed: its lines, a discount on the whole in one of two ways, and a total or
 * margin to land on.
 */
public record WorksheetForm(
    List<LineForm> lines,
    @MaybeNull String discountPercent,
    @MaybeNull String discountAmount,
    @MaybeNull String targetContract,
    @MaybeNull String targetTotal,
    @MaybeNull String targetMargin) {
  /** Without lines, discount or target. */
  public static final WorksheetForm EMPTY =
      new WorksheetForm(List.of(), null, null, null, null, null);

  /** Lines only. */
  public static WorksheetForm of(List<LineForm> lines) {
    return new WorksheetForm(lines, null, null, null, null, null);
  }

  /** Other lines, with the same percent off the whole. */
  public WorksheetForm with(List<LineForm> others) {
    return new WorksheetForm(others, discountPercent, null, null, null, null);
  }

  /** With what a customer picked of its options and alternatives. */
  public WorksheetForm inQuantities(Map<String, BigDecimal> quantities) {
    Set<String> dropped = new HashSet<>();
    for (LineForm line : lines) {
      BigDecimal quantity = quantities.get(line.id());
      if (quantity != null && quantity.signum() == 0 && line.alternativeSet() != null) {
        dropped.add(line.alternativeSet());
      }
    }
    return with(
        lines.stream()
            .filter(
                line -> line.alternativeSet() == null || !dropped.contains(line.alternativeSet()))
            .filter(line -> !isZero(quantities.get(line.id())))
            .map(
                line ->
                    quantities.containsKey(line.id())
                        ? line.but()
                            .quantity(Quantity.of(quantities.get(line.id())).toString())
                            .build()
                        : line)
            .toList());
  }

  private static boolean isZero(BigDecimal quantity) {
    return quantity != null && quantity.signum() == 0;
  }

  /** The same with what was picked of its options and alternatives. */
  public WorksheetForm picked(Picks picks) {
    List<LineForm> rows = lines.stream().map(line -> line.picked(picks)).toList();
    return new WorksheetForm(
        rows, discountPercent, discountAmount, targetContract, targetTotal, targetMargin);
  }

  /** The same as it was read: its lines, and its discount as a plain number. */
  WorksheetForm read(List<LineForm> rows, Optional<DocumentDiscount> discount) {
    String percent =
        discount
            .filter(DocumentDiscount.OfPercent.class::isInstance)
            .map(d -> ((DocumentDiscount.OfPercent) d).percent().toString())
            .orElse(discountPercent);
    String amount =
        discount
            .filter(DocumentDiscount.OfAmount.class::isInstance)
            .map(d -> ((DocumentDiscount.OfAmount) d).amount().getAmount().toPlainString())
            .orElse(discountAmount);
    return new WorksheetForm(rows, percent, amount, targetContract, targetTotal, targetMargin);
  }

  /** Whether something is taken off the whole. */
  boolean isShared() {
    return isTyped(discountPercent) || isTyped(discountAmount);
  }

  private static boolean isTyped(@MaybeNull String text) {
    return text != null && !text.isBlank();
  }
}
