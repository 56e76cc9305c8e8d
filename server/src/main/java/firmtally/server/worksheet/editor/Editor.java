package firmtally.server.worksheet.editor;

import firmtally.core.credit.CreditCheck;
import firmtally.server.access.Actor;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Finds the worksheet that somebody works at, and what it is worked out for. */
@Service
public class Editor {
  static final String QUOTES = "quotes";
  private final OpportunityService opportunities;
  private final QuoteService quotes;
  private final Calculator calculator;
  private final CreditService credit;

  Editor(
      OpportunityService opportunities,
      QuoteService quotes,
      Calculator calculator,
      CreditService credit) {
    this.opportunities = opportunities;
    this.quotes = quotes;
    this.calculator = calculator;
    this.credit = credit;
  }

  /** Where somebody works, and for whom it is worked out. */
  public record Place(long worksheetId, Opportunity opportunity, WorksheetContext context) {}

  /** A place that the actor may see. */
  public Place seen(String home, long id, Actor actor) {
    boolean isQuote = QUOTES.equals(home);
    Optional<Quote> quote = isQuote ? Optional.of(quotes.get(id)) : Optional.empty();
    Opportunity o = opportunities.seen(quote.map(Quote::opportunityId).orElse(id), actor);
    return new Place(
        quote.map(Quote::worksheetId).orElse(o.worksheetId()), o, opportunities.context(o, actor));
  }

  /** A place that the actor may change things at. */
  public Place mine(String home, long id, Actor actor) {
    Place place = seen(home, id, actor);
    opportunities.mine(place.opportunity().id(), actor);
    return place;
  }

  /** The figures of what is typed; where something is wrong, what can be said without it. */
  WorksheetView.Tallied tally(Place place, WorksheetForm form) {
    try {
      return WorksheetView.Tallied.of(view(place, calculator.tally(place.context(), form)), form);
    } catch (BadInput wrong) {
      return WorksheetView.Tallied.of(calculator.partial(place.context(), form, wrong.problems()));
    }
  }

  /** A worksheet worked out, with what credit says of it. */
  public WorksheetView view(Place place, Calculation worked) {
    long account = place.opportunity().accountId();
    CreditCheck check = credit.check(account, Optional.of(worked.asked()));
    return WorksheetView.of(worked, check, credit.ordered(account));
  }
}
