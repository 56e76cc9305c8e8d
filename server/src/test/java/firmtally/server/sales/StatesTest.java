package firmtally.server.sales;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.pipeline.opportunity.OpportunityState;
import firmtally.server.sales.order.OrderState;
import firmtally.server.sales.quote.QuoteState;
import org.junit.jupiter.api.Test;

/** From which state a deal and its documents go to which. */
class StatesTest {
  @Test
  void aQuoteGoesFromDraftToSentToOrderedAndNeverBack() {
    assertThat(QuoteState.DRAFT.next().contains(QuoteState.SENT)).isTrue();
    assertThat(QuoteState.SENT.next().contains(QuoteState.ORDERED)).isTrue();
    assertThat(QuoteState.DRAFT.next().contains(QuoteState.ORDERED)).isFalse();
    assertThat(QuoteState.SENT.next().contains(QuoteState.DRAFT)).isFalse();
    assertThat(QuoteState.ORDERED.next().contains(QuoteState.SENT)).isFalse();
  }

  @Test
  void anOrderOnHoldIsReleasedAndThenInvoiced() {
    assertThat(OrderState.HOLD.next().contains(OrderState.RELEASED)).isTrue();
    assertThat(OrderState.RELEASED.next().contains(OrderState.INVOICED)).isTrue();
    assertThat(OrderState.RELEASED.next().contains(OrderState.HOLD)).isFalse();
    assertThat(OrderState.INVOICED.next().contains(OrderState.RELEASED)).isFalse();
  }

  @Test
  void aDealThatWasWonStaysWonAndOneThatWasLostCanBeOpenedAgain() {
    assertThat(OpportunityState.OPEN.next().contains(OpportunityState.WON)).isTrue();
    assertThat(OpportunityState.OPEN.next().contains(OpportunityState.PAUSED)).isTrue();
    assertThat(OpportunityState.LOST.next().contains(OpportunityState.OPEN)).isTrue();
    assertThat(OpportunityState.WON.next().contains(OpportunityState.OPEN)).isFalse();
    assertThat(OpportunityState.WON.next().contains(OpportunityState.LOST)).isFalse();
  }
}
