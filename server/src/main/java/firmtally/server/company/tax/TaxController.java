package firmtally.server.company.tax;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.TaxChangeId;
import firmtally.server.platform.ids.TaxRateId;
import firmtally.server.platform.web.Idempotency;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Taxes, and the days on which they change. */
@RestController
@RequestMapping("/api/taxes")
class TaxController {
  private final TaxService taxes;
  private final Idempotency once;

  TaxController(TaxService taxes, Idempotency once) {
    this.taxes = taxes;
    this.once = once;
  }

  /**
   * A tax.
   *
   * @param usual it is that of a line which is in no catalogue
   * @param products how many carry it
   */
  record CompanyTax(TaxRateId id, String name, String percent, boolean usual, long products) {}

  record TaxChangeView(TaxChangeId id, TaxRateId rateId, LocalDate from, String percent) {}

  record Taxes(List<CompanyTax> taxes, List<TaxChangeView> planned) {}

  record TaxAdded(TaxRateId id) {}

  @GetMapping
  Taxes list(@SignedIn Actor actor) {
    return new Taxes(
        taxes.rates().stream()
            .map(
                t ->
                    new CompanyTax(
                        t.id(), t.name(), t.percent().toString(), t.usual(), t.products()))
            .toList(),
        taxes.planned().stream()
            .map(c -> new TaxChangeView(c.id(), c.rateId(), c.fromDay(), c.percent().toString()))
            .toList());
  }

  @PostMapping
  TaxAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody TaxService.TaxForm typed,
      @SignedIn Actor actor) {
    return new TaxAdded(
        once.once(key, actor.id(), "add-tax", "", TaxRateId::new, () -> taxes.add(typed, actor)));
  }

  /** Changes its name, or makes it the usual one; the percent changes from a day on. */
  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable TaxRateId id, @RequestBody TaxService.TaxForm typed, @SignedIn Actor actor) {
    taxes.change(id, typed, actor);
  }

  /** Plans another percent from a day on. */
  @PostMapping("/{id}/changes")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void plan(
      @PathVariable TaxRateId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody TaxService.TaxChangeForm typed,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "plan-tax", "tax " + id, () -> taxes.plan(id, typed, actor));
  }

  /** Takes back a change that has not come. */
  @DeleteMapping("/changes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void withdraw(@PathVariable TaxChangeId id, @SignedIn Actor actor) {
    taxes.withdraw(id, actor);
  }

  /** A tax is no longer offered. */
  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable TaxRateId id, @SignedIn Actor actor) {
    taxes.end(id, actor);
  }
}
