package firmtally.server.opportunity;

import firmtally.core.money.Percent;

/**
 * An opportunity as it is kept.
 *
 * @param ownOdds the rep's own odds in ten-thousandths of a percent; null where the stage's hold
 * @param wonAmount minor units; null until it is won
 */
public record Opportunity(
    long id,
    String number,
    String title,
    long accountId,
    Long contactId,
    long ownerId,
    String ownerName,
    long pathId,
    long stageId,
    String state,
    String stageSince,
    String openedOn,
    String expectedClose,
    int slips,
    Long ownOdds,
    long stageOdds,
    long worksheetId,
    Long renewsId,
    String closedOn,
    Long wonAmount,
    String reason,
    String note,
    long version) {
  /** Whether it is neither won nor lost. */
  public boolean isOpen() {
    return "open".equals(state);
  }

  /** The rep's own odds, else the stage's. */
  public Percent odds() {
    return Percent.ofTenThousandths(ownOdds == null ? stageOdds : ownOdds);
  }
}
