package firmtally.server.customers.account;

import firmtally.core.pricing.Buyer;
import firmtally.server.access.Actor;
import java.util.Optional;

/**
 * A company or private person that buys, or may.
 *
 * @param status prospect until the first order, then customer
 * @param overdueAllowed minor units
 * @param watchPercent ten-thousandths of a percent
 */
public record Account(
    long id,
    String number,
    String name,
    String kind,
    String status,
    String industry,
    String street,
    String postal,
    String town,
    String email,
    String phone,
    String priceGroup,
    long ownerId,
    String ownerName,
    String ownerTeam,
    int termsDays,
    int lateDays,
    int graceDays,
    long overdueAllowed,
    long watchPercent,
    boolean stopped,
    boolean poNumberRequired,
    String note,
    long version) {
  /** Whose it is. */
  public Actor.Owner owner() {
    return new Actor.Owner(ownerId, ownerName, ownerTeam);
  }

  /** As price rules see it: by its number and its price group. */
  public Buyer buyer() {
    return new Buyer(number, Optional.ofNullable(priceGroup));
  }
}
