package firmtally.server.worksheet;

import firmtally.server.platform.MaybeNull;
import java.util.List;

/**
 * A worksheet as typed: its lines, a discount on the whole in one of two ways, and a total or
 * margin to land on.
 */
public record WorksheetForm(
    List<LineForm> lines,
    @MaybeNull String discountPercent,
    @MaybeNull String discountAmount,
    @MaybeNull String targetContract,
    @MaybeNull String targetMargin) {
  /** Without lines, discount or target. */
  public static final WorksheetForm EMPTY = new WorksheetForm(List.of(), null, null, null, null);

  /** Lines only. */
  public static WorksheetForm of(List<LineForm> lines) {
    return new WorksheetForm(lines, null, null, null, null);
  }

  /** The same with other lines. */
  WorksheetForm withLines(List<LineForm> other) {
    return new WorksheetForm(other, discountPercent, discountAmount, targetContract, targetMargin);
  }
}
