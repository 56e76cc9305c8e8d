package firmtally.server.sales.renewal;

import firmtally.server.access.Actor;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.agreement.Agreement;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.order.OrderService;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Orders the next term of an agreement with nothing typed again. */
@Service
public class RenewalService {
  private final AgreementService agreements;
  private final RenewalStore store;
  private final OrderService orders;

  RenewalService(AgreementService agreements, RenewalStore store, OrderService orders) {
    this.agreements = agreements;
    this.store = store;
    this.orders = orders;
  }

  /**
   * Orders the next term as it stands: from its quote where one was sent, else from the lines of
   * its opportunity, which are those of the running term unless somebody changed them.
   *
   * @param poNumber the customer's; blank where they give none
   */
  @Transactional
  public DocumentId renew(AgreementId id, @MaybeNull String poNumber, Actor actor) {
    actor.checkSells();
    Agreement agreement = agreements.readable(id, actor);
    RenewalStore.Next next =
        store
            .next(id)
            .orElseThrow(
                () ->
                    new NotPossible(
                        agreement.number()
                            + " is "
                            + agreement.state().inWords()
                            + ": no next term waits to be ordered."));
    OrderService.OrderForm form = OrderService.OrderForm.of(poNumber == null ? "" : poNumber);
    if (next.quoteId() == null) {
      return orders.placeDirectly(next.id(), form, actor);
    }
    if ("draft".equals(next.quoteState())) {
      throw new NotPossible("A quote is being written. Send it or withdraw it first.");
    }
    return orders.place(next.quoteId(), form, actor);
  }
}
