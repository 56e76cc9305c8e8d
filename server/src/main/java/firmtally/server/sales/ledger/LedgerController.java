package firmtally.server.sales.ledger;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An account's ledger. */
@RestController
@RequestMapping("/api")
class LedgerController {
  private static final int MOST = 100_000;
  private final LedgerService ledger;

  LedgerController(LedgerService ledger) {
    this.ledger = ledger;
  }

  @GetMapping("/accounts/{id}/items")
  List<LedgerService.Item> items(
      @PathVariable AccountId id,
      @RequestParam(defaultValue = "true") boolean open,
      @SignedIn Actor actor) {
    return ledger.items(id, open, actor);
  }

  /** The open items of an account by age, as a workbook that reckons. */
  @GetMapping(path = "/accounts/{id}/items.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> itemsBook(@PathVariable AccountId id, @SignedIn Actor actor) {
    return Download.of(
        ledger.book(ledger.items(id, true, actor)), "open-items.xlsx", Download.XLSX);
  }

  /** Everybody's, for whoever keeps the books or manages. */
  @GetMapping(path = "/open-items.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> openItemsBook(@SignedIn Actor actor) {
    if (!actor.roles().keepsBooks() && !actor.roles().manages()) {
      throw new NotAllowed(
          "All open items are for credit controllers, managers and administrators.");
    }
    return Download.of(ledger.book(ledger.open(MOST)), "open-items.xlsx", Download.XLSX);
  }

  /** By when a customer promised to pay. */
  @PutMapping("/open-items/{id}/promise")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void promise(
      @PathVariable OpenItemId id,
      @RequestHeader("If-Match") String version,
      @RequestBody LedgerService.PromiseForm typed,
      @SignedIn Actor actor) {
    ledger.promise(id, Versions.of(version), typed, actor);
  }
}
