package firmtally.server.company.policy;

import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;

/**
 * A policy as it is typed; blank amounts and percents are no limit.
 *
 * @param pricePolicy {@code specific} or {@code lowest}
 * @param documentFloor the margin in percent that a whole document must leave
 */
public record PolicyForm(
    @MaybeNull String from,
    String pricePolicy,
    String repDiscount,
    String managerDiscount,
    @MaybeNull String documentFloor,
    String documentFloorRole,
    List<FamilyForm> families,
    @MaybeNull String giftCost,
    String giftCostRole,
    List<ValueForm> values,
    @MaybeNull String ownCostOver) {
  public PolicyForm {
    families = Input.given(families);
    values = Input.given(values);
  }

  /** The margin in percent that a line of a family must leave, and who may go below. */
  public record FamilyForm(String family, String margin, String role) {}

  /** Who signs above an amount. */
  public record ValueForm(String amount, String role) {}
}
