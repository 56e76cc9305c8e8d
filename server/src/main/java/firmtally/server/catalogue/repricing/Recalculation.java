package firmtally.server.catalogue.repricing;

import firmtally.server.access.UserService;
import firmtally.server.catalogue.PricesChanged;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.worksheet.keeping.WorksheetService;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * When prices change, open opportunities and draft quotes are worked out anew in the same act, so
 * that lists and figures show what the worksheets would.
 */
@Component
class Recalculation {
  private final AffectedWorksheets affected;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final UserService people;

  Recalculation(
      AffectedWorksheets affected,
      OpportunityService opportunities,
      WorksheetService worksheets,
      UserService people) {
    this.affected = affected;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.people = people;
  }

  @EventListener
  void changed(PricesChanged prices) {
    for (AffectedWorksheets.Sheet sheet : affected.holding(prices.products())) {
      Opportunity o = opportunities.get(sheet.opportunityId());
      worksheets.recalculate(
          sheet.worksheetId(), opportunities.context(o, people.get(o.owner().id())));
    }
  }
}
