package firmtally.server.sales.reminder;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Download;
import firmtally.server.sales.ledger.LedgerService;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Reminders and statements of account. */
@RestController
@RequestMapping("/api")
class ReminderController {
  private final ReminderService reminders;
  private final AccountPapers papers;
  private final LedgerService ledger;
  private final AccountService accounts;
  private final SettingsService settings;
  private final Sql sql;

  ReminderController(
      ReminderService reminders,
      AccountPapers papers,
      LedgerService ledger,
      AccountService accounts,
      SettingsService settings,
      Sql sql) {
    this.reminders = reminders;
    this.papers = papers;
    this.ledger = ledger;
    this.accounts = accounts;
    this.settings = settings;
    this.sql = sql;
  }

  /** A reminder as it was looked at. */
  record SendForm(int stage, String total) {}

  record Sent(RecordId id) {}

  @GetMapping("/reminders/due")
  List<ReminderService.DueReminder> due(@SignedIn Actor actor) {
    return reminders.due(actor);
  }

  @GetMapping("/accounts/{id}/reminders")
  List<ReminderService.SentReminder> sent(@PathVariable AccountId id, @SignedIn Actor actor) {
    return reminders.sent(id, actor);
  }

  /** The letter as it would leave today. */
  @GetMapping("/accounts/{id}/reminder/pdf")
  ResponseEntity<byte[]> preview(@PathVariable AccountId id, @SignedIn Actor actor) {
    return Download.pdf("reminder", reminders.preview(id, actor));
  }

  @PostMapping("/accounts/{id}/reminders")
  Sent send(
      @PathVariable AccountId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody SendForm typed,
      @SignedIn Actor actor) {
    return new Sent(reminders.send(id, typed.stage(), typed.total(), key, actor));
  }

  /** What is open on an account today. */
  @GetMapping("/accounts/{id}/statement/pdf")
  ResponseEntity<byte[]> statement(@PathVariable AccountId id, @SignedIn Actor actor) {
    Account account = accounts.readable(id, actor);
    long unapplied =
        sql.sql(
                "SELECT COALESCE(SUM(unapplied), 0) FROM payment WHERE account_id = :id AND state = 'booked'")
            .param("id", id)
            .query(Long.class)
            .single();
    return Download.pdf(
        "statement-" + account.number(),
        papers.statement(
            account, ledger.items(id, true, actor), settings.amounts().apply(unapplied)));
  }
}
