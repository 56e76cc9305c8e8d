package firmtally.server.sales.delivery;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Deliveries, and what is still due. */
@RestController
@RequestMapping("/api")
class DeliveryController {
  private static final int MOST = 2_000;
  private final DeliveryService deliveries;
  private final DeliveryStore store;
  private final DeliveryPapers papers;
  private final DeliverySending sending;
  private final Idempotency once;

  DeliveryController(
      DeliveryService deliveries,
      DeliveryStore store,
      DeliveryPapers papers,
      DeliverySending sending,
      Idempotency once) {
    this.deliveries = deliveries;
    this.store = store;
    this.papers = papers;
    this.sending = sending;
    this.once = once;
  }

  /** A line that is still due; stock is left out for what is not stocked. */
  record DueRow(
      DocumentId orderId,
      String order,
      AccountId accountId,
      String account,
      String owner,
      String line,
      @MaybeNull String product,
      String description,
      String unit,
      String due,
      @MaybeNull LocalDate requestedOn,
      @MaybeNull String stock) {}

  record PartView(String line, String quantity) {}

  record DeliveryView(
      DocumentId id,
      String number,
      String state,
      LocalDate deliveredOn,
      String address,
      String note,
      String reason,
      String by,
      List<PartView> lines,
      long version) {}

  record Made(DocumentId id) {}

  record Reason(String reason) {}

  /**
   * Lines that are still due.
   *
   * @param more whether there are more than these
   */
  record DueLines(List<DueRow> rows, boolean more) {}

  /** What is still due, the first wanted first. */
  @GetMapping("/deliveries/due")
  DueLines due(@SignedIn Actor actor) {
    List<DueRow> rows = store.due(actor, MOST + 1);
    return new DueLines(rows.stream().limit(MOST).toList(), rows.size() > MOST);
  }

  @GetMapping("/orders/{id}/deliveries")
  List<DeliveryView> ofOrder(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return deliveries.ofOrder(id, actor).stream().map(DeliveryController::view).toList();
  }

  private static DeliveryView view(DeliveryService.Delivery d) {
    return new DeliveryView(
        d.document().id(),
        d.document().number(),
        d.document().state(),
        d.terms().deliveredOn(),
        d.terms().address(),
        d.terms().note(),
        d.terms().reason(),
        d.document().maker().name(),
        d.lines().stream().map(l -> new PartView(l.line(), l.quantity().toString())).toList(),
        d.document().version());
  }

  @PostMapping("/orders/{id}/deliveries")
  Made deliver(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody DeliveryService.DeliveryForm typed,
      @SignedIn Actor actor) {
    return new Made(
        once.once(
            key,
            actor.id(),
            "deliver",
            "order " + id,
            DocumentId::new,
            () -> deliveries.deliver(id, typed, actor)));
  }

  @GetMapping("/deliveries/{id}/pdf")
  ResponseEntity<byte[]> pdf(@PathVariable DocumentId id, @SignedIn Actor actor) {
    DeliveryService.Delivery delivery = deliveries.readable(id, actor);
    return Download.pdf(delivery.document().number(), papers.print(delivery, actor));
  }

  /** Sends the delivery note by email. */
  @PostMapping("/deliveries/{id}/email")
  Made email(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new Made(sending.send(id, key, actor));
  }

  @PostMapping("/deliveries/{id}/reverse")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reverse(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Reason typed,
      @SignedIn Actor actor) {
    deliveries.reverse(id, Versions.of(version), typed.reason(), actor);
  }
}
