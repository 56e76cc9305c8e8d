package firmtally.server.bench;

import firmtally.core.credit.CreditCheck;
import firmtally.server.credit.CreditService;
import firmtally.server.opportunity.Opportunity;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.people.Actor;
import firmtally.server.platform.BadInput;
import firmtally.server.quote.Quote;
import firmtally.server.quote.QuoteService;
import firmtally.server.worksheet.Worked;
import firmtally.server.worksheet.WorksheetContext;
import firmtally.server.worksheet.WorksheetForm;
import firmtally.server.worksheet.WorksheetService;
import firmtally.server.worksheet.WorksheetView;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Finds the worksheet that somebody works at, and what it is worked out for. */
@Service
class Bench {
  static final String QUOTES = "quotes";
  private final OpportunityService opportunities;
  private final QuoteService quotes;
  private final WorksheetService worksheets;
  private final CreditService credit;

  Bench(
      OpportunityService opportunities,
      QuoteService quotes,
      WorksheetService worksheets,
      CreditService credit) {
    this.opportunities = opportunities;
    this.quotes = quotes;
    this.worksheets = worksheets;
    this.credit = credit;
  }

  /** Where somebody works, and for whom it is worked out. */
  record Place(long worksheetId, Opportunity opportunity, WorksheetContext context) {}

  /** A place that the actor may see. */
  Place seen(String home, long id, Actor actor) {
    boolean isQuote = QUOTES.equals(home);
    Optional<Quote> quote = isQuote ? Optional.of(quotes.get(id)) : Optional.empty();
    Opportunity o = opportunities.seen(quote.map(Quote::opportunityId).orElse(id), actor);
    return new Place(
        quote.map(Quote::worksheetId).orElse(o.worksheetId()), o, opportunities.context(o, actor));
  }

  /** A place that the actor may change things at. */
  Place mine(String home, long id, Actor actor) {
    Place place = seen(home, id, actor);
    opportunities.mine(place.opportunity().id(), actor);
    return place;
  }

  /** The figures of what is typed; where something is wrong, what can be said without it. */
  WorksheetView.Tallied tally(Place place, WorksheetForm form) {
    try {
      return WorksheetView.Tallied.of(view(place, worksheets.tally(place.context(), form)), form);
    } catch (BadInput wrong) {
      return WorksheetView.Tallied.of(worksheets.partial(place.context(), form, wrong.problems()));
    }
  }

  /** A worksheet worked out, with what credit says of it. */
  WorksheetView view(Place place, Worked worked) {
    long account = place.opportunity().accountId();
    CreditCheck check = credit.check(account, Optional.of(worked.asked()));
    return WorksheetView.of(worked, check, credit.ordered(account));
  }
}
