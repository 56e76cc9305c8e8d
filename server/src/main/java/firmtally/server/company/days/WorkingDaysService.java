package firmtally.server.company.days;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The days and months that the work goes by; a change holds for what comes after it. */
@Service
public class WorkingDaysService {
  private static final RecordId COMPANY = new RecordId(1);
  private static final int MOST_DAYS = 365;
  private static final int MOST_MONTHS = 24;
  private final Sql sql;
  private final ChangeLog log;
  private final Remembered<WorkingDays> remembered;

  WorkingDaysService(Sql sql, ChangeLog log) {
    this.sql = sql;
    this.log = log;
    this.remembered = new Remembered<>(this::read);
  }

  /** The same as typed. */
  public record WorkingDaysForm(
      String quoteValid,
      String followUpBefore,
      String expiring,
      String silent,
      String invoiceAfter,
      String noticeMonths) {}

  /** As they are now. */
  public WorkingDays get() {
    return remembered.get();
  }

  private WorkingDays read() {
    return sql.sql(
            """
            SELECT quote_valid, follow_up_before, expiring, silent, invoice_after, notice_months, version FROM working_days
            """)
        .query(WorkingDays.class)
        .optional()
        .orElse(WorkingDays.FIRST);
  }

  /** Changes them. */
  @Transactional
  public void change(long version, WorkingDaysForm typed, Actor actor) {
    actor.checkManages();
    WorkingDays before = get();
    Input input = new Input();
    int valid = input.whole("quoteValid", typed.quoteValid(), 1, MOST_DAYS).orElse(1);
    int followUp = input.whole("followUpBefore", typed.followUpBefore(), 0, MOST_DAYS).orElse(0);
    if (followUp > valid) {
      input.refuse("followUpBefore", "This is before the quote is made.");
    }
    WorkingDays after =
        new WorkingDays(
            valid,
            followUp,
            input.whole("expiring", typed.expiring(), 0, MOST_DAYS).orElse(0),
            input.whole("silent", typed.silent(), 1, MOST_DAYS).orElse(1),
            input.whole("invoiceAfter", typed.invoiceAfter(), 0, MOST_DAYS).orElse(0),
            input.whole("noticeMonths", typed.noticeMonths(), 0, MOST_MONTHS).orElse(0),
            version);
    input.check();
    int updated =
        sql.sql(
                """
                UPDATE working_days SET quote_valid = :quoteValid, follow_up_before = :followUpBefore, expiring = :expiring,
                  silent = :silent, invoice_after = :invoiceAfter, notice_months = :noticeMonths, version = version + 1
                WHERE id = 1 AND version = :version
                """)
            .paramSource(after)
            .update();
    remembered.forget();
    log.expectOne(updated, "company", COMPANY, before.version());
    log.note(actor.id(), "company", COMPANY, "days", words(before), words(after));
  }

  private static String words(WorkingDays days) {
    return "quotes valid "
        + days.quoteValid()
        + ", follow-up "
        + days.followUpBefore()
        + " before, expiring "
        + days.expiring()
        + ", silent "
        + days.silent()
        + ", invoice after "
        + days.invoiceAfter()
        + ", notice "
        + days.noticeMonths()
        + " months";
  }
}
