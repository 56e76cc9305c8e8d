package firmtally.server.pipeline.opportunity;

import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.time.LocalDate;
import java.util.Optional;

/**
 * How an opportunity is opened; what is absent is proposed.
 *
 * @param source where it comes from, blank where unknown
 * @param campaign blank for none
 * @param budget what the customer has to spend, in minor units, where it was told
 */
public record Opening(
    AccountId accountId,
    String title,
    String processKind,
    Optional<ProcessId> processId,
    Optional<ContactId> contactId,
    Optional<LocalDate> expectedClose,
    Optional<EnquiryId> enquiryId,
    Optional<AgreementId> renewsId,
    Optional<OpportunityId> copiedFrom,
    String source,
    String campaign,
    Optional<Long> budget,
    WorksheetForm lines) {
  /** With a title only; all else is proposed or empty. */
  public static Opening of(AccountId account, String title, String processKind) {
    return new Opening(
        account,
        title,
        processKind,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        "",
        "",
        Optional.empty(),
        WorksheetForm.EMPTY);
  }

  /** The same on a given process, with a contact; either may be empty. */
  public Opening with(Optional<ProcessId> process, Optional<ContactId> contact) {
    return new Opening(
        accountId,
        title,
        processKind,
        process,
        contact,
        expectedClose,
        enquiryId,
        renewsId,
        copiedFrom,
        source,
        campaign,
        budget,
        lines);
  }

  /** The same, coming from an enquiry or a campaign. */
  public Opening from(Optional<EnquiryId> enquiry, String heardBy, String ofCampaign) {
    return new Opening(
        accountId,
        title,
        processKind,
        processId,
        contactId,
        expectedClose,
        enquiry,
        renewsId,
        copiedFrom,
        heardBy,
        ofCampaign,
        budget,
        lines);
  }

  /** The same with what the customer has to spend, in minor units; it may be empty. */
  public Opening within(Optional<Long> minor) {
    return new Opening(
        accountId,
        title,
        processKind,
        processId,
        contactId,
        expectedClose,
        enquiryId,
        renewsId,
        copiedFrom,
        source,
        campaign,
        minor,
        lines);
  }

  /** The same with an expected close and lines. */
  public Opening closing(LocalDate day, WorksheetForm with) {
    return new Opening(
        accountId,
        title,
        processKind,
        processId,
        contactId,
        Optional.of(day),
        enquiryId,
        renewsId,
        copiedFrom,
        source,
        campaign,
        budget,
        with);
  }

  /** The same as the renewal of an agreement. */
  public Opening renewing(AgreementId agreement) {
    return new Opening(
        accountId,
        title,
        processKind,
        processId,
        contactId,
        expectedClose,
        enquiryId,
        Optional.of(agreement),
        copiedFrom,
        source,
        campaign,
        budget,
        lines);
  }
}
