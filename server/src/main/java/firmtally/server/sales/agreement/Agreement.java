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
    Changing now = new Changing();
    now.end = day;
    now.endsOn = Optional.of(day);
    now.months = months;
    now.worth = worth.getAmountMinorLong();
    return now.made();
  }

  /** The same as it stands, and why. */
  Agreement standing(AgreementState as, @MaybeNull String why, @MaybeNull String other) {
    Changing now = new Changing();
    now.as = as;
    now.why = why;
    now.other = other;
    return now.made();
  }

  /** The same with what is agreed about its renewal. */
  Agreement renewedBy(int months, Percent rise, String words) {
    Changing now = new Changing();
    now.notice = months;
    now.rise = rise;
    now.words = words;
    return now.made();
  }

  /** The same, read in a version. */
  Agreement of(long read) {
    Changing now = new Changing();
    now.read = read;
    return now.made();
  }

  /** What of it can change. By when the customer is contacted follows from its end and notice. */
  private final class Changing {
    private AgreementState as = state;
    private LocalDate end = Agreement.this.end;
    private Optional<LocalDate> endsOn = Agreement.this.endsOn;
    private int months = termMonths;
    private int notice = noticeMonths;
    private long worth = value;
    private Percent rise = uplift;
    private String words = terms;
    private @MaybeNull String why = reason;
    private @MaybeNull String other = competitor;
    private long read = version;

    private Agreement made() {
      boolean isMoved = !end.equals(Agreement.this.end) || notice != noticeMonths;
      return new Agreement(
          id,
          number,
          orderId,
          accountId,
          ownerId,
          as,
          start,
          end,
          endsOn,
          months,
          notice,
          isMoved ? Agreement.callOn(end, notice) : callOn,
          monthly,
          worth,
          rise,
          words,
          why,
          other,
          followsId,
          joinsId,
          read);
    }
  }
}
