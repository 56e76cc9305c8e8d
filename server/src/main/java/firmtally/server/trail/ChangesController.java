package firmtally.server.trail;

import firmtally.server.enquiry.EnquiryService;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.order.OrderService;
import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.ChangeLog;
import firmtally.server.quote.QuoteService;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Who changed what, when, from what to what, for whoever sees the record. */
@RestController
class ChangesController {
  private final ChangeLog log;
  private final OpportunityService opportunities;
  private final EnquiryService enquiries;
  private final QuoteService quotes;
  private final OrderService orders;

  ChangesController(
      ChangeLog log,
      OpportunityService opportunities,
      EnquiryService enquiries,
      QuoteService quotes,
      OrderService orders) {
    this.log = log;
    this.opportunities = opportunities;
    this.enquiries = enquiries;
    this.quotes = quotes;
    this.orders = orders;
  }

  @GetMapping("/api/changes/{record}/{id}")
  List<ChangeLog.Entry> changes(
      @PathVariable String record, @PathVariable long id, @SignedIn Actor actor) {
    switch (record) {
      case "opportunity" -> opportunities.seen(id, actor);
      case "enquiry" -> enquiries.checkSeen(id, actor);
      case "quote" -> opportunities.seen(quotes.get(id).opportunityId(), actor);
      case "order" -> opportunities.seen(orders.get(id).opportunityId(), actor);
      case "person", "assignment", "path" -> actor.checkManages();
      default -> {
        // Accounts, products and call lists are everybody's to read.
      }
    }
    return log.list(record, id);
  }
}
