package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.Money;

/**
 * An agreement: what recurs, from when and until when.
 *
 * @param end its last day
 * @param endsOn the same, where it is another day than the last of its term
 * @param callOn by when the customer is to be contacted
 * @param uplift by how much the next term may rise, as agreed
 * @param terms what was agreed about the renewal, in words
 * @param joinsId with which it is renewed together; null where it has a next term of its own
 * @param reason why it is not renewed or ended early; null while that was not said
 */
public record Agreement(
    AgreementId id,
    String number,
    DocumentId orderId,
    AccountId accountId,
    PersonId ownerId,
    AgreementState state,
    LocalDate start,
    LocalDate end,
    Optional<LocalDate> endsOn,
    int termMonths,
    int noticeMonths,
    LocalDate callOn,
    long monthly,
    long value,
    Percent uplift,
    String terms,
    @MaybeNull String reason,
    @MaybeNull String competitor,
    @MaybeNull AgreementId followsId,
    @MaybeNull AgreementId joinsId,
    long version) {
  /** Whether it is still to be said what becomes of it. */
  public boolean isRunning() {
    return state == AgreementState.RUNNING;
  }

  /** By when the customer is to be contacted about an agreement that ends on a day. */
  static LocalDate callOn(LocalDate end, int noticeMonths) {
    return end.minusMonths(noticeMonths);
  }

  /** The same with another last day, and what it is worth until then. */
  Agreement endingOn(LocalDate day, int months, Money worth) {
    return new Agreement(
        id,
        number,
        orderId,
        accountId,
        ownerId,
        state,
        start,
        day,
        Optional.of(day),
        months,
        noticeMonths,
        callOn(day, noticeMonths),
        monthly,
        worth.getAmountMinorLong(),
        uplift,
        terms,
        reason,
        competitor,
        followsId,
        joinsId,
        version);
  }

  /** The same as it stands, and why. */
  Agreement standing(AgreementState now, @MaybeNull String why, @MaybeNull String other) {
    return new Agreement(
        id,
        number,
        orderId,
        accountId,
        ownerId,
        now,
        start,
        end,
        endsOn,
        termMonths,
        noticeMonths,
        callOn,
        monthly,
        value,
        uplift,
        terms,
        why,
        other,
        followsId,
        joinsId,
        version);
  }

  /** The same with what is agreed about its renewal. */
  Agreement renewedBy(int notice, Percent rise, String words) {
    return new Agreement(
        id,
        number,
        orderId,
        accountId,
        ownerId,
        state,
        start,
        end,
        endsOn,
        termMonths,
        notice,
        callOn(end, notice),
        monthly,
        value,
        rise,
        words,
        reason,
        competitor,
        followsId,
        joinsId,
        version);
  }

  /** The same, read in a version. */
  Agreement of(long read) {
    return new Agreement(
        id,
        number,
        orderId,
        accountId,
        ownerId,
        state,
        start,
        end,
        endsOn,
        termMonths,
        noticeMonths,
        callOn,
        monthly,
        value,
        uplift,
        terms,
        reason,
        competitor,
        followsId,
        joinsId,
        read);
  }
}
