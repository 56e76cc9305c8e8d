package firmtally.server.sales.agreement;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/agreements")
class AgreementController {
  private final AgreementService agreements;

  AgreementController(AgreementService agreements) {
    this.agreements = agreements;
  }

  @GetMapping
  List<AgreementService.AgreementRow> running(@SignedIn Actor actor) {
    return agreements.running(actor);
  }
}
