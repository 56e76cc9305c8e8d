package firmtally.server.pricing;

import firmtally.server.catalogue.PricesChanged;
import firmtally.server.opportunity.Opportunity;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.people.PeopleService;
import firmtally.server.worksheet.WorksheetService;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * When prices change, open opportunities and draft quotes are worked out anew in the same act, so
 * that lists and figures show what the worksheets would.
 */
@Component
class Rework {
  private final Affected affected;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final PeopleService people;

  Rework(
      Affected affected,
      OpportunityService opportunities,
      WorksheetService worksheets,
      PeopleService people) {
    this.affected = affected;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.people = people;
  }

  @EventListener
  void changed(PricesChanged prices) {
    for (Affected.Sheet sheet : affected.holding(prices.products())) {
      Opportunity o = opportunities.get(sheet.opportunityId());
      worksheets.rework(sheet.worksheetId(), opportunities.context(o, people.get(o.owner().id())));
    }
  }
}
