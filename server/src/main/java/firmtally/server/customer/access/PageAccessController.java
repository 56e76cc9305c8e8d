package firmtally.server.customer.access;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.web.Idempotency;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who of an account may see its customer page, for whoever looks after the account. */
@RestController
@RequestMapping("/api/accounts/{id}/page-access")
class PageAccessController {
  private final PageAccessService access;
  private final Idempotency once;

  PageAccessController(PageAccessService access, Idempotency once) {
    this.access = access;
    this.once = once;
  }

  @GetMapping
  List<PageAccessStore.ContactAccess> list(@PathVariable AccountId id, @SignedIn Actor actor) {
    return access.list(id, actor);
  }

  /** Opens the page to a contact and sends them a link; of one who has access, another link. */
  @PostMapping("/{contact}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void invite(
      @PathVariable AccountId id,
      @PathVariable ContactId contact,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "open-customer-page",
        "contact " + contact,
        () -> access.invite(id, contact, actor));
  }

  /** Ends the access of a contact. */
  @DeleteMapping("/{contact}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable AccountId id, @PathVariable ContactId contact, @SignedIn Actor actor) {
    access.end(id, contact, actor);
  }
}
