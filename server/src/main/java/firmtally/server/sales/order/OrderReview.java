package firmtally.server.sales.order;

import firmtally.server.catalogue.stock.StockChanged;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.jobs.JobDays;
import firmtally.server.sales.credit.CreditChanged;
import java.time.LocalDate;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Looks again at orders that wait when a cause of their waiting may be gone, the oldest first: what
 * it is released with, a later one no longer finds.
 */
@Component
class OrderReview implements DueWork {
  private static final AccountId ALL = new AccountId(0);
  private final OrderStore store;
  private final OrderChanges changes;
  private final JobDays days;

  OrderReview(OrderStore store, OrderChanges changes, JobDays days) {
    this.store = store;
    this.changes = changes;
    this.days = days;
  }

  @EventListener
  void changed(CreditChanged credit) {
    review(credit.account());
  }

  @EventListener
  void changed(StockChanged stock) {
    review(ALL);
  }

  private void review(AccountId account) {
    for (DocumentId id : store.held(account)) {
      changes.review(id);
    }
  }

  @Override
  public String job() {
    return "orders that wait for a day";
  }

  /** Limits begin and invoices fall due with the day. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    if (days.last(job()).filter(today::equals).isPresent()) {
      return;
    }
    review(ALL);
    days.setLast(job(), today);
  }
}
