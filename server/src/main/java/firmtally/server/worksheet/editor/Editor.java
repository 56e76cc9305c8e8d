package firmtally.server.worksheet.editor;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import firmtally.server.worksheet.keeping.WorksheetService;
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
  private final WorksheetService worksheets;

  Editor(
      OpportunityService opportunities,
      QuoteService quotes,
      Calculator calculator,
      CreditService credit,
      WorksheetService worksheets) {
    this.opportunities = opportunities;
    this.quotes = quotes;
    this.calculator = calculator;
    this.credit = credit;
    this.worksheets = worksheets;
  }

  /** Where somebody works, and for whom it is worked out. */
  public record Place(WorksheetId worksheetId, Opportunity opportunity, WorksheetContext context) {}

  /** A place that somebody may read. */
  public Place readable(String home, RecordId id, Actor actor) {
    if (QUOTES.equals(home)) {
      Quote quote = quotes.readable(new DocumentId(id.value()), actor);
      return place(quote.worksheetId(), opportunities.readable(quote.opportunityId(), actor));
    }
    Opportunity opportunity = opportunities.readable(new OpportunityId(id.value()), actor);
    return place(opportunity.worksheetId(), opportunity);
  }

  private Place place(WorksheetId worksheet, Opportunity opportunity) {
    return new Place(worksheet, opportunity, opportunities.context(opportunity));
  }

  /** A place that somebody may change things at. */
  public Place editable(String home, RecordId id, Actor actor) {
    Place place = readable(home, id, actor);
    opportunities.editable(place.opportunity().id(), actor);
    return place;
  }

  /** The worksheet of a place as it is kept. */
  Calculation kept(Place place) {
    return worksheets.get(place.worksheetId(), place.context());
  }

  /** The figures of what is typed; where something is wrong, what can be said without it. */
  WorksheetView.Tallied tally(Place place, WorksheetForm form, Actor actor) {
    try {
      return WorksheetView.Tallied.of(
          view(place, calculator.tally(place.context(), form), actor), form);
    } catch (BadInput wrong) {
      return WorksheetView.Tallied.of(calculator.partial(place.context(), form, wrong.problems()));
    }
  }

  /** A calculated worksheet, with what credit says of it. */
  public WorksheetView view(Place place, Calculation calculation, Actor actor) {
    return WorksheetView.of(
        calculation,
        credit.standing(place.opportunity().accountId(), Optional.of(calculation.asked()), actor),
        actor);
  }
}
