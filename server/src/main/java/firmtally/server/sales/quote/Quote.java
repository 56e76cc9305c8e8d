package firmtally.server.sales.quote;

import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.document.Document;
import java.time.Instant;
import java.time.LocalDate;

/** A quote: what every document has, and its own terms. */
public record Quote(Document document, Terms terms) {
  /**
   * What stands on the quote beside its lines.
   *
   * @param emailTo one address or several, between commas
   * @param letter with its fields, as are the terms: they are filled in where it is read
   * @param reason why it was declined or withdrawn, or how it was accepted; blank for neither
   * @param showDelivery whether it says what is in stock, and when the rest is there
   * @param poNumber the customer's, where they gave it when they accepted
   */
  public record Terms(
      LocalDate validUntil,
      String addressee,
      String emailTo,
      String letter,
      String paymentTerms,
      String deliveryTerms,
      @MaybeNull Instant sentAt,
      String reason,
      boolean showPictures,
      boolean showDiscounts,
      boolean showDelivery,
      String poNumber) {
    /** The same for a paper that has not left yet, valid until another day. */
    Terms validUntil(LocalDate day) {
      return new Terms(
          day,
          addressee,
          emailTo,
          letter,
          paymentTerms,
          deliveryTerms,
          null,
          "",
          showPictures,
          showDiscounts,
          showDelivery,
          "");
    }

    /** The same with other words. */
    Terms worded(String letter, String paymentTerms, String deliveryTerms) {
      return new Terms(
          validUntil,
          addressee,
          emailTo,
          letter,
          paymentTerms,
          deliveryTerms,
          sentAt,
          reason,
          showPictures,
          showDiscounts,
          showDelivery,
          poNumber);
    }
  }

  public DocumentId id() {
    return document.id();
  }

  public String number() {
    return document.number();
  }

  /** As people call it: its number, and which revision it is after the first. */
  public String called() {
    return document.called();
  }

  public OpportunityId opportunityId() {
    return document.opportunityId();
  }

  public WorksheetId worksheetId() {
    return document.worksheetId();
  }

  public QuoteState state() {
    return QuoteState.of(document.state());
  }

  public long version() {
    return document.version();
  }

  /** Whether it can still be changed. */
  public boolean isDraft() {
    return state() == QuoteState.DRAFT;
  }

  /** Whether there is an order on it. */
  public boolean isOrdered() {
    return state() == QuoteState.ORDERED;
  }

  /** Whether its last day is over; what was accepted in time does not expire. */
  public boolean isExpired(LocalDate today) {
    return state() == QuoteState.EXPIRED
        || state() != QuoteState.ACCEPTED && terms.validUntil().isBefore(today);
  }
}
