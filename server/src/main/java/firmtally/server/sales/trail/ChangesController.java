package firmtally.server.sales.trail;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.enquiry.EnquiryService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.sales.order.OrderService;
import firmtally.server.sales.quote.QuoteService;
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
      case "person", "assignment", "process" -> actor.checkManages();
      default -> {
        // Accounts, products and call lists are everybody's to read.
      }
    }
    return log.list(record, id);
  }
}
