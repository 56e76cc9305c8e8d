package firmtally.server.sales.order;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.sales.quote.Comparison;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The same again, at today's prices. */
@Service
class OrderAgain {
  private final OrderService orders;
  private final OpportunityService opportunities;
  private final Calculator calculator;
  private final Clock clock;

  OrderAgain(
      OrderService orders, OpportunityService opportunities, Calculator calculator, Clock clock) {
    this.orders = orders;
    this.opportunities = opportunities;
    this.calculator = calculator;
    this.clock = clock;
  }

  /** What it would be today, line by line beside what it was. */
  Comparison compared(DocumentId id, Actor actor) {
    Order order = orders.readable(id, actor);
    Opportunity before = opportunities.readable(order.opportunityId(), actor);
    Calculation was = orders.calculation(order, actor);
    Calculation today =
        calculator.saved(Calculator.Saved.NOT, opportunities.context(before), again(was));
    return Comparison.of(
        new Comparison.Side(order.number(), was), new Comparison.Side("Today", today), actor);
  }

  /**
   * What was ordered and paid for, at the prices of today: what was given or offered then is not
   * given again by itself.
   */
  private static WorksheetForm again(Calculation was) {
    List<LineForm> lines =
        was.rows().stream()
            .filter(row -> row.tally().isEmpty() || isSold(row))
            .map(row -> row.tally().isEmpty() ? row.form() : bare(row.form()))
            .toList();
    return WorksheetForm.of(lines);
  }

  private static boolean isSold(Calculation.Row row) {
    return row.tally().filter(t -> t.line().counted() && !t.line().gift()).isPresent();
  }

  private static LineForm bare(LineForm form) {
    LineForm.Builder line =
        form.but().discountPercent(null).optional(false).alternative(null, false).requestedOn(null);
    return form.product() == null ? line.build() : line.unitPrice(null).build();
  }

  /** Opens an opportunity with the same lines, to look through and place. */
  @Transactional
  OpportunityId begin(DocumentId id, Actor actor) {
    actor.checkSells();
    Order order = orders.readable(id, actor);
    Opportunity before = opportunities.readable(order.opportunityId(), actor);
    return opportunities.open(
        Opening.of(order.accountId(), before.title(), "new")
            .with(Optional.empty(), Optional.ofNullable(before.contactId()))
            .closing(LocalDate.now(clock), again(orders.calculation(order, actor))),
        actor);
  }
}
