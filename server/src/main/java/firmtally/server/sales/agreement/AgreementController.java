package firmtally.server.sales.agreement;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Paged;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/agreements")
class AgreementController {
  private final AgreementService agreements;

  AgreementController(AgreementService agreements) {
    this.agreements = agreements;
  }

  @GetMapping
  Paged<AgreementService.AgreementRow> running(
      @RequestParam(defaultValue = "") String after, @SignedIn Actor actor) {
    return agreements.running(Cursor.of(after), actor);
  }
}
