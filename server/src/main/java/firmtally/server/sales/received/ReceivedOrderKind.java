package firmtally.server.sales.received;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers orders that came as files: they are the account owner's and their team's. */
@Configuration
class ReceivedOrderKind {
  @Bean
  RecordKind receivedOrderKindOfRecord() {
    return new RecordKind(
            "received-order",
            "received_order r JOIN account a ON a.id = r.account_id JOIN person p ON p.id = a.owner_id",
            "r.id")
        .called("r.number")
        .told("a.name", "replace(r.state, '-', ' ')")
        .owned()
        .readable(Visibility.OWNED_READABLE)
        .editable(Visibility.OWNED_EDITABLE);
  }
}
