package firmtally.server.worksheet.explanation;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.order.CustomerOrder;
import firmtally.server.sales.order.OrderService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where screens ask how a figure came about. */
@RestController
@RequestMapping("/api")
class WorkingsController {
  private static final String OF_CREDIT = "credit.";
  private final OpportunityService opportunities;
  private final QuoteService quotes;
  private final OrderService orders;
  private final WorksheetService worksheets;
  private final Calculator calculator;
  private final CreditService credit;

  WorkingsController(
      OpportunityService opportunities,
      QuoteService quotes,
      OrderService orders,
      WorksheetService worksheets,
      Calculator calculator,
      CreditService credit) {
    this.opportunities = opportunities;
    this.quotes = quotes;
    this.orders = orders;
    this.worksheets = worksheets;
    this.calculator = calculator;
    this.credit = credit;
  }

  /** Of what is typed, whether it is kept or not. */
  @PostMapping("/opportunities/{id}/workings")
  List<WorkingView> ofOpportunity(
      @PathVariable long id, @RequestBody WorksheetForm form, @SignedIn Actor actor) {
    Opportunity o = opportunities.seen(id, actor);
    Calculation kept = worksheets.get(o.worksheetId(), opportunities.context(o, actor));
    return workings(o.accountId(), kept.locked() ? kept : typed(o, form, actor), true);
  }

  /** Of what is typed, or of what was agreed once it is locked. */
  @PostMapping("/quotes/{id}/workings")
  List<WorkingView> ofQuote(
      @PathVariable long id, @RequestBody WorksheetForm form, @SignedIn Actor actor) {
    Quote quote = quotes.get(id);
    Opportunity o = opportunities.get(quote.opportunityId());
    Calculation kept = quotes.worked(quote, actor);
    return workings(
        o.accountId(), kept.locked() ? kept : typed(o, form, actor), !quote.isOrdered());
  }

  @GetMapping("/orders/{id}/workings")
  List<WorkingView> ofOrder(@PathVariable long id, @SignedIn Actor actor) {
    CustomerOrder order = orders.get(id);
    return workings(order.accountId(), orders.worked(order, actor), order.isHeld());
  }

  private Calculation typed(Opportunity o, WorksheetForm form, Actor actor) {
    return calculator.tally(opportunities.context(o, actor), form);
  }

  private List<WorkingView> workings(long account, Calculation worked, boolean asksForCredit) {
    WorksheetQuestion question = worked.question();
    Map<String, String> names = worked.names();
    List<WorkingView> views = new ArrayList<>();
    worked
        .check()
        .workings(question.policy(), question.target())
        .forEach(w -> views.add(WorkingView.of("", w, names)));
    worked
        .sections()
        .forEach(
            (id, lines) ->
                worked.check().tally().workings("sections[" + id + "].", lines).stream()
                    .map(w -> WorkingView.of("", w, names))
                    .forEach(views::add));
    CreditFile file = credit.file(account);
    CreditFile asked =
        asksForCredit
            ? file.asking(new CreditFile.Document(worked.asked(), Optional.empty()))
            : file;
    CreditCheck.workings(asked).forEach(w -> views.add(WorkingView.of(OF_CREDIT, w, Map.of())));
    return views;
  }
}
