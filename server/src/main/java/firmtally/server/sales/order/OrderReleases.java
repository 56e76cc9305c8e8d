package firmtally.server.sales.order;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.sales.agreement.AgreementJoins;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.Clock;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** What happens when an order goes ahead: stock is reserved, what recurs becomes an agreement. */
@Component
class OrderReleases {
  private final OrderStore store;
  private final OrderLines lines;
  private final DocumentService documents;
  private final OpportunityService opportunities;
  private final AgreementJoins agreements;
  private final AfterWin afterWin;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  OrderReleases(
      OrderStore store,
      OrderLines lines,
      DocumentService documents,
      OpportunityService opportunities,
      AgreementJoins agreements,
      AfterWin afterWin,
      ApplicationEventPublisher events,
      Clock clock) {
    this.store = store;
    this.lines = lines;
    this.documents = documents;
    this.opportunities = opportunities;
    this.agreements = agreements;
    this.afterWin = afterWin;
    this.events = events;
    this.clock = clock;
  }

  /** Releases an order that nothing holds; part of the act that freed it. */
  void release(Order order, long version, String why, Calculation ordered, Actor actor) {
    documents.become(order.document(), version, order.state(), OrderState.RELEASED, why, actor);
    store.setReleased(order.id(), clock.instant());
    lines.reserve(order.id(), true);
    Opportunity opportunity = opportunities.readable(order.opportunityId(), Actor.SYSTEM);
    agreements.make(
        new AgreementService.Source(order.id(), order.number(), opportunity, ordered),
        store.joins(order.id()).orElse(null),
        actor);
    afterWin.plan(order, opportunity, ordered);
    events.publishEvent(new OrderReleased(order.id()));
  }
}
