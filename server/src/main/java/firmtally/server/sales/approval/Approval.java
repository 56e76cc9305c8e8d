package firmtally.server.sales.approval;

import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;

/**
 * Something that somebody has to say yes to.
 *
 * @param kind {@code sign-off} of a quote's terms, or {@code hold} of an order
 * @param role who answers it
 * @param words what is asked and why, for people
 * @param why what the asker says to it
 * @param answer {@code yes}, {@code no}, {@code counter} where another discount was named, {@code
 *     cleared} when its cause is gone; null while it is open
 * @param counter how many percent may be given on a row in all; null where none was named
 */
public record Approval(
    ApprovalId id,
    String kind,
    String reason,
    String role,
    String words,
    PersonId askedBy,
    String askedByName,
    String askedAt,
    String why,
    long worksheetVersion,
    @MaybeNull String answer,
    @MaybeNull String counter,
    @MaybeNull String answeredByName,
    @MaybeNull String answeredAt,
    String comment) {
  /** Whether it still waits for an answer. */
  public boolean isOpen() {
    return answer == null;
  }
}
