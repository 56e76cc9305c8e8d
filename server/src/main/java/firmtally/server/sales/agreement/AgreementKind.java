package firmtally.server.sales.agreement;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Registers agreements: whoever sees the opportunity of the next term sees it, else whoever sees
 * the deal that made it. So it goes along when a book is handed over.
 */
@Configuration
class AgreementKind {
  @Bean
  RecordKind agreementKindOfRecord() {
    return new RecordKind(
            "agreement",
            "agreement g JOIN document d ON d.id = g.order_id JOIN opportunity o ON o.id = "
                + AgreementStore.CARRIER
                + " JOIN person p ON p.id = o.owner_id",
            "g.id")
        .called("g.number")
        .told("o.title", "(SELECT a.name FROM account a WHERE a.id = o.account_id)")
        .owned()
        .readable(Visibility.OPPORTUNITY_READABLE)
        .editable(Visibility.OPPORTUNITY_EDITABLE);
  }
}
