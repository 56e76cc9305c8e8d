package firmtally.server.sales.renewal;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What ends when, what it is worth, and its next term ordered. */
@RestController
@RequestMapping("/api/renewals")
class RenewalController {
  private static final int PAGE = 100;
  private final RenewalService renewals;
  private final RenewalStore store;
  private final SettingsService settings;
  private final Idempotency once;
  private final Clock clock;

  RenewalController(
      RenewalService renewals,
      RenewalStore store,
      SettingsService settings,
      Idempotency once,
      Clock clock) {
    this.renewals = renewals;
    this.store = store;
    this.settings = settings;
    this.once = once;
    this.clock = clock;
  }

  /** What ends in a month, over all that is meant. */
  record MonthRow(
      String month,
      long count,
      String value,
      String monthly,
      long risks,
      String atRisk,
      String contacted,
      String quoted,
      String renewed,
      String notRenewed) {}

  /**
   * An agreement and its renewal.
   *
   * @param joins number of the agreement with which it is renewed together
   * @param risks what speaks against it, in words; none where nothing does
   * @param runningMonthly of all that the next term goes on: it, and what joined it
   * @param nextMonthly of the next term, as it stands
   * @param callId the planned call about it, while it is open
   */
  record RenewalRow(
      AgreementId id,
      String number,
      AccountId accountId,
      String account,
      String owner,
      String status,
      @MaybeNull String joins,
      LocalDate start,
      LocalDate end,
      LocalDate callOn,
      String monthly,
      String runningMonthly,
      String value,
      @MaybeNull OpportunityId nextId,
      @MaybeNull String nextNumber,
      @MaybeNull String nextState,
      @MaybeNull String stage,
      @MaybeNull String nextMonthly,
      @MaybeNull DocumentId quoteId,
      @MaybeNull String quoteState,
      @MaybeNull Instant contactedAt,
      @MaybeNull ActivityId callId,
      List<String> risks,
      boolean mayChange,
      long version) {}

  /** With which PO number the next term is ordered. */
  record RenewForm(@MaybeNull String poNumber) {}

  record Renewed(DocumentId id) {}

  @GetMapping
  Paged<RenewalRow> rows(
      @ParameterObject RenewalFilter filter,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    List<RenewalRow> found =
        store.rows(
            filter, LocalDate.now(clock), Cursor.of(after), PAGE + 1, actor, settings.amounts());
    return Paged.of(found, PAGE, row -> new Cursor(row.end().toString(), row.id()));
  }

  @GetMapping("/months")
  List<MonthRow> months(@ParameterObject RenewalFilter filter, @SignedIn Actor actor) {
    return store.months(filter, LocalDate.now(clock), actor, settings.amounts());
  }

  /** Orders the next term as it stands. */
  @PostMapping("/{id}/order")
  Renewed renew(
      @PathVariable AgreementId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody RenewForm typed,
      @SignedIn Actor actor) {
    return new Renewed(
        once.once(
            key,
            actor.id(),
            "renew",
            "agreement " + id,
            DocumentId::new,
            () -> renewals.renew(id, typed.poNumber(), actor)));
  }
}
