package firmtally.server.catalogue.repricing;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.PriceChangeId;
import firmtally.server.platform.web.Idempotency;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class RepricingController {
  private final PriceTester tester;
  private final PriceChangeService changes;
  private final Idempotency once;

  RepricingController(PriceTester tester, PriceChangeService changes, Idempotency once) {
    this.tester = tester;
    this.changes = changes;
    this.once = once;
  }

  record PriceChangeMade(PriceChangeId id) {}

  /** What a customer pays for so many of a product on a day, and why. */
  @PostMapping("/price-test")
  PriceTester.PriceAnswer test(
      @RequestBody PriceTester.PriceQuestion asked, @SignedIn Actor actor) {
    return tester.answer(asked, actor);
  }

  @GetMapping("/price-changes")
  List<PriceChangeService.PriceChangeView> list(@SignedIn Actor actor) {
    return changes.list(actor);
  }

  /** Shows which prices would change, and which open worksheets hold them. Nothing is kept. */
  @PostMapping("/price-changes/preview")
  PriceChangeService.PriceChangePreview preview(
      @RequestBody PriceChangeService.PriceChangeForm typed, @SignedIn Actor actor) {
    return changes.preview(typed, actor);
  }

  /** What becomes of some of the worksheets, so that a screen can ask for them part by part. */
  @PostMapping("/price-changes/effects")
  List<PriceChangeService.EffectView> effects(
      @RequestBody PriceChangeService.EffectForm asked, @SignedIn Actor actor) {
    return changes.effects(asked, actor);
  }

  @PostMapping("/price-changes")
  PriceChangeMade apply(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody PriceChangeService.PriceChangeForm typed,
      @SignedIn Actor actor) {
    return new PriceChangeMade(
        once.once(
            key,
            actor.id(),
            "change-prices",
            "",
            PriceChangeId::new,
            () -> changes.apply(typed, actor)));
  }

  /** Puts back what was changed at once. */
  @PostMapping("/price-changes/{id}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(@PathVariable PriceChangeId id, @SignedIn Actor actor) {
    changes.takeBack(id, actor);
  }
}
