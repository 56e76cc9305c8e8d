package firmtally.server.sales.quote;

import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.sales.document.Document;
import java.time.Instant;
import java.time.LocalDate;

/** A quote: what every document has, and its own terms. */
public record Quote(Document document, Terms terms) {
  /** What stands on the quote beside its lines. */
  public record Terms(
      LocalDate validUntil,
      String addressee,
      String emailTo,
      String letter,
      String paymentTerms,
      String deliveryTerms,
      Instant sentAt) {}

  public DocumentId id() {
    return document.id();
  }

  public String number() {
    return document.number();
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

  /** Whether its last day is over. */
  public boolean isExpired(LocalDate today) {
    return state() == QuoteState.EXPIRED || terms.validUntil().isBefore(today);
  }
}
