package firmtally.server.sales.received;

import firmtally.formats.mail.Eml;
import firmtally.formats.order.UblOrderReader;
import firmtally.server.customers.email.EmailFiles;
import firmtally.server.pipeline.activity.ActivityService;
import org.springframework.stereotype.Component;

/** Orders that come as files of emails are orders to check. */
@Component
class OrderAttachments implements EmailFiles {
  private final OrderIntake orders;
  private final ReceivedOrderStore store;

  OrderAttachments(OrderIntake orders, ReceivedOrderStore store) {
    this.orders = orders;
    this.store = store;
  }

  @Override
  public void came(ActivityService.On on, Eml.Attachment file) {
    if (UblOrderReader.isOrder(file.bytes())) {
      store.accountOf(on).ifPresent(account -> orders.takeFrom(file.bytes(), account));
    }
  }
}
