package firmtally.server.enquiry;

import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.MaybeNull;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/enquiries")
class EnquiryController {
  private final EnquiryService enquiries;

  EnquiryController(EnquiryService enquiries) {
    this.enquiries = enquiries;
  }

  record TakenDown(long id) {}

  record TakenOn(long opportunityId) {}

  record Joining(@MaybeNull Long accountId) {}

  @GetMapping
  List<EnquiryService.EnquiryRow> list() {
    return enquiries.list();
  }

  @PostMapping
  TakenDown take(@RequestBody EnquiryService.EnquiryForm typed, @SignedIn Actor actor) {
    return new TakenDown(enquiries.take(typed, actor));
  }

  @PostMapping("/{id}/opportunity")
  TakenOn takeOn(@PathVariable long id, @RequestBody Joining typed, @SignedIn Actor actor) {
    return new TakenOn(enquiries.takeOn(id, Optional.ofNullable(typed.accountId()), actor));
  }
}
