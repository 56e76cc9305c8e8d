package firmtally.server.sales.quote;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.LineTally;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.access.Actor;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.approval.Approval;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The discount that would do: in place of a yes or a no a manager names how much may be given on
 * any row in all, and the rep takes it with one act. What is taken is covered by the answer.
 */
@Service
public class CounterService {
  private final QuoteService quotes;
  private final ApprovalService approvals;
  private final WorksheetService worksheets;
  private final OpportunityService opportunities;

  CounterService(
      QuoteService quotes,
      ApprovalService approvals,
      WorksheetService worksheets,
      OpportunityService opportunities) {
    this.quotes = quotes;
    this.approvals = approvals;
    this.worksheets = worksheets;
    this.opportunities = opportunities;
  }

  /** What a quote would be with at most so much off any row, line by line. */
  public Comparison preview(DocumentId id, String percent, Actor actor) {
    Quote quote = quotes.readable(id, actor);
    Input input = new Input();
    Percent most = percent(input, percent);
    input.check();
    Calculation now = quotes.calculation(quote, actor);
    return Comparison.of(
        new Comparison.Side(quote.called(), now),
        new Comparison.Side("at most " + most + " %", capped(quote, now, most, actor)),
        actor);
  }

  private static Percent percent(Input input, String typed) {
    return input
        .value(
            "percent",
            typed,
            text -> Percent.parse(text).within("percent", Percent.ZERO, Percent.HUNDRED))
        .orElse(Percent.ZERO);
  }

  private Calculation capped(Quote quote, Calculation now, Percent most, Actor actor) {
    return worksheets.supposing(
        quote.worksheetId(),
        opportunities.context(opportunities.readable(quote.opportunityId(), actor)),
        capped(now, most));
  }

  /** Rows with more than that in all get just that; what is taken off the whole goes into them. */
  static WorksheetForm capped(Calculation now, Percent most) {
    boolean isOffTheWhole = now.question().worksheet().documentDiscount().isPresent();
    List<LineForm> lines =
        now.rows().stream()
            .map(
                row ->
                    row.tally()
                        .filter(LineTally::isSold)
                        .flatMap(LineTally::discountPercent)
                        .filter(given -> given.value().signum() > 0)
                        .filter(given -> isOffTheWhole || isMore(given, most))
                        .map(given -> less(row.form(), isMore(given, most) ? most : given))
                        .orElse(row.form()))
            .toList();
    return new WorksheetForm(lines, null, null, null, null, null);
  }

  private static boolean isMore(Percent given, Percent most) {
    return given.value().compareTo(most.value()) > 0;
  }

  private static LineForm less(LineForm line, Percent percent) {
    boolean isNone = percent.value().compareTo(BigDecimal.ZERO) == 0;
    return line.given(isNone ? null : percent.toString(), null, line.requestedOn());
  }

  /** Names the discount that would do, in answer to the sign-off that is asked for. */
  @Transactional
  public void offer(DocumentId id, String percent, String comment, Actor actor) {
    Quote quote = quotes.readable(id, actor);
    Input input = new Input();
    Percent most = percent(input, percent);
    input.check();
    Approval open =
        approvals.of(id).stream()
            .filter(a -> a.isOpen() && a.kind().equals(ApprovalService.SIGN_OFF))
            .findFirst()
            .orElseThrow(() -> new NotPossible("No sign-off is requested."));
    Calculation now = quotes.calculation(quote, actor);
    Calculation would = capped(quote, now, most, actor);
    if (would.contract().equals(now.contract())) {
      throw new NotPossible("No row has more than " + most + " % off: sign it off, or decline.");
    }
    approvals.counter(open.id(), most, comment, WorksheetDocument.write(would.question()), actor);
  }

  /** Takes the discount that was named: the rows have no more than that from now on. */
  @Transactional
  public void take(DocumentId id, Actor actor) {
    Quote quote = quotes.editableDraft(id, actor);
    Percent most =
        last(id)
            .map(Percent::parse)
            .orElseThrow(() -> new NotPossible("Nobody named another discount."));
    Calculation now = quotes.calculation(quote, actor);
    quotes.saveLines(id, now.version(), capped(now, most), actor);
  }

  /** The discount that was named last, unless something else was asked or answered since. */
  Optional<String> last(DocumentId id) {
    List<Approval> asked =
        approvals.of(id).stream().filter(a -> a.kind().equals(ApprovalService.SIGN_OFF)).toList();
    return asked.isEmpty()
        ? Optional.empty()
        : Optional.ofNullable(asked.get(asked.size() - 1).counter());
  }
}
