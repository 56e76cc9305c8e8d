package firmtally.server.platform.ids;

/**
 * A number that names one record of one kind, so that an account's is never taken for a contact's.
 * In JSON, in a path and in a column it is the number alone.
 */
public sealed interface Id
    permits AbsenceId,
        ArrivalId,
        OpenItemId,
        PaymentId,
        AccountId,
        ActivityId,
        AgreementId,
        ApprovalId,
        AssignmentRuleId,
        CallId,
        CallListId,
        CheckId,
        ContactId,
        DocumentId,
        EnquiryId,
        FileId,
        HookDeliveryId,
        ImportId,
        IncomingEmailId,
        MailId,
        NoteId,
        OpportunityId,
        PersonId,
        PolicyId,
        PriceChangeId,
        PriceRiseId,
        PriceRuleId,
        ProcessId,
        ProductId,
        QuestionId,
        ReassignmentId,
        ReceivedOrderId,
        RecordId,
        OwnFieldId,
        PasswordLinkId,
        ScenarioId,
        SessionId,
        SizeTableId,
        StageId,
        TaxChangeId,
        TaxRateId,
        TemplateId,
        TextId,
        TokenId,
        ViewId,
        ScheduleId,
        MeetingId,
        WebHookId,
        WorksheetId {
  /** The number. */
  long value();
}
