package firmtally.server.sales.ledger;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
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
