package firmtally.server.worksheet.explanation;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.order.Order;
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
import java.util.regex.Pattern;
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

  /** Workings from which a cost or a margin can be read. */
  private static final Pattern TELLS_COSTS =
      Pattern.compile("cost|margin|markup|room|landing|signOff", Pattern.CASE_INSENSITIVE);

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

  /** Of what is typed, whether it is saved or not. */
  @PostMapping("/opportunities/{id}/workings")
  List<WorkingView> ofOpportunity(
      @PathVariable OpportunityId id, @RequestBody WorksheetForm form, @SignedIn Actor actor) {
    Opportunity o = opportunities.readable(id, actor);
    Calculation saved = worksheets.get(o.worksheetId(), opportunities.context(o));
    return workings(o.accountId(), saved.locked() ? saved : typed(o, form), true, actor);
  }

  /** Of what is typed, or of what was agreed once it is locked. */
  @PostMapping("/quotes/{id}/workings")
  List<WorkingView> ofQuote(
      @PathVariable DocumentId id, @RequestBody WorksheetForm form, @SignedIn Actor actor) {
    Quote quote = quotes.readable(id, actor);
    Opportunity o = opportunities.readable(quote.opportunityId(), actor);
    Calculation saved = quotes.calculation(quote, actor);
    return workings(
        o.accountId(), saved.locked() ? saved : typed(o, form), !quote.isOrdered(), actor);
  }

  @GetMapping("/orders/{id}/workings")
  List<WorkingView> ofOrder(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    return workings(order.accountId(), orders.calculation(order, actor), order.isHeld(), actor);
  }

  private Calculation typed(Opportunity o, WorksheetForm form) {
    return calculator.tally(opportunities.context(o), form);
  }

  private List<WorkingView> workings(
      AccountId account, Calculation calculation, boolean asksForCredit, Actor actor) {
    WorksheetQuestion question = calculation.question();
    Map<String, String> names = calculation.names();
    List<WorkingView> views = new ArrayList<>();
    calculation
        .check()
        .workings(question.policy(), question.target())
        .forEach(w -> views.add(WorkingView.of("", w, names)));
    calculation
        .sections()
        .forEach(
            (id, lines) ->
                calculation.check().tally().workings("sections[" + id + "].", lines).stream()
                    .map(w -> WorkingView.of("", w, names))
                    .forEach(views::add));
    if (!actor.seesCosts()) {
      views.removeIf(view -> TELLS_COSTS.matcher(view.of()).find());
    }
    CreditFile file = credit.file(account, actor);
    CreditFile asked =
        asksForCredit
            ? file.asking(new CreditFile.Document(calculation.asked(), Optional.empty()))
            : file;
    CreditCheck.workings(asked).forEach(w -> views.add(WorkingView.of(OF_CREDIT, w, Map.of())));
    return views;
  }
}
