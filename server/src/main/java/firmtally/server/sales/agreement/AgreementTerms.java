package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.TypedNumber;
import java.time.LocalDate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is agreed about the next term: by when to speak about it, and by how much it may rise. */
@Service
public class AgreementTerms {
  private static final String RECORD = "agreement";
  private static final int MOST_NOTICE = 24;
  private static final int LONGEST = 400;
  private static final int DECIMALS = 4;
  private static final Percent MOST_RISE = Percent.parse("1000");
  private final AgreementService agreements;
  private final AgreementStore store;
  private final AgreementEnds ends;
  private final ChangeLog log;

  AgreementTerms(
      AgreementService agreements, AgreementStore store, AgreementEnds ends, ChangeLog log) {
    this.agreements = agreements;
    this.store = store;
    this.ends = ends;
    this.log = log;
  }

  /** As typed. */
  public record TermsForm(
      String noticeMonths, @MaybeNull String upliftPercent, @MaybeNull String terms) {}

  /** Changes them; the call about the next term moves with the notice. */
  @Transactional
  public void change(AgreementId id, long version, TermsForm typed, Actor actor) {
    Agreement before = agreements.editable(id, actor);
    Input input = new Input();
    int notice = input.whole("noticeMonths", typed.noticeMonths(), 0, MOST_NOTICE).orElse(0);
    Percent uplift =
        input
            .value(
                "upliftPercent",
                typed.upliftPercent(),
                t ->
                    Percent.parse(TypedNumber.plain(t, DECIMALS))
                        .within("percent", Percent.ZERO, MOST_RISE))
            .orElse(Percent.ZERO);
    String words = input.optionalText("terms", typed.terms(), LONGEST);
    input.check();
    Agreement after = before.renewedBy(notice, uplift, words).of(version);
    log.expectOne(store.update(after), RECORD, id, before.version());
    log.note(actor.id(), RECORD, id, "renewal terms", words(before), words(after));
    LocalDate callOn = after.callOn();
    if (!callOn.equals(before.callOn())) {
      store.next(id).ifPresent(next -> ends.replan(before.number(), next, callOn));
    }
  }

  private static String words(Agreement of) {
    return "notice "
        + of.noticeMonths()
        + " months, rise "
        + of.uplift()
        + " %"
        + (of.terms().isEmpty() ? "" : ", " + of.terms());
  }
}
