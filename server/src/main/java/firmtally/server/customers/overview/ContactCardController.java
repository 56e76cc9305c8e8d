package firmtally.server.customers.overview;

import firmtally.formats.contact.QrCode;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.web.Download;
import java.nio.charset.StandardCharsets;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Contacts as vCards. */
@RestController
class ContactCardController {
  private static final String TYPE = "text/vcard";
  private static final int LARGEST_KIB = 2048;
  private final ContactCards cards;

  ContactCardController(ContactCards cards) {
    this.cards = cards;
  }

  @GetMapping(path = "/api/contacts/{id}/contact.vcf", produces = TYPE)
  ResponseEntity<byte[]> card(@PathVariable ContactId id, @SignedIn Actor actor) {
    return Download.of(cards.of(id, actor), "contact.vcf", TYPE);
  }

  /** The same as a QR code, for a phone to take from the screen. */
  @GetMapping(path = "/api/contacts/{id}/qr.svg", produces = "image/svg+xml")
  ResponseEntity<byte[]> code(@PathVariable ContactId id, @SignedIn Actor actor) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("image/svg+xml"))
        .body(QrCode.svg(new String(cards.of(id, actor), StandardCharsets.UTF_8)));
  }

  @GetMapping(path = "/api/accounts/{id}/contacts.vcf", produces = TYPE)
  ResponseEntity<byte[]> cardsOfAccount(@PathVariable AccountId id, @SignedIn Actor actor) {
    return Download.of(cards.all(id, actor), "contacts.vcf", TYPE);
  }

  /** Adds the contacts of a file; those that are there by name or email are left as they are. */
  @PostMapping(
      path = "/api/accounts/{id}/contacts/vcards",
      consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = LARGEST_KIB, seconds = 30)
  ContactCards.CardsTaken takeCards(
      @PathVariable AccountId id,
      @RequestBody(required = false) byte[] file,
      @SignedIn Actor actor) {
    return cards.take(id, file, actor);
  }
}
