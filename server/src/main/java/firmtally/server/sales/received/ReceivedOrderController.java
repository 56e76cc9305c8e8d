package firmtally.server.sales.received;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.ReceivedOrderId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Orders that came as files. */
@RestController
@RequestMapping("/api/received-orders")
class ReceivedOrderController {
  private static final int PAGE = 50;
  private static final int LARGEST_KIB = 5 * 1024;
  private final ReceivedOrders orders;
  private final OrderIntake intake;
  private final Idempotency once;

  ReceivedOrderController(ReceivedOrders orders, OrderIntake intake, Idempotency once) {
    this.orders = orders;
    this.intake = intake;
    this.once = once;
  }

  /** One that was taken. */
  record TakenOrder(ReceivedOrderId id) {}

  /** The order that was placed. */
  record PlacedReceived(DocumentId id) {}

  record RefuseReceived(String reason) {}

  /** Those of a state, blank for all, and of an account, 0 for all; the latest first. */
  @GetMapping
  Paged<ReceivedOrders.ReceivedOrderRow> receivedOrders(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "0") AccountId account,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    return Paged.of(
        orders.list(state, account, actor, Paged.below(after), PAGE + 1),
        PAGE,
        ReceivedOrders.ReceivedOrderRow::id);
  }

  /** Takes a UBL 2.1 order; without an account it is the one that the order names. */
  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = LARGEST_KIB, seconds = 60)
  TakenOrder takeOrder(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestParam(defaultValue = "0") AccountId account,
      @RequestBody(required = false) byte[] xml,
      @SignedIn Actor actor) {
    return new TakenOrder(
        once.once(
            key,
            actor.id(),
            "take-order",
            "",
            ReceivedOrderId::new,
            () -> intake.take(xml, account, actor)));
  }

  @GetMapping("/{received}")
  ReceivedOrders.ReceivedOrderView receivedOrder(
      @PathVariable ReceivedOrderId received, @SignedIn Actor actor) {
    return orders.view(received, actor);
  }

  @GetMapping(path = "/{received}/order.xml", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> receivedFile(
      @PathVariable ReceivedOrderId received, @SignedIn Actor actor) {
    return Download.of(orders.file(received, actor), "order.xml", MediaType.APPLICATION_XML_VALUE);
  }

  /** Says what a line is, or that it is left out. */
  @PutMapping("/{received}/line")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void chooseLine(
      @PathVariable ReceivedOrderId received,
      @RequestHeader("If-Match") String version,
      @RequestBody ReceivedOrders.LineChoice typed,
      @SignedIn Actor actor) {
    orders.choose(received, Versions.of(version), typed, actor);
  }

  @PostMapping("/{received}/placed")
  PlacedReceived placeReceived(
      @PathVariable ReceivedOrderId received,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestHeader("If-Match") String version,
      @RequestBody ReceivedOrders.ReceivedPlaceForm typed,
      @SignedIn Actor actor) {
    return new PlacedReceived(
        once.once(
            key,
            actor.id(),
            "place-received",
            "received order " + received,
            DocumentId::new,
            () -> orders.place(received, Versions.of(version), typed, actor)));
  }

  @PostMapping("/{received}/refused")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void refuseReceived(
      @PathVariable ReceivedOrderId received,
      @RequestHeader("If-Match") String version,
      @RequestBody RefuseReceived typed,
      @SignedIn Actor actor) {
    orders.refuse(received, Versions.of(version), typed.reason(), actor);
  }
}
