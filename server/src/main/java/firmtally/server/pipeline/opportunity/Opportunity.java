package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.ids.WorksheetId;
import java.time.LocalDate;

/**
 * An opportunity as it is kept.
 *
 * @param ownProbability the rep's own probability in ten-thousandths of a percent; null where the
 *     stage's hold
 * @param wonAmount minor units; null until it is won
 * @param leadQuoteId the quote that its value follows; null while its own lines count
 * @param value what it is worth, in minor units: by its lead quote, else by its own lines
 * @param budget what the customer says they have, in minor units; null where unknown
 */
public record Opportunity(
    OpportunityId id,
    String number,
    String title,
    AccountId accountId,
    ContactId contactId,
    PersonId ownerId,
    String ownerName,
    String ownerTeam,
    ProcessId processId,
    StageId stageId,
    OpportunityState state,
    LocalDate stageSince,
    LocalDate openedOn,
    LocalDate expectedClose,
    int slips,
    Long ownProbability,
    long stageProbability,
    WorksheetId worksheetId,
    DocumentId leadQuoteId,
    EnquiryId enquiryId,
    AgreementId renewsId,
    LocalDate closedOn,
    Long wonAmount,
    String reason,
    String competitor,
    LocalDate pausedUntil,
    String note,
    String priority,
    String interest,
    String business,
    Long budget,
    String source,
    String campaign,
    OpportunityId copiedFrom,
    LocalDate touchedOn,
    long value,
    long version) {
  /** Whether it is neither paused, won nor lost. */
  public boolean isOpen() {
    return state == OpportunityState.OPEN;
  }

  /** The rep's own probability, else the stage's. */
  public Percent probability() {
    return Percent.ofTenThousandths(ownProbability == null ? stageProbability : ownProbability);
  }
}
