package firmtally.server.sales.reminder;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Download;
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
  private final AccountStatements statements;
  private final AccountService accounts;

  ReminderController(
      ReminderService reminders, AccountStatements statements, AccountService accounts) {
    this.reminders = reminders;
    this.statements = statements;
    this.accounts = accounts;
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
    return Download.pdf(
        "statement-" + accounts.readable(id, actor).number(), statements.print(id, actor));
  }
}
