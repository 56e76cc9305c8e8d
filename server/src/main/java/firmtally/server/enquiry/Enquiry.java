package firmtally.server.enquiry;

import firmtally.server.people.Actor;

/**
 * An enquiry as it is kept.
 *
 * @param person whom to speak to; blank where unknown
 * @param worth what it is about worth in minor units; null where unknown
 * @param reason why it was dropped or parked
 */
record Enquiry(
    long id,
    String number,
    String takenAt,
    String name,
    String person,
    String mail,
    String phone,
    String postal,
    String town,
    String about,
    String family,
    Long worth,
    String source,
    String campaign,
    String state,
    String parkedUntil,
    String reason,
    long ownerId,
    String ownerName,
    String ownerTeam,
    Long accountId,
    Long opportunityId,
    String opportunityNumber,
    long version) {
  Actor.Owner owner() {
    return new Actor.Owner(ownerId, ownerName, ownerTeam);
  }

  boolean isOpen() {
    return state.equals("new") || state.equals("talking") || state.equals("parked");
  }
}
