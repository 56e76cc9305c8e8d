package firmtally.server.customers.campaign;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;

/**
 * Whom a call list is made of; null or blank is any.
 *
 * @param who {@code accounts}, or {@code contacts} for everybody there
 * @param postal what the postal code begins with
 * @param owner a person's id
 * @param bought a product's code, or a family, that they bought
 * @param boughtSince they bought anything on or after this day
 * @param notBoughtSince they bought nothing on or after this day
 * @param notSpokenSince nothing was done with them on or after this day
 */
public record CallPick(
    @MaybeNull String who,
    @MaybeNull String status,
    @MaybeNull String industry,
    @MaybeNull String priceGroup,
    @MaybeNull String postal,
    @MaybeNull String town,
    @MaybeNull PersonId owner,
    @MaybeNull String role,
    @MaybeNull String bought,
    @MaybeNull String boughtSince,
    @MaybeNull String notBoughtSince,
    @MaybeNull String notSpokenSince) {
  /** Without any choice. */
  static final CallPick ANYBODY =
      new CallPick(null, null, null, null, null, null, null, null, null, null, null, null);

  boolean isOfContacts() {
    return "contacts".equals(who);
  }
}
