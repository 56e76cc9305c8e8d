package firmtally.server.sales.document;

import java.time.LocalDate;

/**
 * What every document has: its number, what it follows, whose opportunity and account it is of, its
 * worksheet, and how it stands.
 *
 * @param followsId the document that it was made from; null for none
 * @param state as its kind names it
 */
public record Document(
    long id,
    DocumentKind kind,
    String number,
    int revision,
    Long followsId,
    long opportunityId,
    long accountId,
    String state,
    long worksheetId,
    Maker maker,
    LocalDate madeOn,
    long version) {
  /** Who made it. */
  public record Maker(long id, String name, String email) {}
}
