package firmtally.server.sales.payment;

import firmtally.formats.bank.BankStatement;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.integration.ledger.LedgerStandIn;
import firmtally.server.integration.ledger.Statements;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.PaymentId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Payments that came in. */
@RestController
@RequestMapping("/api/payments")
class PaymentController {
  private static final int PAGE = 100;
  private final PaymentService payments;
  private final Statements statements;
  private final LedgerStandIn standIn;
  private final Idempotency once;

  PaymentController(
      PaymentService payments, Statements statements, LedgerStandIn standIn, Idempotency once) {
    this.payments = payments;
    this.statements = statements;
    this.standIn = standIn;
    this.once = once;
  }

  record Made(PaymentId id) {}

  record Reason(String reason) {}

  @GetMapping
  Paged<PaymentService.PaymentRow> page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(required = false) AccountId account,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    return Paged.of(
        payments.page(state, Optional.ofNullable(account), Paged.below(after), PAGE + 1, actor),
        PAGE,
        PaymentService.PaymentRow::id);
  }

  @PostMapping
  Made enter(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody PaymentService.PaymentForm typed,
      @SignedIn Actor actor) {
    return new Made(
        once.once(
            key,
            actor.id(),
            "enter-payment",
            "",
            PaymentId::new,
            () -> payments.enter(typed, actor)));
  }

  /** Takes a bank's statement: camt.053, or a table with date, amount, payer, words, reference. */
  @PostMapping(path = "/statement", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  PaymentService.StatementResult take(
      @RequestBody(required = false) byte[] file, @SignedIn Actor actor) {
    actor.checkKeepsBooks();
    return payments.take(statements.read(file == null ? new byte[0] : file), actor);
  }

  /** The stand-in's button: customers pay what is due, each as they usually do. */
  @PostMapping("/stand-in")
  PaymentService.StatementResult standIn(@SignedIn Actor actor) {
    actor.checkKeepsBooks();
    BankStatement statement = statements.read(standIn.statement());
    return payments.take(statement, actor);
  }

  @PostMapping("/{id}/book")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void book(
      @PathVariable PaymentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody PaymentService.BookForm typed,
      @SignedIn Actor actor) {
    payments.book(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/undo")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void undo(
      @PathVariable PaymentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Reason typed,
      @SignedIn Actor actor) {
    payments.undo(id, Versions.of(version), typed.reason(), actor);
  }
}
