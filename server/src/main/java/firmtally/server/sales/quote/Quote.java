package firmtally.server.sales.quote;

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

  public long id() {
    return document.id();
  }

  public String number() {
    return document.number();
  }

  public long opportunityId() {
    return document.opportunityId();
  }

  public long worksheetId() {
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
