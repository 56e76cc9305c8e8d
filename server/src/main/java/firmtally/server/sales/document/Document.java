package firmtally.server.sales.document;

import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.WorksheetId;
import java.time.LocalDate;

/**
 * What every document has: its number, what it follows, whose opportunity and account it is of, its
 * worksheet, and how it stands.
 *
 * @param followsId the document that it was made from; null for none
 * @param state as its kind names it
 * @param worksheetId null for what follows an order, which has lines of its own
 */
public record Document(
    DocumentId id,
    DocumentKind kind,
    String number,
    int revision,
    DocumentId followsId,
    OpportunityId opportunityId,
    AccountId accountId,
    String state,
    WorksheetId worksheetId,
    Maker maker,
    LocalDate madeOn,
    long version) {
  /** As people call it: its number, and which revision it is after the first. */
  public String called() {
    return revision == 1 ? number : number + ", revision " + revision;
  }

  /** Who made it. */
  public record Maker(PersonId id, String name, String email, String phone) {}
}
